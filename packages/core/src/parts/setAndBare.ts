import { cylinderOf } from './facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from './weighParts.js';

const pistonOf = (job: WeighedJob, set: WeighedPart): WeighedPart | undefined =>
  job.parts.find(({ part }) => part.kind === 'piston' && cylinderOf(part) === cylinderOf(set.part));

/** Another piston runs in this set than when it was weighed whole. */
export function hasAnotherPiston(job: WeighedJob, set: WeighedPart): boolean {
  const piston = pistonOf(job, set);
  if (!piston) return false;
  if (piston.part.cylinder !== set.part.cylinder && set.renewedAt === null) return true;
  return piston.renewedAt !== null && piston.renewedAt > (set.renewedAt ?? -1);
}

/**
 * What a cylinder's set weighs now where sets were weighed whole once and only bare pistons since (handbook section 3, set and bare): the
 * set as it was, less what its piston has lost since it came in. Null while the set, or its piston, is not known; or where the piston was
 * exchanged since, for a new one or for a spare: what it weighed is then not in the set any more, until that is weighed whole again.
 */
export function setAndBareG(job: WeighedJob, set: WeighedPart): number | null {
  const setG = massNowG(set);
  const piston = pistonOf(job, set);
  const receivedG = piston?.asReceived.mass?.meanG;
  const nowG = piston ? massNowG(piston) : null;
  if (setG === null || receivedG === undefined || nowG === null || hasAnotherPiston(job, set)) return null;
  return setG - (receivedG - nowG);
}
