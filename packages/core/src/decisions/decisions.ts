import type { BoreLimits, BoringNoted, BoringWord } from '../inspect/bores/boreFacts.js';
import type { DeckLimits } from '../inspect/deck/deckFacts.js';
import type { Evidence } from '../inspect/bores/evidence.js';
import type { PinLimits } from '../inspect/pins/pinFacts.js';
import type { BoltTorque, RodBolts, RodLimits, RodNumbers } from '../inspect/rods/rodFacts.js';
import type { CrankLimits, CrackTest, GaugeSettingFact, PlannedGrind } from '../inspect/inspectFacts.js';
import type { BuiltBob } from '../bob/build/box.js';
import type { MountingCheck } from '../bob/build/mounting.js';
import type { BobWeighIn } from '../bob/build/weighIn.js';
import type { ExtraLine } from '../bob/bobWeight.js';
import type { FixedTarget, MatchChoices } from '../match/matchChoices.js';
import type { Mounted } from '../estimate/events.js';
import type { Supports } from '../rotor/supports.js';
import type { SetUps } from '../setups/setUp.js';
import type { PartMasses } from '../job/turningMasses.js';
import type { Arrival } from '../job/arrivals.js';
import type { PartSchool, RodSchool } from '../parts/facts.js';
import type { Sample } from '../parts/sample.js';

/** What is noted of a part besides its weight. */
export interface PartMarks {
  /** Another one will come in its place: like a damaged part, it is no reference. */
  readonly replace: boolean;
  /** Pressed on its pin: weighed before pressing, or as an assembly. */
  readonly pressed: boolean;
  /** Selected to another part of this job, and kept together with it. */
  readonly keptWithId: string | null;
  /** Oversize above, undersize below zero, mm. */
  readonly sizeMm: number;
  /** What stands on it, and who made it; left out where nobody wrote it down. */
  readonly serial?: string;
  readonly maker?: string;
  /** In somebody's own words; left out for none. */
  readonly note?: string;
}
export const NO_MARKS: PartMarks = { replace: false, pressed: false, keptWithId: null, sizeMm: 0 };

/** How the bobs of a job are put together, and the figures they were meant for. */
export interface BobBuildChoice {
  readonly pinDiameterMm: number;
  readonly limitG: number;
  /** Pins from the front, g. */
  readonly figuresG: readonly number[];
  /** Empty where the shop builds by hand. */
  readonly bobs: readonly BuiltBob[];
}

/** What was seen of each mounted bob, pins from the front. */
export type BobsMounted = readonly (readonly MountingCheck[])[];

/**
 * Everything that a person can decide on a job besides its spec, and what is decided. A kind that ends in `*` is a family: one
 * subject for each pin, part, item or cut, named in the star's place. The latest decision on a subject holds.
 */
export interface DecisionValues {
  'bob.factorRatio': number;
  'bob.oilG': number;
  'bob.extras': readonly ExtraLine[];
  'bob.acceptedG': readonly number[] | null;
  'bob.build': BobBuildChoice | null;
  /** A finished bob on the scale, by its pin counted from 1. */
  'bob.weighIn.*': BobWeighIn;
  'bob.mounted': BobsMounted;
  /** What the job spins, in order; and what of it is spun now, by its id. */
  setUps: SetUps;
  'setUps.current': string;
  /** Where the crank lies in the machine. */
  'spin.supports': Supports;
  /** What bolts on weighs, and where it acts along the crank, by the part’s name. */
  'spin.masses': PartMasses;
  /** A spin that does not fit what was known, and is so all the same: why; null takes that back. */
  'spin.isSo.*': string | null;
  /** What really was mounted in a spin, where that was said wrongly; null takes that back. */
  'spin.mounted.*': Mounted | null;
  /** Its machine was calibrated anew before it: its gain is another from there; null takes that back. */
  'spin.calibratedAnew.*': true | null;
  /** Pictures that go onto the card, in their order. */
  'card.photos': readonly string[];
  'weigh.rodSchool': RodSchool;
  'weigh.partSchool': PartSchool;
  'weigh.sample': Sample;
  /** The part that the scale is tared on for a kind; null for weights outright. */
  'weigh.reference.*': string | null;
  'match.choices': MatchChoices;
  /** Where swapped parts run, by part; a part that is not in it stays in its own cylinder. */
  'match.arrangement': Readonly<Record<string, number>>;
  /** A target that no longer follows the lightest; null lets it follow again. */
  'match.target.*': FixedTarget | null;
  /** What was decided about a part that was cut too far, by its last cut. */
  'match.wayOut.*': { readonly way: string; readonly note: string };
  'arrival.*': Arrival;
  /** Why damper and flywheel are corrected though the balance is internal; null: they are left alone. */
  'correct.neutralReason': string | null;
  /** Why the job goes on without spins with known weights; null: they are asked for. */
  'correct.weightsRefused': string | null;
  /** Limits of the crank, from the engine's own data. */
  'inspect.limits': CrankLimits | null;
  'inspect.cracks': CrackTest | null;
  /** An undersize of mains or pins that is decided on and not ground yet; null once it is, or is not to be. */
  'inspect.planned.*': PlannedGrind | null;
  /** What a journal that wore on one side measures where it never wore, mm; null for wear all round. */
  'inspect.unworn.*': number | null;
  /** Degrees that a pin’s throw stands off its place; null for none. */
  'inspect.index.*': number | null;
  /** A journal, by its feature, that bears marks that can be felt. */
  'inspect.marked.*': boolean;
  'rods.limits': RodLimits | null;
  /** How rod bolts are torqued at a step. */
  'rods.torque.*': BoltTorque;
  /** By the rod's cylinder. */
  'rods.numbers.*': RodNumbers;
  'rods.bolts.*': RodBolts;
  /** Where a rod is cracked, in words; blank for nowhere. */
  'rods.cracks.*': string;
  'rods.crush.*': boolean;
  'bores.limits': BoreLimits | null;
  /** How far a bore’s axis lies from the one it is bored on, by cylinder, mm; null for nothing. */
  'bores.offAxis.*': number | null;
  /** The customer’s word on an oversize. */
  'bores.word': BoringWord | null;
  /** What was seen and heard of a cylinder. */
  'bores.evidence.*': Evidence;
  'bores.noted': BoringNoted | null;
  'deck.limits': DeckLimits | null;
  /** What a straight edge stands off a deck between its corners, by bank, mm; null for nothing. */
  'deck.hollow.*': number | null;
  /** The height that all decks are cut to, mm; null for what follows from their corners. */
  'deck.to': number | null;
  /** What a deck or a bore bears that must stay; null where it may be cut. */
  'block.noCut.*': string | null;
  'pins.limits': PinLimits | null;
  /** A gauge as it was set for a sheet, by an id of its own. */
  'gauge.setting.*': GaugeSettingFact;
  'part.marks.*': PartMarks;
  'part.damaged.*': boolean;
}
export type DecisionKind = keyof DecisionValues;

/** A subject of a kind: itself, or the family's beginning with what it is about. */
export type SubjectOf<K extends DecisionKind> = K extends `${infer Beginning}*` ? `${Beginning}${string}` : K;
/** A kind that is about one thing of the job. */
export type SingleDecision = { [K in DecisionKind]: K extends `${string}*` ? never : K }[DecisionKind];
type Family = Exclude<DecisionKind, SingleDecision>;

/** The latest decision on each subject. */
export type Decided = Readonly<Partial<Record<string, { readonly value: unknown }>>>;

/** What was last decided on a subject; undefined where nobody did. The contract's schema has checked what stands there. */
export const latestOn = <K extends SingleDecision>(decided: Decided, kind: K): DecisionValues[K] | undefined =>
  decided[kind]?.value as DecisionValues[K] | undefined;

/** The same for one member of a family, such as a pin or a part. */
export const latestOf = <K extends Family>(decided: Decided, kind: K, member: string | number): DecisionValues[K] | undefined =>
  decided[`${kind.slice(0, -1)}${member}`]?.value as DecisionValues[K] | undefined;

/** The latest decisions of a family, by what each is about. */
export function familyOf<K extends Family>(decided: Decided, kind: K): Record<string, DecisionValues[K]> {
  const beginning = kind.slice(0, -1);
  const own = Object.entries(decided).filter(([subject]) => subject.startsWith(beginning));
  return Object.fromEntries(own.map(([subject, entry]) => [subject.slice(beginning.length), entry!.value as DecisionValues[K]]));
}
