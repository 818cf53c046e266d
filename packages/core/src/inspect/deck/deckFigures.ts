import { CoreError } from '../../units/check.js';
import type { JobSpec } from '../../job/jobFacts.js';
import { accept, worstDeviationMm, type Acceptance, type Measured } from '../acceptance.js';
import { boredMm } from '../bores/boreFigures.js';
import type { MadeReady } from '../inspectFacts.js';
import { meanOf, placesAt, placesRead, type PlaceRead } from '../placesRead.js';
import { compressionRatio } from './compression.js';
import type { DeckLimits } from './deckFacts.js';
import { planDecks, type DeckPlan, type MeasuredDeck } from './deckPlan.js';

export type DeckSpec = Pick<JobSpec, 'layout' | 'strokeMm' | 'rodLengthMm'>;

/** A deck by its bank, with the cylinders under it from the front. */
export interface DeckRow {
  readonly bank: number;
  readonly cylinders: readonly number[];
  /** Null while fewer than its four corners are measured. */
  readonly deck: MeasuredDeck | null;
  /** How far its corners differ and a straight edge stands off it, against what is allowed; null where nothing can be judged. */
  readonly flat: Acceptance | null;
}

/** How a crown stands under its deck, and what it compresses to. */
export interface CrownRow {
  readonly cylinder: number;
  /** Below the deck: measured, else reckoned; null while neither can be. */
  readonly now: { readonly mm: number; readonly isMeasured: boolean; readonly verdict: Acceptance; readonly compression: number | null } | null;
  /** After the decks are cut as planned; null without a plan. */
  readonly then: {
    readonly mm: number;
    readonly verdict: Acceptance;
    readonly compression: number | null;
    /** Crown and head would meet. */
    readonly strikes: boolean;
  } | null;
}

export interface DecksFigures {
  readonly rows: readonly DeckRow[];
  /** Two banks differ by more than is allowed; null where that cannot be judged. */
  readonly alike: Acceptance | null;
  /** What is to be cut; null where nothing asks for it, or it cannot be told yet. */
  readonly plan: DeckPlan | null;
  /** Why nothing is planned though something asks for it. */
  readonly refused: string | null;
  /** The plan goes below the least height that was typed. */
  readonly isBelowLeast: boolean;
  readonly crowns: readonly CrownRow[];
}

/** Cylinders by bank, in the order in which the layout names them. */
export function banksOf({ cylinders }: DeckSpec['layout']): number[][] {
  const angles = [...new Set(cylinders.map(({ bankDeg }) => bankDeg))];
  return angles.map((angle) => cylinders.flatMap(({ bankDeg, number }) => (bankDeg === angle ? [number] : [])));
}

/** Everything that follows of what was measured of a block's decks and of the crowns under them. */
export function decksFigures(made: MadeReady, spec: DeckSpec): DecksFigures {
  const { limits } = made.decks;
  const places = placesRead(made);
  const banks = banksOf(spec.layout);
  const rows = banks.map((cylinders, i) => rowOf(i + 1, cylinders, made, places));
  const read = rows.flatMap(({ deck }) => (deck ? [deck] : []));
  const heights = read.map(({ lowestMm, highestMm }) => (lowestMm + highestMm) / 2);
  const alike =
    read.length < 2 || read.length < rows.length
      ? null
      : judge(
          {
            mm: Math.max(...heights) - Math.min(...heights),
            deviationMm: differenceDeviationMm(rows.flatMap(({ bank }) => cornersOf(places, bank))),
          },
          limits,
        );
  const now = new Map(rows.flatMap((row) => row.cylinders.map((cylinder) => [cylinder, crownNow(cylinder, row, made, places, spec)] as const)));
  const { plan, refused } = planOf(rows, read, alike, now, made);
  const crowns = rows
    .flatMap((row) => row.cylinders.map((cylinder) => crownRow(cylinder, row, now.get(cylinder) ?? null, plan, made, spec)))
    .sort((a, b) => a.cylinder - b.cylinder);
  return { rows, alike, plan, refused, isBelowLeast: plan !== null && limits?.leastHeightMm != null && plan.heightMm < limits.leastHeightMm, crowns };
}

const CORNERS = 4;

const cornersOf = (places: readonly PlaceRead[], bank: number): PlaceRead[] => placesAt(places, `deck.${bank}`, 'deckHeight');

/** The difference of two sizes is known as well as each of them, times the root of two. */
const differenceDeviationMm = (corners: readonly PlaceRead[]): number | null => {
  const worst = worstDeviationMm(corners);
  return worst === null ? null : worst * Math.SQRT2;
};

const judge = (measured: Measured, limits: DeckLimits | null): Acceptance | null =>
  limits?.flatnessMm == null ? null : accept(measured, { lowMm: null, highMm: limits.flatnessMm }, limits.rule);

function rowOf(bank: number, cylinders: readonly number[], made: MadeReady, places: readonly PlaceRead[]): DeckRow {
  const own = cornersOf(places, bank);
  if (own.length < CORNERS) return { bank, cylinders, deck: null, flat: null };
  const heights = own.map(({ mm }) => mm);
  const deck: MeasuredDeck = {
    bank,
    lowestMm: Math.min(...heights),
    highestMm: Math.max(...heights),
    hollowMm: made.decks.hollowMm[bank] ?? 0,
    stays: made.noCut[`deck.${bank}`] ?? null,
  };
  const off = Math.max(deck.highestMm - deck.lowestMm, deck.hollowMm);
  return { bank, cylinders, deck, flat: judge({ mm: off, deviationMm: differenceDeviationMm(own) }, made.decks.limits) };
}

/** The deck's height over a cylinder, on the straight line from its front corners to its rear ones. */
function heightOver(cylinder: number, { bank, cylinders }: DeckRow, places: readonly PlaceRead[]): number | null {
  const end = (depth: number): Measured | null => meanOf(cornersOf(places, bank).filter((one) => one.depth === depth));
  const [front, rear] = [end(1), end(2)];
  if (!front || !rear) return null;
  return front.mm + ((rear.mm - front.mm) * (cylinders.indexOf(cylinder) + 0.5)) / cylinders.length;
}

/** A crown below its deck, with the deck's height over it. */
interface CrownNow extends Measured {
  readonly isMeasured: boolean;
  readonly heightMm: number | null;
}

/** A crown below its deck: as it was measured, else from height, throw, rod and piston. */
function crownNow(
  cylinder: number,
  row: DeckRow,
  made: MadeReady,
  places: readonly PlaceRead[],
  { strokeMm, rodLengthMm }: DeckSpec,
): CrownNow | null {
  const heightMm = heightOver(cylinder, row, places);
  const seen = meanOf(placesAt(places, `bore.${cylinder}`, 'pistonDown'));
  if (seen) return { ...seen, isMeasured: true, heightMm };
  const crownMm = made.decks.limits?.compressionHeightMm ?? null;
  if (heightMm === null || crownMm === null) return null;
  const [rod] = placesAt(places, `rod.${cylinder}`, 'centre');
  const parts = [...cornersOf(places, row.bank), ...(rod ? [rod] : [])];
  return { mm: heightMm - strokeMm / 2 - (rod?.mm ?? rodLengthMm) - crownMm, deviationMm: worstDeviationMm(parts), isMeasured: false, heightMm };
}

const middle = (low: number | null, high: number | null): number | null => (low === null || high === null ? null : (low + high) / 2);

function planOf(
  rows: readonly DeckRow[],
  [first, ...more]: readonly MeasuredDeck[],
  alike: Acceptance | null,
  now: ReadonlyMap<number, CrownNow | null>,
  { decks: { limits, toMm } }: MadeReady,
): { readonly plan: DeckPlan | null; readonly refused: string | null } {
  const nothing = { plan: null, refused: null };
  if (!limits || !first || more.length + 1 < rows.length) return nothing;
  const decks = [first, ...more] as const;
  const isOff = alike?.kind === 'outside' || rows.some(({ flat }) => flat?.kind === 'outside');
  const off = ({ lowestMm, highestMm }: MeasuredDeck, mm: number): number => Math.max(highestMm - mm, mm - lowestMm);
  if (toMm !== null && decks.every((deck) => off(deck, toMm) <= (limits.flatnessMm ?? 0))) return nothing;
  try {
    if (toMm !== null) return { plan: planDecks(decks, limits.lastCutMm, toMm), refused: null };
    const whole = planDecks(decks, limits.lastCutMm, null);
    const askedMm = crownHeightMm(now, isOff ? whole.heightMm : null, limits);
    if (askedMm !== null) return { plan: planDecks(decks, limits.lastCutMm, Math.min(askedMm, whole.heightMm)), refused: null };
    return isOff ? { plan: whole, refused: null } : nothing;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { plan: null, refused: error.message };
  }
}

/**
 * The height at which the crowns stand about the middle of what is allowed, where one stands too low for certain.
 * @param cutToMm what the faces ask for; null where they ask for nothing
 * @returns null where no crown stands too low, or one is not known
 */
function crownHeightMm(now: ReadonlyMap<number, CrownNow | null>, cutToMm: number | null, { pistonDown, rule }: DeckLimits): number | null {
  const aim = middle(pistonDown.lowMm, pistonDown.highMm);
  const crowns = [...now.values()].flatMap((one) =>
    one && one.heightMm !== null ? [{ ...one, topMm: one.heightMm - one.mm, heightMm: one.heightMm }] : [],
  );
  if (aim === null || crowns.length < now.size) return null;
  const isLow = crowns.some(({ topMm, heightMm, deviationMm }) => {
    const verdict = accept({ mm: (cutToMm ?? heightMm) - topMm, deviationMm }, pistonDown, rule);
    return verdict.kind === 'outside' && verdict.side === 'high';
  });
  const tops = crowns.map(({ topMm }) => topMm);
  return isLow ? aim + (Math.max(...tops) + Math.min(...tops)) / 2 : null;
}

function crownRow(cylinder: number, row: DeckRow, now: CrownNow | null, plan: DeckPlan | null, made: MadeReady, spec: DeckSpec): CrownRow {
  const { limits } = made.decks;
  if (!now || !limits) return { cylinder, now: null, then: null };
  const compression = (downMm: number): number | null => compressionOf(downMm, made, spec);
  const verdictOf = (mm: number): Acceptance => accept({ ...now, mm }, limits.pistonDown, limits.rule);
  const { heightMm } = now;
  const isCut = plan?.takes.some(({ bank }) => bank === row.bank) ?? false;
  const thenMm = plan && isCut && heightMm !== null ? now.mm - Math.max(0, heightMm - plan.heightMm) : null;
  return {
    cylinder,
    now: { mm: now.mm, isMeasured: now.isMeasured, verdict: verdictOf(now.mm), compression: compression(now.mm) },
    then:
      thenMm === null
        ? null
        : {
            mm: thenMm,
            verdict: verdictOf(thenMm),
            compression: compression(thenMm),
            strikes: limits.gasketMm !== null && thenMm + limits.gasketMm <= 0,
          },
  };
}

/** What a cylinder compresses to with its crown so far down; null while what is over it is not known. */
function compressionOf(downMm: number, made: MadeReady, { strokeMm }: DeckSpec): number | null {
  const { chamberCm3 = null, dishCm3 = null, gasketMm = null, gasketBoreMm = null } = made.decks.limits ?? {};
  const nominalMm = made.bores.limits?.nominalMm ?? null;
  if (chamberCm3 === null || gasketMm === null || nominalMm === null) return null;
  const boreMm = nominalMm + boredMm(made);
  return compressionRatio({ boreMm, strokeMm, downMm, chamberCm3, dishCm3: dishCm3 ?? 0, gasketMm, gasketBoreMm: gasketBoreMm ?? boreMm });
}
