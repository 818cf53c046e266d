/** Writes of this window that word may come of: the last of them are enough, since word comes at once or not at all. */
const MOST = 500;
const own = new Set<string>();

const idIn = (body: unknown): string | null =>
  typeof body === 'object' && body !== null && 'id' in body && typeof body.id === 'string' ? body.id : null;

/**
 * Sends a write and remembers it by the id in its body. Where no answer comes whole, word of it is heeded again: it may have been made
 * all the same, and nobody here heard so.
 */
export async function asOwnWrite<T>(body: unknown, send: () => Promise<T>): Promise<T> {
  const id = idIn(body);
  if (id === null) return send();
  own.add(id);
  if (own.size > MOST) own.delete(own.values().next().value!);
  try {
    return await send();
  } catch (error) {
    own.delete(id);
    throw error;
  }
}

/** Whether this window sent a write itself, and heard or still may hear what became of it. */
export const isOwnWrite = (writeId: string | null): boolean => writeId !== null && own.has(writeId);
