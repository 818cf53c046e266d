import type { DecisionBody, NewDecision } from '@tare/contract';
import { ask } from './client.js';

/** Records what was chosen before a job was begun, each choice the first on its subject. @throws ProblemError */
export async function firstDecisions(jobId: string, personId: string, choices: readonly DecisionBody[]): Promise<void> {
  for (const choice of choices) {
    const body: NewDecision = { id: crypto.randomUUID(), personId, baseVersion: 0, ...choice };
    await ask('POST jobs/:jobId/decisions', { ids: { jobId }, body });
  }
}
