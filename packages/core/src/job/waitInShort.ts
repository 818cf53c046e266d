import type { Wait } from './restsOn.js';

/** What a bench waits for, in a few words for the rail. */
export function waitInShort(wait: Wait): string {
  switch (wait.kind) {
    case 'readings':
      return 'waits for three readings';
    case 'weights':
      return wait.done === 0 ? 'waits for two weight spins' : 'waits for a weight spin';
    case 'fourthRun':
      return 'waits for a fourth run with weights';
    case 'knownWeight':
      return 'waits for a known weight';
    default:
      return 'waits for a repeat';
  }
}
