import { accept, worstDeviationMm, type Acceptance } from '../acceptance.js';
import type { MadeReady, WorkFact } from '../inspectFacts.js';
import { journalFigures, type JournalFigures } from '../journal.js';
import { placesAt, placesRead, type PlaceRead } from '../placesRead.js';
import { barSettingMm, toolOffset, type ToolOffset } from './barSetting.js';
import type { BoreLimits } from './boreFacts.js';
import { oversizeFor, wallLeftMm, type OversizeChoice, type WornBore } from './oversize.js';
import { pistonsToBores, type PistonPlace } from './pistonsToBores.js';
import { ringGaps, type RingGap } from './ringGaps.js';

export type BoreAdvice = 'leave' | 'bore' | 'cannotYetTell';

export interface BoreRow {
  readonly cylinder: number;
  readonly size: JournalFigures | null;
  readonly advice: BoreAdvice | null;
  /** What would be left of its wall at the oversize of the block; null while nobody measured the wall. */
  readonly wall: { readonly leftMm: number; readonly isThin: boolean } | null;
}

/** One cylinder sleeved and the rest bored to the smaller size, against the next size for all. */
export interface SleeveInstead {
  readonly cylinder: number;
  readonly overMm: number;
  readonly price: number | null;
  readonly againstPrice: number | null;
}

export interface PistonFit extends PistonPlace {
  /** Null while the bore is still to be honed to its piston. */
  readonly verdict: Acceptance | null;
  /** What its bore is honed to, and how much of the diameter that still takes; null once it is honed. */
  readonly hone: { readonly toMm: number; readonly stillMm: number } | null;
}

/** What the bar is set to before the block is bored. */
export interface BarSetting {
  readonly setMm: number;
  readonly finishMm: number;
  readonly offset: ToolOffset | null;
}

export interface BoresFigures {
  readonly rows: readonly BoreRow[];
  /** Null while a bore is unread or nobody said what there is to bore to. */
  readonly oversize: OversizeChoice | null;
  readonly sleeve: SleeveInstead | null;
  /** Pistons to bores, once all of both are measured. */
  readonly fits: readonly PistonFit[];
  readonly worstOffMm: number | null;
  /** What is still left for the hone on every bore, mm. */
  readonly honeLeftMm: number;
  readonly rings: readonly RingGap[];
  /** For the oversize that all clean up at; null without one. */
  readonly bar: BarSetting | null;
  /** Bores that bear what must stay: while there is one nothing is planned for the block. */
  readonly stay: readonly { readonly cylinder: number; readonly why: string }[];
  /** A bore is to be bored, and nobody decided to what; or it is decided and not done. */
  readonly isOpen: boolean;
}

/** The oversize that a block was bored to last, mm; 0 before any. */
export const boredMm = ({ works }: Pick<MadeReady, 'works'>): number => works.reduce((mm, { work }) => (work.kind === 'bore' ? work.overMm : mm), 0);

const worksSinceBored = ({ works }: Pick<MadeReady, 'works'>): readonly WorkFact[] =>
  works.slice(works.findLastIndex(({ work }) => work.kind === 'bore') + 1);

/** What was left for the hone when the block was bored, and is not honed yet, mm. */
export function honeLeftMm({ works }: Pick<MadeReady, 'works'>): number {
  const last = works.findLast(({ work }) => work.kind === 'bore' || work.kind === 'honeBores')?.work;
  return last?.kind === 'bore' ? (last.honeLeftMm ?? 0) : 0;
}

/** Everything that follows of what was measured of a block's bores and its pistons. */
export function boresFigures(made: MadeReady, cylinders: number): BoresFigures {
  const { limits } = made.bores;
  const places = placesRead(made);
  const numbers = Array.from({ length: cylinders }, (_, i) => i + 1);
  const nominal = limits?.nominalMm == null ? null : limits.nominalMm + boredMm(made) - honeLeftMm(made);
  const rows = numbers.map((cylinder) => rowOf(cylinder, made, places, nominal));
  const stay = numbers.flatMap((cylinder) => {
    const why = made.noCut[`bore.${cylinder}`];
    return why === undefined ? [] : [{ cylinder, why }];
  });
  const oversize = limits && nominal !== null && stay.length === 0 ? choose(rows, made, places, limits) : null;
  const toBore = rows.some(({ advice }) => advice === 'bore');
  const walled = rows.map((row) => withWall(row, places, limits, oversize));
  const placed = fitsOf(rows, places, made);
  const toHoneMm = new Map(placed.fits.flatMap(({ bore, hone }) => (hone ? [[Number(bore), hone.stillMm]] : [])));
  return {
    rows: walled,
    oversize: toBore ? oversize : null,
    sleeve: toBore && oversize && limits ? sleeveInstead(oversize, limits) : null,
    ...placed,
    honeLeftMm: honeLeftMm(made),
    rings: ringGaps(made, places, toHoneMm),
    bar: toBore && oversize?.size && limits ? barFor(limits.nominalMm! + oversize.size.overMm, limits.honeMm, made) : null,
    stay,
    isOpen: toBore,
  };
}

function rowOf(cylinder: number, made: MadeReady, places: readonly PlaceRead[], nominal: number | null): BoreRow {
  const { limits } = made.bores;
  const own = placesAt(places, `bore.${cylinder}`, 'boreSize');
  if (!limits || own.length === 0) return { cylinder, size: null, advice: null, wall: null };
  const sizes = own.map((place) => ({ ...place, depth: place.depth ?? 1, directionDeg: place.angleDeg ?? 0 }));
  const { wearMm } = limits;
  // As far under its nominal it is another engine's, or was measured wrongly.
  const band = nominal === null || wearMm === null ? { lowMm: null, highMm: null } : { lowMm: nominal - wearMm, highMm: nominal + wearMm };
  const size = journalFigures(sizes, { ...band, outOfRoundMm: limits.outOfRoundMm, taperMm: limits.taperMm }, false, limits.rule);
  return {
    cylinder,
    size,
    advice: size && (size.advice === 'grind' ? 'bore' : size.advice === 'cannotYetTell' ? 'cannotYetTell' : 'leave'),
    wall: null,
  };
}

function choose(rows: readonly BoreRow[], made: MadeReady, places: readonly PlaceRead[], limits: BoreLimits): OversizeChoice | null {
  const worn = rows.flatMap(({ cylinder, size }): WornBore[] => {
    if (!size) return [];
    const cut = made.works.findLast(({ work }) => work.kind === 'trialCut' && work.cylinder === cylinder)?.work;
    const [shadow] = placesAt(places, `bore.${cylinder}`, 'shadow');
    const trial = cut?.kind === 'trialCut' && shadow ? { cutMm: cut.toMm, shadowMm: shadow.mm } : null;
    return [{ cylinder, largestMm: size.largestMm, offAxisMm: made.bores.offAxisMm[cylinder] ?? 0, trial }];
  });
  const [first, ...more] = worn;
  // A new sleeve is bored with the rest, and asks for no size.
  const sleeves = new Set(worksSinceBored(made).flatMap(({ work }) => (work.kind === 'sleeve' ? [work.cylinder] : [])));
  const open = rows.filter(({ size, cylinder }) => !size && !sleeves.has(cylinder));
  const larger = limits.oversizes.filter(({ overMm }) => overMm > boredMm(made));
  return first && open.length === 0 && larger.length > 0 ? oversizeFor([first, ...more], limits.nominalMm!, limits.honeMm, larger) : null;
}

function withWall(row: BoreRow, places: readonly PlaceRead[], limits: BoreLimits | null, oversize: OversizeChoice | null): BoreRow {
  const walls = placesAt(places, `bore.${row.cylinder}`, 'boreWall').map(({ mm }) => mm);
  if (walls.length === 0 || !row.size || !oversize?.size || limits?.nominalMm == null) return row;
  const leftMm = wallLeftMm(Math.min(...walls), row.size.meanMm, limits.nominalMm + oversize.size.overMm);
  return { ...row, wall: { leftMm, isThin: limits.leastWallMm !== null && leftMm < limits.leastWallMm } };
}

const sum = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a + b);

function sleeveInstead({ decides, withoutIt, size }: OversizeChoice, { sleevePrice }: BoreLimits): SleeveInstead | null {
  if (!withoutIt) return null;
  return { cylinder: decides, overMm: withoutIt.overMm, price: sum(withoutIt.price, sleevePrice), againstPrice: size?.price ?? null };
}

function barFor(finishMm: number, honeMm: number, { works }: MadeReady): BarSetting {
  const offset = toolOffset(works);
  return { setMm: barSettingMm(finishMm, honeMm, offset), finishMm, offset };
}

/** Pistons to bores: bores that are still to be honed are honed each to its piston, the rest are as they are. */
function fitsOf(rows: readonly BoreRow[], places: readonly PlaceRead[], made: MadeReady): Pick<BoresFigures, 'fits' | 'worstOffMm'> {
  const { limits } = made.bores;
  const nothing = { fits: [], worstOffMm: null };
  const bores = rows.flatMap(({ cylinder, size }) => (size ? [{ id: String(cylinder), mm: size.meanMm }] : []));
  const pistons = places.filter(({ quantity }) => quantity === 'pistonSize').map(({ feature, mm }) => ({ id: feature.replace('piston.', ''), mm }));
  if (!limits || bores.length < rows.length || pistons.length < bores.length) return nothing;
  const { lowMm, highMm } = limits.clearance;
  if (lowMm === null || highMm === null) return nothing;
  const boreMm = new Map(bores.map(({ id, mm }) => [id, mm]));
  const [aimMm, leftMm] = [(lowMm + highMm) / 2, honeLeftMm(made)];
  const { places: placed, worstMm } = pistonsToBores(bores, pistons, aimMm - leftMm);
  return {
    worstOffMm: worstMm,
    fits: placed
      .map((one): PistonFit => {
        const parts = [
          worstDeviationMm(placesAt(places, `bore.${one.bore}`, 'boreSize')),
          worstDeviationMm(placesAt(places, `piston.${one.piston}`, 'pistonSize')),
        ];
        const deviationMm = parts.some((u) => u === null) ? null : Math.hypot(...(parts as number[]));
        const stillMm = aimMm - one.clearanceMm;
        if (leftMm > 0) return { ...one, verdict: null, hone: { toMm: boreMm.get(one.bore)! + stillMm, stillMm } };
        return { ...one, hone: null, verdict: accept({ mm: one.clearanceMm, deviationMm }, limits.clearance, limits.rule) };
      })
      .sort((a, b) => Number(a.bore) - Number(b.bore)),
  };
}
