import { CoreError } from './check.js';

/** What a work gives, or what becomes of its complaint; any other fault goes on. */
export function attempt<T, U>(work: () => T, otherwise: (complaint: CoreError) => U): T | U {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return otherwise(error);
    throw error;
  }
}

/** What a work gives, or the sentence that says why it gives nothing. */
export const orSentence = <T>(work: () => T): T | string => attempt(work, ({ message }) => message);

/** What a work gives; null where it complains. */
export const orNull = <T>(work: () => T): T | null => attempt(work, () => null);
