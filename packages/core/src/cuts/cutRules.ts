import { counterweightOf, oilWaysOf } from '../rotor/crank.js';
import { replacedId, type Cut } from '../rotor/cut.js';
import type { Breach, CutSite, Workshop } from './goodCut.js';
import { furtherCut, pieceOf, type MetalNow } from './metalNow.js';
import { rimAtMm } from './piece.js';
import { rulesOf } from './rooms.js';

/**
 * Every rule that a cut would break, as sentences; empty when it may be made (handbook section 7).
 *
 * Inside the arc with an edge margin, clear of oil drillings, oil ways and plugs, no deeper than the counterweight and the bit allow, a web of
 * half the larger diameter to everything that stands there; in the side face also through neither the rim nor the other face. A rim
 * may go down as far as metal may, and leaves its margin beside every bar and hole in the face.
 */
export const breachesAt = (cut: Cut, site: CutSite): string[] =>
  rulesOf(cut)
    .flatMap((rule): readonly Breach[] => [rule(cut, site)].flat())
    .flatMap((words) => (words === null ? [] : [words()]));

/** Whether a cut breaks no rule: the same list, without the words. */
export const fitsAt = (cut: Cut, site: CutSite): boolean =>
  rulesOf(cut).every((rule) => {
    const broken = rule(cut, site);
    return broken === null || (typeof broken !== 'function' && broken.every((one) => one === null));
  });

/** Where a cut comes in metal as it is. @throws CoreError for an unknown counterweight */
export function siteOf({ crank, standing, pieces }: MetalNow, cut: Cut, workshop: Workshop): CutSite {
  const counterweight = counterweightOf(crank, cut.counterweightId);
  const piece = pieceOf({ crank, pieces }, cut.counterweightId);
  const own = standing.filter(({ counterweightId }) => counterweightId === cut.counterweightId);
  const oldId = replacedId(cut);
  const rimRadiusMm = rimAtMm(piece, cut.angleDeg);
  const goneMm = piece.counterweight.rimRadiusMm - rimRadiusMm;
  return {
    counterweight: { ...counterweight, rimRadiusMm, depthLimitMm: piece.counterweight.depthLimitMm - goneMm },
    goneMm,
    others: own.filter(({ id }) => id !== oldId),
    old: own.find(({ id }) => id === oldId) ?? null,
    workshop,
    oilWays: oilWaysOf(crank),
  };
}

/** Every rule that a cut would break in metal as it is. @throws CoreError for an unknown counterweight */
export const ruleBreaches = (metal: MetalNow, cut: Cut, workshop: Workshop): string[] => breachesAt(cut, siteOf(metal, cut, workshop));

/** The rules that each of these breaks, one after the other. @throws CoreError for an unknown counterweight */
export function breachesInTurn(metal: MetalNow, cuts: readonly Cut[], workshop: Workshop): string[][] {
  let now = metal;
  return cuts.map((cut) => {
    const broken = ruleBreaches(now, cut, workshop);
    now = furtherCut(now, [cut]);
    return broken;
  });
}
