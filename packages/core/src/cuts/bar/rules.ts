import { diameterOf, type BarCut, type RoundCut, type StandingCut } from '../../rotor/cut.js';
import { clearOfForbidden, fromFace, fromRim, insideArc, said, TINY, wordOf, type Rule } from '../goodCut.js';
import { clearOfOilWays } from '../oilWays.js';
import { keepsWebs } from '../webs.js';

/** An old hole takes a bar of its own width, or is bored out for a wider one where it runs parallel to the shaft; no more than fits in it. */
const fitsOldHole: Rule<BarCut> = (cut, { counterweight: { name, widthMm }, old }) => {
  if (!old) return null;
  const before = diameterOf(old);
  const beside = cut.seat.from === 'face';
  const where = `the ${wordOf(old)} at ${cut.angleDeg}° in ${name}`;
  return [
    said(cut.diameterMm < before - TINY, () => `A ${cut.diameterMm} mm bar is loose in ${where}, which is ${before} mm wide.`),
    said(!beside && cut.diameterMm > before + TINY, () => `A ${cut.diameterMm} mm bar does not go into ${where}, which is ${before} mm wide.`),
    said(
      cut.lengthMm > cut.depthMm + TINY || cut.depthMm > (beside ? widthMm : old.depthMm) + TINY,
      () => `A bar of ${cut.lengthMm} mm stands out of ${where}.`,
    ),
  ];
};

/** Whether a bar goes beyond what stood there: then it is judged like a new bore. */
const growsBeyond = (cut: RoundCut, old: StandingCut | null): boolean =>
  old === null || diameterOf(cut) > diameterOf(old) + TINY || cut.depthMm > old.depthMm + TINY;

const onlyWhereItGrows =
  <C extends RoundCut>(rule: Rule<C>): Rule<C> =>
  (cut, site) =>
    growsBeyond(cut, site.old) ? rule(cut, site) : null;

export const rules: readonly Rule<BarCut>[] = [
  fitsOldHole,
  onlyWhereItGrows(fromRim),
  onlyWhereItGrows(fromFace),
  onlyWhereItGrows(insideArc),
  onlyWhereItGrows(clearOfForbidden),
  onlyWhereItGrows(clearOfOilWays),
  onlyWhereItGrows(keepsWebs),
];
