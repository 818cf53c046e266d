import { CoreError } from '@tare/core';

/** What the core says of what was typed, at its field. What is no number yet is its field's own to say. */
export function complaintOf(check: () => void): Readonly<Record<string, string>> {
  try {
    check();
    return {};
  } catch (error) {
    return error instanceof CoreError ? { [error.field]: error.message } : {};
  }
}
