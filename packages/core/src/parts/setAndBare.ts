import { cylinderOf } from './facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from './weighParts.js';

/**
 * What a cylinder's set weighs now where sets were weighed whole once and only bare pistons since (handbook section 3, set and bare): the
 * set as it was, less what its piston has lost since it came in. Null while the set, or its piston, is not known; or where the piston was
 * exchanged after the set was weighed, since what it weighed before is then not in the set any more.
 */
export function setAndBareG(job: WeighedJob, set: WeighedPart): number | null {
  const setG = massNowG(set);
  const piston = job.parts.find(({ part }) => part.kind === 'piston' && cylinderOf(part) === cylinderOf(set.part));
  const receivedG = piston?.asReceived.mass?.meanG;
  const nowG = piston ? massNowG(piston) : null;
  if (setG === null || receivedG === undefined || nowG === null || piston?.renewed) return null;
  return setG - (receivedG - nowG);
}
