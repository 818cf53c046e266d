import type {
  BenchStatus,
  Bit,
  CrankHole,
  CutSample,
  HoleFact,
  JobFacts,
  JobFigures,
  JobSpec,
  PartCutFact,
  PlaneUnbalance,
  ReadingFact,
  SpinFact,
} from '@tare/core';
import type { PartMarks } from './decisions.js';
import type { CutRemoval } from './entries.js';
import type { Source } from './instruments.js';

/** Who and when, on every entry; `at` is the server's clock in ISO 8601. */
export interface Attribution {
  readonly personId: string;
  readonly at: string;
}

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

export interface Shop {
  readonly id: string;
  readonly name: string;
  readonly factorRatio: number;
  readonly oilG: number;
  readonly people: readonly Person[];
  readonly bits: readonly Bit[];
}

export interface ReadingEntry extends ReadingFact, Attribution {
  readonly instrumentId: string | null;
  readonly source: Source;
  /** The zeros seen round this placement; null when nobody looked. */
  readonly zero: { readonly beforeG: number; readonly afterG: number } | null;
  readonly voidedBy: (Attribution & { readonly reason: string }) | null;
}

export interface PartCutEntry extends PartCutFact, Attribution {
  readonly removal: CutRemoval | null;
  readonly toolId: string | null;
  readonly seconds: number | null;
}

export interface DecisionEntry extends Attribution {
  readonly version: number;
  readonly value: unknown;
}

export interface SpinEntry extends SpinFact, Attribution {
  /** The shop's machine that it was read on; null for the stand-in. */
  readonly machineId: string | null;
  readonly source: 'standin' | 'typed' | 'recorded';
  readonly calibrationId: string | null;
  /** What the signals said of themselves: a wandering speed, a clipped sensor; empty for typed spins. */
  readonly warnings: readonly string[];
}

export interface PlanEntry extends Attribution {
  readonly id: string;
  readonly spinId: string;
  readonly holes: readonly CrankHole[];
  readonly predicted: PlaneUnbalance;
}

export interface HoleEntry extends HoleFact, Attribution {
  readonly planId: string | null;
  readonly planIndex: number | null;
  /** What its chips weighed; null where nobody did. */
  readonly chipsG: number | null;
}

/** A tool and bit of the shop, with what every cut that was timed and weighed took off: oldest first. */
export interface Tool extends Attribution {
  readonly id: string;
  readonly name: string;
  readonly bit: string;
  readonly samples: readonly CutSample[];
}

/** A picture of a part; itself under /api/jobs/JOB/photos/ID. */
export interface PhotoEntry extends Attribution {
  readonly id: string;
  readonly partId: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** What was signed: the facts and the figures as they stood, with the arithmetic's version. */
export interface SignOffEntry extends Attribution {
  readonly id: string;
  readonly coreVersion: string;
  readonly figures: JobFigures;
}

/** Everything that is on record of a job. Figures follow from it by `jobFigures`. */
export interface JobSheet extends Omit<JobFacts, 'signedOffSpinId'>, Attribution {
  readonly id: string;
  readonly number: number;
  readonly spec: JobSpec;
  readonly specVersion: number;
  readonly readings: readonly ReadingEntry[];
  readonly partCuts: readonly PartCutEntry[];
  /** What is noted of parts, by the part’s id; a part without notes is not in it. */
  readonly partMarks: Readonly<Record<string, PartMarks>>;
  /** The latest decision on each subject. */
  readonly decisions: Readonly<Record<string, DecisionEntry>>;
  readonly spins: readonly SpinEntry[];
  readonly plans: readonly PlanEntry[];
  readonly holes: readonly HoleEntry[];
  readonly signOffs: readonly SignOffEntry[];
  readonly photos: readonly PhotoEntry[];
}

/** The facts of a sheet, in the shape that the core works out. */
export const factsOf = (sheet: JobSheet): JobFacts => ({ ...sheet, signedOffSpinId: sheet.signOffs.at(-1)?.figures.spins.at(-1)?.spinId ?? null });

/** A line of the job list. */
export interface JobLine {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly vessel: string;
  readonly engineName: string;
  readonly layoutId: JobSpec['layoutId'];
  readonly at: string;
  /** Where the job stands: the first bench that is not done, or sign-off. */
  readonly standing: BenchStatus;
}
