import type { PartFact } from '../parts/facts.js';

/**
 * Why parts cannot run as an arrangement says, or null when they can: each kind's parts share its cylinders, one in each.
 * @param runsIn the cylinder of every part that was moved, by its id; the others stay in their own
 */
export function arrangementComplaint(parts: readonly PartFact[], runsIn: Readonly<Record<string, number>>): string | null {
  const known = new Set(parts.map((part) => part.id));
  if (Object.keys(runsIn).some((id) => !known.has(id))) return 'A part of the arrangement is not in this job.';
  const taken = new Map<string, PartFact>();
  for (const part of parts) {
    const cylinder = runsIn[part.id] ?? part.cylinder;
    if (!parts.some((other) => other.kind === part.kind && other.cylinder === cylinder)) return `There is no cylinder ${cylinder}.`;
    const place = `${part.kind} ${cylinder}`;
    const other = taken.get(place);
    if (other) return `Two of a kind would run in cylinder ${cylinder}: those numbered ${other.cylinder} and ${part.cylinder}.`;
    taken.set(place, part);
  }
  return null;
}
