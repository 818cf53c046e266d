import type { MadeReady } from '../inspect/inspectFacts.js';
import type { BobChoices } from '../bob/bobChoices.js';
import type { EngineLayout } from '../engine/layout.js';
import type { LayoutId } from '../engine/library.js';
import type { Crank } from '../rotor/crank.js';
import type { KnownCut } from '../rotor/cut.js';
import type { PlaneUnbalance, Planes } from '../rotor/planes.js';
import type { Supports } from '../rotor/supports.js';
import type { ToleranceChoice } from '../rotor/tolerance.js';
import type { DrillErrors } from '../cuts/drillErrors.js';
import type { Mounted } from '../estimate/events.js';
import type { HungPiece } from '../estimate/hungPieces.js';
import type { SpinReading } from '../estimate/reading.js';
import type { GainHistory } from '../spin/gainHistory.js';
import type { PlaneSpread } from '../spin/readingSpread.js';
import type { ShownBy, ShownSpin } from '../spin/shownSpin.js';
import type { TurnSummary } from '../spin/turnSummary.js';
import type { System } from '../units/quantity/systems.js';
import type { FixedTarget, MatchChoices, TargetGroup } from '../match/matchChoices.js';
import type { PartMasses } from './turningMasses.js';
import type { Sample } from '../parts/sample.js';
import type { SetUp, SetUps } from '../setups/setUp.js';
import type { Elsewhere } from '../parts/elsewhere.js';
import type { Arrival, ArrivalKey } from './arrivals.js';
import type { JobKind } from './jobKind.js';
import type { Balance, PartKind, PartSchool, RodSchool, WeighFacts } from '../parts/facts.js';

/** What is known of a job's engine and agreed for it: a decision, replaced as a whole and never in part. */
export interface JobSpec {
  /** What is wanted; everything where nobody said. */
  readonly jobKind?: JobKind;
  /** Kinds of part that are not weighed here; left out for none. */
  readonly elsewhere?: Elsewhere;
  /** Blank: the shop itself. */
  readonly customer: string;
  readonly vessel: string;
  readonly engineName: string;
  readonly layoutId: LayoutId;
  readonly layout: EngineLayout;
  readonly strokeMm: number;
  readonly rodLengthMm: number;
  readonly redlineRpm: number;
  readonly balance: Balance;
  readonly tolerance: ToleranceChoice;
  /** Largest minus smallest allowed in a matched set. */
  readonly matchToleranceG: number;
  readonly crank: Crank;
  /** In which units the customer's prints are; metric where nobody said. */
  readonly printIn?: System;
  /** Figures that were typed in another way than they are kept: "3.45 in", by their place in the form. */
  readonly said?: Readonly<Record<string, string>>;
}

/** What says a machine's gain before a job: its history; trial weights on this rotor, whose fourth run agreed, or that could not contradict one another. */
export type GainBasis = GainHistory | { readonly kind: 'trials' } | { readonly kind: 'threeRuns' };

/** One spin: a vector a turn in each plane, pointing to where the crank is heavy. */
export interface SpinFact {
  readonly id: string;
  readonly speedRpm: number;
  /** The planes the vectors are stated in. */
  readonly planes: Planes;
  /** What its turns say together, or repeated readings of a machine that says one number a spin. */
  readonly turns: TurnSummary;
  /** Scatter of one turn in each component where it is known from elsewhere, g·mm. */
  readonly knownDeviationGmm?: number | null;
  /** What its means are off by beyond that; left out where nobody knows. */
  readonly spread?: { readonly aGmm: PlaneSpread; readonly bGmm: PlaneSpread } | null;
  /** What it was read by: another machine or calibration has another gain, and so has a machine that was calibrated anew. */
  readonly machineId?: string | null;
  readonly calibrationId?: string | null;
  readonly gainEpoch?: number;
  /** How far its calibration may be off before anything is learned, as a share; left out where nobody said. */
  readonly gainDeviation?: number | null;
  /** What its gain was known by when it was spun; null or left out where nothing but a figure that somebody typed said it. */
  readonly gainBasis?: GainBasis | null;
  /** Turns of one spin, or numbers that a machine showed of spins. */
  readonly source?: 'standin' | 'typed' | 'recorded';
  /** What a machine showed, as it was typed, and by what that became the turns; left out where nothing was. */
  readonly shown?: readonly ShownSpin[] | null;
  readonly shownBy?: ShownBy | null;
  /** What a display cannot tell apart, g·mm and rad; left out for none. */
  readonly display?: SpinReading['display'];
  /** Where a plane was off the scale. */
  readonly atLeastGmm?: SpinReading['atLeastGmm'];
  /** What was mounted; left out for all that the crank is described with. */
  readonly mounted?: Mounted | null;
  /** The set-up in which it was made; left out where the job had none. */
  readonly setUpId?: string | null;
  /** Parts that were taken off and bolted on again since the spin before; left out for none. */
  readonly rebolted?: readonly string[];
  /** Where the supports stood; left out where nobody had measured. */
  readonly supports?: Supports | null;
  /** A quick look, which does not count. */
  readonly quick?: boolean;
  /** Known weights that hung on the crank, g·mm in its planes; left out for none. */
  readonly hung?: PlaneUnbalance | null;
  /** Where each of them sat; left out where nobody said. */
  readonly hungPieces?: readonly HungPiece[] | null;
}

/** A hole that was really drilled, after the spin it answers. */
export type HoleFact = KnownCut & {
  /** The last spin before it; null where none stands. */
  readonly afterSpinId: string | null;
  /** How far its rim's part was turned from its own zero when it was made, degrees; left out for not at all. */
  readonly turnedDeg?: number | null;
};

/** A job's facts as they stand in one of its set-ups, with all that its estimate is made of. */
export interface InSetUp {
  readonly current: SetUp;
  readonly setUps: SetUps;
  readonly mounted: Mounted;
  /** What bolts on weighs, by its name. */
  readonly masses: PartMasses;
  /** Everything on record, each cut in its part's own angles, in this set-up's planes. */
  readonly whole: { readonly spec: JobSpec; readonly spins: readonly SpinFact[]; readonly holes: readonly HoleFact[] };
  /** The record as it was kept, for looking at it in another set-up. */
  readonly kept: { readonly spec: JobSpec; readonly spins: readonly SpinFact[]; readonly holes: readonly HoleFact[] };
  /** Mass and mass centre of what is mounted, as far as they are known. */
  readonly rotor: { readonly massKg: number; readonly massCentreZMm: number };
}

/** What the job chose for its weighing. */
export interface WeighChoices {
  readonly rodSchool: RodSchool;
  readonly partSchool: PartSchool;
  /** Which parts of a kind go on the scale; every one where nobody said. */
  readonly sample?: Sample;
  /** The part of a kind that the scale is tared on, its readings being differences; kinds weighed outright are left out. */
  readonly references: Readonly<Partial<Record<PartKind, string>>>;
}

/** Everything measured and decided on a job; spins and holes in the order they happened. */
export interface JobFacts extends WeighFacts {
  readonly weighChoices: WeighChoices;
  readonly matchChoices: MatchChoices;
  /** Targets that were fixed, by what they are for; the others follow the lightest. */
  readonly fixedTargets: Readonly<Partial<Record<TargetGroup, FixedTarget>>>;
  /** What was found when the parts came in, by item; empty while nobody looked. */
  readonly arrivals: Readonly<Partial<Record<ArrivalKey, Arrival>>>;
  readonly spec: JobSpec;
  readonly bobChoices: BobChoices;
  readonly spins: readonly SpinFact[];
  readonly holes: readonly HoleFact[];
  /** How far the shop's drill misses. */
  readonly drill: DrillErrors;
  /** Left out where the job has no set-ups: then it spins one thing, with whatever its crank is described with. */
  readonly setUp?: InSetUp;
  /** What was measured and done to make the crank ready; left out where nothing was. */
  readonly madeReady?: MadeReady;
  /** Spins that do not fit what was known, and of which somebody said that it is so. */
  readonly spinsThatAreSo: readonly string[];
  /** Why somebody goes on without known weights; null or left out where nobody does. */
  readonly weightsRefused?: string | null;
  /** The last spin when the job was last signed off; null while it never was. */
  readonly signedOffSpinId: string | null;
  /** That spin, where the signature is from before it was asked what a verdict rests on; left out else. */
  readonly signedUnaskedSpinId?: string | null;
  /** Of a job that is never spun: whether it stands as it was signed; null or left out while it never was. */
  readonly signedAsItIs?: boolean | null;
}
