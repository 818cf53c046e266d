import type { AcceptanceRule, Limits } from './acceptance.js';
import type { ShellGrade } from './clearance.js';
import type { ShellPair } from './groundAway.js';
import type { GaugeSetting, GrowingMetal } from './gaugeSize.js';
import type { BoresSaid, BoreWork } from './bores/boreFacts.js';
import type { DecksSaid, DeckWork } from './deck/deckFacts.js';
import type { PinLimits, PinWork } from './pins/pinFacts.js';
import type { RodsSaid, RodWork } from './rods/rodFacts.js';
import type { Undersize } from './undersize.js';

/** What is measured of a crank, its bearings, its rods, its bores, pistons, rings and decks. */
export const QUANTITIES = [
  'runOut',
  'runOutHigh',
  'runOutLow',
  'diameter',
  'fillet',
  'width',
  'housing',
  'upperWall',
  'lowerWall',
  'endFloat',
  'bigEnd',
  'smallEnd',
  'bend',
  'twist',
  'centre',
  'boltFree',
  'boltTorqued',
  'boltFreeAgain',
  'clearanceSeen',
  'boreSize',
  'boreWall',
  'shadow',
  'pistonSize',
  'pinSize',
  'pinBore',
  'ringGap',
  'deckHeight',
  'pistonDown',
] as const;
export type Quantity = (typeof QUANTITIES)[number];

/** What an indicator shows while a crank turns: the needle at every angle, or the short way, its highest with the angle and its lowest. */
export const isRunOut = (quantity: Quantity): boolean => quantity === 'runOut' || quantity === 'runOutHigh' || quantity === 'runOutLow';

/** Journals are measured and ground in two groups, never one by itself. */
export const JOURNAL_GROUPS = ['mains', 'pins'] as const;
export type JournalGroup = (typeof JOURNAL_GROUPS)[number];

/** A journal by its group and its number from the front, counted from 1; the crank itself where it is measured as a whole. */
export type Feature = `main.${number}` | `pin.${number}` | 'crank';
export const featureOf = (group: JournalGroup, number: number): Feature => `${group === 'mains' ? 'main' : 'pin'}.${number}`;

/** One indication at one place of a feature; several at a place are its placements. */
export interface MeasurementFact {
  readonly id: string;
  readonly feature: string;
  readonly quantity: Quantity;
  /** Round the feature, degrees: of a run-out how far the crank was turned, of a diameter its direction. Null where it has none. */
  readonly angleDeg: number | null;
  /** Along it, counted from the front; null where it has none. */
  readonly depth: number | null;
  /** What was read: a size, or what the needle showed where the gauge was set. */
  readonly indicationMm: number;
  /** The setting of the gauge that it was read with; null for a size that was read outright, by a gauge nobody named. */
  readonly settingId: string | null;
  /** The work on the crank after which it was read; null before any. */
  readonly afterWorkId: string | null;
  readonly voided: boolean;
}

/** A gauge as it was set for a sheet, with what is known of it, and what its zero showed afterwards. */
export interface GaugeSettingFact extends GaugeSetting {
  readonly name: string;
  readonly divisionMm: number;
  /** Scatter of its study, mm; null before any. */
  readonly deviationMm: number | null;
  readonly gaugeMetal: GrowingMetal;
  /** Of the part that is measured; steel where nobody said. */
  readonly partMetal?: GrowingMetal;
  /** Null where nobody took the temperatures: then both are taken as alike. */
  readonly gaugeC: number | null;
  readonly partC: number | null;
  /** The needle on its setting piece after the sheet; null while nobody looked. */
  readonly zeroAfterMm: number | null;
  /** A zero that had moved: it was wrong all along, or nobody knows when it moved and what was read with it is doubted. */
  readonly moved: 'corrected' | 'doubted' | null;
}

/** What a crank is finished with after grinding. */
export const CRANK_FINISHES = ['oilWaysBrushed', 'holesChamfered', 'plugsIn', 'polished', 'washed', 'sizesOnTag'] as const;
export type CrankFinish = (typeof CRANK_FINISHES)[number];

/** What was done to a crank, in the order it was done. */
export type CrankWork =
  | { readonly kind: 'push'; readonly main: number; readonly pressedMm: number; readonly highAtDeg: number }
  | { readonly kind: 'grindMains'; readonly underMm: number; readonly axisMovedMm: number; readonly axisMovedAtDeg: number }
  | { readonly kind: 'grindPins'; readonly underMm: number; readonly diameterMm: number; readonly widthMm: number }
  | { readonly kind: 'polish'; readonly feature: string }
  | { readonly kind: 'finish'; readonly what: CrankFinish };

const CRANK_WORKS: ReadonlySet<string> = new Set<CrankWork['kind']>(['push', 'grindMains', 'grindPins', 'polish', 'finish']);
export const isCrankWork = (work: { readonly kind: string }): work is CrankWork => CRANK_WORKS.has(work.kind);

/** What was done to the engine's parts. */
export type Work = CrankWork | RodWork | BoreWork | PinWork | DeckWork;

export interface WorkFact {
  readonly id: string;
  readonly work: Work;
  /** The spin after which it was done; null before the first. */
  readonly afterSpinId: string | null;
}

/** Limits of a group of journals, from the engine's own data. */
export interface GroupLimits extends Limits {
  readonly outOfRoundMm: number | null;
  readonly taperMm: number | null;
  /** Radius of the fillets, and the journal’s width between them; left out while nobody said. */
  readonly fillet?: Limits;
  readonly width?: Limits;
  /** What undersize 0 is ground to, and what a grind takes besides to clean up; null where nobody said. */
  readonly targetMm: number | null;
  readonly cleanUpMm: number | null;
  readonly undersizes: readonly Undersize[];
  /** Oil clearance, and the grades of shells that can be had. */
  readonly clearance: Limits;
  readonly grades: readonly ShellGrade[];
  /** A pair of standard shells, for what thicker ones weigh more; left out while nobody measured one. */
  readonly shells?: ShellPair | null;
}

/** Limits of a crank, typed or read from a file: none ships. */
export interface CrankLimits {
  /** Run-out of a main, TIR. */
  readonly runOutMm: number | null;
  /** Numbers of the mains on which the crank lies while that is read. */
  readonly blocks: readonly [number, number];
  /** Angles at which the indicator is read, evenly round a turn. */
  readonly stepsATurn: number;
  /** Angle of the blocks’ V, which shows an oval in its own way; left out while nobody said. */
  readonly vDeg?: number;
  /** Cast cranks are not pushed. */
  readonly isCast: boolean;
  readonly rule: AcceptanceRule;
  readonly endFloat: Limits;
  readonly mains: GroupLimits;
  readonly pins: GroupLimits;
}

/** Who looked for cracks and how, with what was found where; or who waived it. */
export interface CrackTest {
  readonly way: 'tested' | 'waived';
  /** By whom, or by whose word. */
  readonly by: string;
  /** Such as magnetic particles, dye, a ring; blank where waived. */
  readonly method: string;
  readonly demagnetised: boolean;
  /** How many works on the crank there were when it was made: a push since makes it due again. */
  readonly afterWorks: number;
  /** Where a crack shows, in words and along the crank; empty for none. */
  readonly cracks: readonly { readonly place: string; readonly zMm: number | null }[];
}

/** What is decided of a crank before anything is done. */
export interface PlannedGrind {
  readonly underMm: number;
}

/** Everything that was measured, set, decided and done to make an engine's parts ready. */
export interface MadeReady {
  readonly measurements: readonly MeasurementFact[];
  readonly works: readonly WorkFact[];
  readonly settings: Readonly<Record<string, GaugeSettingFact>>;
  readonly limits: CrankLimits | null;
  readonly cracks: CrackTest | null;
  /** Undersizes that were decided on and are not ground yet. */
  readonly planned: Readonly<Partial<Record<JournalGroup, number>>>;
  /** What journals that wore on one side measure where they never wore, mm, by feature. */
  readonly unwornMm: Readonly<Record<string, number>>;
  /** Degrees by which a pin’s throw stands off its place, by feature. */
  readonly indexDeg: Readonly<Record<string, number>>;
  /** Journals that bear marks that can be felt, by feature. */
  readonly marked: Readonly<Record<string, boolean>>;
  readonly rods: RodsSaid;
  readonly bores: BoresSaid;
  readonly decks: DecksSaid;
  /** Why a face bears what must stay and is not cut, by its feature: a deck or a bore. */
  readonly noCut: Readonly<Record<string, string>>;
  readonly pinLimits: PinLimits | null;
}
