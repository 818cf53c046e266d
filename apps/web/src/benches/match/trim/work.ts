import {
  cutTicket,
  cuttingOf,
  massNowG,
  matchedNow,
  USUAL_DIVISION_G,
  type CutRate,
  type CutTicket,
  type JobFigures,
  type MatchedItem,
  type MatchChoices,
  type PartMetal,
  type TargetGroup,
  type WeighedPart,
} from '@tare/core';

/** A part that is outside the tolerance of its set or kind, with its work ticket. */
export interface WorkItem {
  readonly weighed: WeighedPart;
  readonly group: TargetGroup;
  readonly targetG: number;
  /** The scale reading that makes it right: for a set the bare piston's. */
  readonly bareTargetG: number;
  readonly ticket: CutTicket;
}

/** Everything that is to be cut of sets, kinds or whole rods, most first; rods’ ends have a plan of their own. */
export function workItems(
  figures: JobFigures,
  choices: MatchChoices,
  rateIn: (metal: PartMetal) => CutRate | null,
  divisionG = USUAL_DIVISION_G,
): WorkItem[] {
  const { kinds, weighed } = figures;
  const [sets, rods] = [matchedNow(figures.sets), matchedNow(figures.rods)];
  const toCut = isToCut(choices, divisionG);
  const item = (group: TargetGroup, partId: string, removalG: number, targetG: number, nowG: (one: WeighedPart) => number | null): WorkItem[] => {
    const one = weighed.parts.find(({ part }) => part.id === partId);
    const now = one && nowG(one);
    if (!one || now === null || now === undefined) return [];
    const received = one.asReceived.mass ?? (group === 'rod' ? one.asReceived.total : one.asReceived.smallEnd);
    const { limitRatio, pads, metal } = cuttingOf(one.part.kind, choices);
    return [
      {
        weighed: one,
        group,
        targetG,
        bareTargetG: now - removalG,
        ticket: cutTicket(removalG, now, received?.meanG ?? now, pads, limitRatio, rateIn(metal)),
      },
    ];
  };
  const ofKinds = Object.entries(kinds).flatMap(([kind, all]) => {
    const match = matchedNow(all);
    return match.kind === 'matched'
      ? match.set.items.filter(toCut).flatMap((one) => item(kind as TargetGroup, one.id, one.removalG, match.set.targetG, massNowG))
      : [];
  });
  const ofSets =
    Object.keys(kinds).length === 0 && sets.kind === 'matched'
      ? sets.cylinders.filter(toCut).flatMap((set) => item('set', set.cutPartId, set.removalG, sets.set.targetG, scaleReadingG))
      : [];
  const ofRods =
    rods.kind === 'totals'
      ? rods.total.items.filter(toCut).flatMap((one) => item('rod', one.id, one.removalG, rods.total.targetG, ({ now }) => now.total?.meanG ?? null))
      : [];
  return [...ofKinds, ...ofSets, ...ofRods].sort((a, b) => b.ticket.removalG - a.ticket.removalG);
}

/** Outside the tolerance; or, where that is wanted, above the target by more than the scale can show. */
const isToCut =
  ({ toTarget }: MatchChoices, divisionG: number) =>
  ({ inTolerance, removalG }: MatchedItem): boolean =>
    removalG > 0 && (!inTolerance || (toTarget === true && removalG > divisionG));

/** What is cut reads this alone on the scale: of a piston on its rod, at the small end. */
const scaleReadingG = (one: WeighedPart): number | null =>
  one.rod ? (one.rod.kind === 'unknown' || one.needsReweighing ? null : one.rod.smallEndG) : massNowG(one);
