import { checkNumber, CoreError } from '../units/check.js';
import type { CrankSizes, OilWay } from './crankSizes.js';
import { diameterOf, isRimCut, seatOf, type Cut, type KnownCut } from './cut.js';
import { checkPlanes, type Planes } from './planes.js';

/** What a rim belongs to. Damper, flywheel and clutch cover turn with the crank of an externally balanced engine. */
export const RIM_KINDS = ['counterweight', 'damper', 'flywheel', 'clutchCover', 'adapter'] as const;
export type RimKind = (typeof RIM_KINDS)[number];

/** The words for what a rim belongs to. */
export const RIM_KIND_WORDS: Readonly<Record<RimKind, string>> = {
  counterweight: 'counterweight',
  damper: 'damper',
  flywheel: 'flywheel',
  clutchCover: 'clutch cover',
  adapter: 'adapter',
};

/** From where metal may be taken: radially from the rim, parallel to the shaft from the side face, both, or only ground off the rim. */
export const DRILL_SIDES = ['rim', 'face', 'both', 'grind'] as const;
export type DrillSide = (typeof DRILL_SIDES)[number];

/** A stretch of a rim that must not be drilled: clockwise from one angle to the other. */
export interface NoDrillArc {
  readonly fromDeg: number;
  readonly toDeg: number;
  /** An oil drilling, a plug, an edge. */
  readonly why: string;
}

/** A counterweight as far as drilling goes, or another rim that turns with the crank: a sector of a disc with a round rim. */
export interface Counterweight {
  readonly id: string;
  /** What it is called at the bench: "CW 1", counted from the front. */
  readonly name: string;
  readonly zMm: number;
  /** Along the shaft. */
  readonly widthMm: number;
  readonly rimRadiusMm: number;
  /** Middle of its arc. */
  readonly arcCentreDeg: number;
  readonly arcHalfWidthDeg: number;
  /** How far in from the rim metal may go: the deepest full-diameter depth of a radial hole. */
  readonly depthLimitMm: number;
  /** Left out for a counterweight of the crank. */
  readonly kind?: RimKind;
  /** Its own metal's, where that is not the crank's, g/cm³. */
  readonly densityGPerCm3?: number | null;
  /** Left out: from the rim, and from the side face where the shop drills there. */
  readonly drillFrom?: DrillSide;
  /** Metal left between a hole's wall and an edge; left out for the usual margin. */
  readonly edgeMarginMm?: number | null;
  readonly largestBitMm?: number | null;
  readonly noDrill?: readonly NoDrillArc[];
  /** Between bearings, or behind something: it takes longer to get at. */
  readonly awkward?: boolean;
}

/** The crank as metal, with the planes its unbalance is stated in. */
export interface Crank {
  readonly counterweights: readonly Counterweight[];
  readonly planes: Planes;
  readonly massKg: number;
  readonly massCentreZMm: number;
  readonly densityGPerCm3: number;
  /** Holes and bars that it came with, measured in: every reading contains them. */
  readonly found?: readonly KnownCut[];
  /** Its journals, webs and oil ways; left out where nobody said. */
  readonly sizes?: CrankSizes;
}

/** Metal left between a hole's wall and the flank of its counterweight where nothing else is said, mm. */
export const EDGE_MARGIN_MM = 2;

export const rimKindOf = ({ kind }: Counterweight): RimKind => kind ?? 'counterweight';
export const edgeMarginOf = ({ edgeMarginMm }: Counterweight): number => edgeMarginMm ?? EDGE_MARGIN_MM;
/** Drillings that no cut may come near; none where nobody said. */
export const oilWaysOf = ({ sizes }: Pick<Crank, 'sizes'>): readonly OilWay[] => sizes?.oilWays ?? [];
export const densityOf = (crank: Pick<Crank, 'densityGPerCm3'>, { densityGPerCm3 }: Counterweight): number => densityGPerCm3 ?? crank.densityGPerCm3;

/** Whether metal may be taken from a side; the faces of counterweights only where the shop drills there. */
export function mayDrillFrom({ drillFrom }: Counterweight, side: 'rim' | 'face', facesToo: boolean): boolean {
  if (drillFrom === undefined) return side === 'rim' || facesToo;
  return drillFrom === side || drillFrom === 'both';
}

/**
 * Finds a counterweight by its id.
 * @throws CoreError when the crank has none of that id
 */
export function counterweightOf(crank: Crank, id: string): Counterweight {
  const found = crank.counterweights.find((counterweight) => counterweight.id === id);
  if (!found) throw new CoreError(`This crank has no counterweight ${id}.`, 'counterweightId');
  return found;
}

/**
 * Refuses a crank that cannot be drilled or balanced, by name.
 * @throws CoreError with the path of the offending figure
 */
export function checkCrank(crank: Crank): void {
  checkPlanes(crank.planes);
  checkNumber("The crank's mass", crank.massKg, { above: 0, max: 5000, unit: 'kg' }, 'massKg');
  checkNumber('The density', crank.densityGPerCm3, { min: 1, max: 25, unit: 'g/cm³' }, 'densityGPerCm3');
  checkNumber("The mass centre's position", crank.massCentreZMm, { min: -5000, max: 5000, unit: 'mm' }, 'massCentreZMm');
  if (crank.counterweights.length === 0) throw new CoreError('A crank needs at least one counterweight to drill.', 'counterweights');
  const ids = new Set<string>();
  crank.counterweights.forEach((counterweight, i) => {
    const at = `counterweights.${i}`;
    if (ids.has(counterweight.id)) throw new CoreError(`Two counterweights are both called ${counterweight.id}.`, `${at}.id`);
    ids.add(counterweight.id);
    checkCounterweight(counterweight, at);
  });
  (crank.found ?? []).forEach((hole, i) => checkFound(crank, hole, `found.${i}`));
}

function checkCounterweight(counterweight: Counterweight, at: string): void {
  const { name } = counterweight;
  checkNumber(`The position of ${name}`, counterweight.zMm, { min: -5000, max: 5000, unit: 'mm' }, `${at}.zMm`);
  checkNumber(`The width of ${name}`, counterweight.widthMm, { above: 0, max: 500, unit: 'mm' }, `${at}.widthMm`);
  checkNumber(`The rim radius of ${name}`, counterweight.rimRadiusMm, { above: 0, max: 2000, unit: 'mm' }, `${at}.rimRadiusMm`);
  checkNumber(`The middle of ${name}'s arc`, counterweight.arcCentreDeg, { min: -360, max: 360, unit: '°' }, `${at}.arcCentreDeg`);
  checkNumber(`Half the arc of ${name}`, counterweight.arcHalfWidthDeg, { above: 0, max: 180, unit: '°' }, `${at}.arcHalfWidthDeg`);
  checkNumber(`The depth limit of ${name}`, counterweight.depthLimitMm, { above: 0, unit: 'mm' }, `${at}.depthLimitMm`);
  if (counterweight.depthLimitMm >= counterweight.rimRadiusMm) {
    throw new CoreError(
      `The depth limit of ${name} is ${counterweight.depthLimitMm} mm, as deep as its rim radius of ${counterweight.rimRadiusMm} mm.`,
      `${at}.depthLimitMm`,
    );
  }
  if (counterweight.densityGPerCm3 != null)
    checkNumber(`The density of ${name}`, counterweight.densityGPerCm3, { min: 1, max: 25, unit: 'g/cm³' }, `${at}.densityGPerCm3`);
  if (counterweight.edgeMarginMm != null)
    checkNumber(`The edge margin of ${name}`, counterweight.edgeMarginMm, { min: 0, max: 100, unit: 'mm' }, `${at}.edgeMarginMm`);
  if (counterweight.largestBitMm != null)
    checkNumber(`The largest bit for ${name}`, counterweight.largestBitMm, { above: 0, max: 100, unit: 'mm' }, `${at}.largestBitMm`);
  (counterweight.noDrill ?? []).forEach(({ fromDeg, toDeg, why }, i) => {
    checkNumber(`The start of “${why}” in ${name}`, fromDeg, { min: -360, max: 360, unit: '°' }, `${at}.noDrill.${i}.fromDeg`);
    checkNumber(`The end of “${why}” in ${name}`, toDeg, { min: -360, max: 360, unit: '°' }, `${at}.noDrill.${i}.toDeg`);
  });
}

/** What was there is believed however it breaks the rules of a good cut; it only has to be in the metal. */
function checkFound(crank: Crank, cut: Cut, at: string): void {
  const counterweight = crank.counterweights.find(({ id }) => id === cut.counterweightId);
  if (!counterweight) throw new CoreError('This hole is in no counterweight of this crank.', `${at}.counterweightId`);
  const { name, rimRadiusMm, widthMm } = counterweight;
  if (isRimCut(cut)) throw new CoreError(`A rim of ${name} that was turned down before is its rim: measure its radius as it is.`, `${at}.kind`);
  const what = cut.kind === 'bar' ? 'bar' : 'hole';
  checkNumber(
    `The diameter of the ${what} found in ${name}`,
    diameterOf(cut),
    { above: 0, max: 100, unit: 'mm' },
    `${at}.${cut.kind === 'bar' ? 'diameterMm' : 'bitMm'}`,
  );
  const seat = seatOf(cut);
  const deepest = seat.from === 'rim' ? rimRadiusMm * 0.9 : widthMm;
  checkNumber(`The depth of the ${what} found in ${name}`, cut.depthMm, { above: 0, max: deepest, unit: 'mm' }, `${at}.depthMm`);
  if (cut.kind === 'bar') {
    checkNumber(`The length of the bar found in ${name}`, cut.lengthMm, { above: 0, max: cut.depthMm, unit: 'mm' }, `${at}.lengthMm`);
    checkNumber(`The density of the bar found in ${name}`, cut.densityGPerCm3, { min: 1, max: 25, unit: 'g/cm³' }, `${at}.densityGPerCm3`);
  }
  if (seat.from === 'face')
    checkNumber(`The radius of the ${what} found in ${name}`, seat.radiusMm, { above: 0, max: rimRadiusMm, unit: 'mm' }, `${at}.radiusMm`);
  else if (seat.zMm !== null)
    checkNumber(
      `The place along the crank of the ${what} found in ${name}`,
      seat.zMm,
      { min: counterweight.zMm - widthMm / 2, max: counterweight.zMm + widthMm / 2, unit: 'mm' },
      `${at}.zMm`,
    );
}
