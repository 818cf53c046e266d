/** Writes of this window that word may come of: the last of them are enough, since word comes at once or not at all. */
const MOST = 500;
const own = new Set<string>();

/** Remembers a write that is about to be sent, by the id in its body. */
export function noteWrite(body: unknown): void {
  if (typeof body !== 'object' || body === null || !('id' in body) || typeof body.id !== 'string') return;
  own.add(body.id);
  if (own.size > MOST) own.delete(own.values().next().value!);
}

/** Has word of a write heeded again: nobody here heard what became of it. */
export function forgetWrite(id: string): void {
  own.delete(id);
}

/** Whether this window sent a write itself, and knows what became of it. */
export const isOwnWrite = (writeId: string | null): boolean => writeId !== null && own.has(writeId);
