import {
  choicesOf,
  inSetUp,
  isSpun,
  latestOn,
  massOf,
  NO_SET_UPS,
  ownRecord,
  decidedSpins,
  decidedParts,
  madeReadyOf,
  openLedgers,
  standingOf,
  standingEntries,
  standingReference,
  type BenchStatus,
  type Bit,
  type Cut,
  type DrillErrors,
  type CutSample,
  type HoleFact,
  type KnownCut,
  type HungFact,
  type InSetUp,
  type SetUp,
  type SetUps,
  type HungPiece,
  type JobChoices,
  type JobFacts,
  type JobFigures,
  type JobSpec,
  type PartCutFact,
  type PartMetal,
  type PartFact,
  type Planes,
  type PlaneUnbalance,
  type ReadingFact,
  type ScaleFacts,
  type Supports,
  type SpinFact,
  type UsualBobChoices,
  type VoidFact,
  type WhatStands,
} from '@tare/core';
import type { Attribution } from './byPerson.js';
import type { CutRemoval } from './entries.js';
import type { Display } from './display.js';
import type { ShopFittings } from './fittings.js';
import type { WorkEntry, MeasurementEntry } from './inspect.js';
import type { Source } from './instruments.js';
import type { ShownPair } from './machines.js';
import type { Said } from './said.js';

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

export interface Shop {
  readonly id: string;
  readonly name: string;
  /** What new jobs start with; version 0 while nobody changed it. */
  readonly usual: UsualBobChoices & { readonly version: number };
  readonly people: readonly Person[];
  readonly bits: readonly Bit[];
  /** Of the list of bits; 0 while nobody changed it. */
  readonly bitsVersion: number;
  readonly fittings: ShopFittings & { readonly version: number };
  /** In which units each person types and reads who said so, by the person’s id. */
  readonly displays: Readonly<Record<string, Display & { readonly version: number }>>;
}

/** A reading as it was written. */
export interface WrittenReading extends Omit<ReadingFact, 'voided'>, Attribution {
  readonly instrumentId: string | null;
  readonly source: Source;
  /** The zeros seen round this placement; null when nobody looked. */
  readonly zero: { readonly beforeG: number; readonly afterG: number } | null;
}

/** The same as it counts. */
export interface ReadingEntry extends WrittenReading {
  readonly voided: boolean;
  readonly voidedBy: (Attribution & { readonly reason: string }) | null;
}

/** Word that an entry is not to count, or that another stands in its place. */
export interface VoidEntry extends VoidFact, Attribution {
  readonly reason: string;
  /** Taken back by its own author before anything followed. */
  readonly undone: boolean;
}

export interface HungWeightEntry extends HungFact, Attribution {}

export interface PartCutEntry extends PartCutFact, Attribution {
  readonly removal: CutRemoval | null;
  readonly toolId: string | null;
  readonly seconds: number | null;
  /** What it is made of; null where the cut was not timed. */
  readonly metal: PartMetal | null;
  /** The work that changed its weight, such as honing; left out for a cut made to match it. */
  readonly workId?: string;
}

export interface DecisionEntry extends Attribution {
  readonly version: number;
  readonly value: unknown;
}

export interface SpinEntry extends SpinFact, Attribution {
  readonly hung: PlaneUnbalance | null;
  readonly hungPieces: readonly HungPiece[] | null;
  /** The shop's machine that it was read on; null for the stand-in. */
  readonly machineId: string | null;
  readonly source: 'standin' | 'typed' | 'recorded';
  readonly calibrationId: string | null;
  /** What the signals said of themselves: a wandering speed, a clipped sensor; empty for typed spins. */
  readonly warnings: readonly string[];
  readonly note: string;
  /** What a machine showed, as it was typed; null where nothing was. */
  readonly shown: readonly ShownPair[] | null;
}

/** A spin as it was written, without what hung in it: that is an entry of its own. */
export type BareSpin = Omit<SpinEntry, 'hung' | 'hungPieces'>;

export interface PlanEntry extends Attribution {
  readonly id: string;
  readonly spinId: string;
  readonly holes: readonly Cut[];
  readonly predicted: PlaneUnbalance;
}

export type HoleEntry = HoleFact &
  Attribution & {
    readonly planId: string | null;
    readonly planIndex: number | null;
    /** What its chips weighed; null where nobody did. */
    readonly chipsG: number | null;
    readonly note: string;
  };

/** What a log's entry did to the metal, without who did it and when. */
export function loggedCut({
  afterSpinId: _after,
  planId: _plan,
  planIndex: _index,
  chipsG: _chips,
  note: _note,
  turnedDeg: _turned,
  personId: _by,
  at: _at,
  ...cut
}: HoleEntry): KnownCut {
  return cut;
}

/** A tool and bit of the shop, with what every cut that was timed and weighed took off: oldest first. */
export interface Tool extends Attribution {
  readonly id: string;
  readonly name: string;
  readonly bit: string;
  readonly samples: readonly CutSample[];
}

/** A picture of a part, a spin or a cut; itself under /api/jobs/JOB/photos/ID. */
export interface PhotoEntry extends Attribution {
  readonly id: string;
  /** Null where it is of a spin or a cut. */
  readonly partId: string | null;
  /** Of the spin or cut; null where it is of a part. */
  readonly entryId: string | null;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** What was signed: the facts and the figures as they stood, with the arithmetic's version. */
export interface SignOffEntry extends Attribution {
  readonly id: string;
  readonly coreVersion: string;
  readonly figures: JobFigures;
}

/** A part as it came with the job, before anything was decided about it. */
export type BarePart = Omit<PartFact, 'damaged' | 'runsIn' | 'spare'>;

/** Everything that is on record of a job, as it was written: entries oldest first, and the latest decision on each subject. */
export interface JobRecord extends Attribution {
  readonly id: string;
  readonly number: number;
  readonly spec: JobSpec;
  readonly specVersion: number;
  /** When what is agreed was changed last. */
  readonly specAt: string;
  /** What the shop took when this job was begun, where the job decided nothing else. */
  readonly usual: UsualBobChoices;
  /** How far the shop’s drill misses. */
  readonly drill: DrillErrors;
  readonly parts: readonly BarePart[];
  /** What is known of the scales that its readings were made on, by their ids. */
  readonly scales: Readonly<Record<string, ScaleFacts>>;
  readonly readings: readonly WrittenReading[];
  readonly partCuts: readonly PartCutEntry[];
  readonly decisions: Readonly<Record<string, DecisionEntry>>;
  readonly spins: readonly BareSpin[];
  readonly hungWeights: readonly HungWeightEntry[];
  /** What was measured of the crank, and done to it. */
  readonly measurements: readonly MeasurementEntry[];
  readonly works: readonly WorkEntry[];
  readonly plans: readonly PlanEntry[];
  readonly holes: readonly HoleEntry[];
  readonly voids: readonly VoidEntry[];
  readonly signOffs: readonly SignOffEntry[];
  readonly photos: readonly PhotoEntry[];
  /** What was typed otherwise than it is kept, by the entry’s id. */
  readonly said: Readonly<Record<string, Said>>;
}

type AsItCounts = 'readings' | 'parts' | 'spins' | 'measurements';

/** A spin, cut or known weight that was voided or amended, and stays so: what the card has to own up to. */
export interface PutRight extends Attribution {
  readonly id: string;
  readonly what: 'spin' | 'cut' | 'knownWeight';
  /** When the entry itself was made. */
  readonly madeAt: string;
  /** Another entry stands in its place. */
  readonly amended: boolean;
  readonly reason: string;
}

/** A job's record as it counts: voids and amendments applied, decisions read. Figures follow from it by `jobFigures`. */
export interface JobSheet extends Omit<JobRecord, AsItCounts>, JobChoices {
  readonly measurements: readonly (MeasurementEntry & { readonly voided: boolean })[];
  readonly parts: readonly PartFact[];
  readonly readings: readonly ReadingEntry[];
  readonly spins: readonly SpinEntry[];
  readonly putRight: readonly PutRight[];
  /** What the job spins, in order; empty where it spins one thing. */
  readonly setUps: SetUps;
  /** The set-up that is spun now: `spec`, `spins` and `holes` are as they stand in it. Left out where there is none. */
  readonly setUp?: SheetInSetUp;
}

/** A job in one of its set-ups, with the record as it was kept. */
export interface SheetInSetUp extends InSetUp {
  readonly kept: WholeRecord;
  readonly whole: WholeRecord;
}

interface WholeRecord {
  readonly spec: JobSpec;
  readonly spins: readonly SpinEntry[];
  readonly holes: readonly HoleEntry[];
}

/** The one reading of a record, for server and screen alike. */
export function sheetOf(record: JobRecord): JobSheet {
  const sheet = keptSheetOf(record);
  const { list } = sheet.setUps;
  const current = list.find(({ id }) => id === latestOn(record.decisions, 'setUps.current')) ?? list[0];
  return current ? sheetIn(sheet, current) : sheet;
}

/** A job's sheet in a set-up of its own, as it would be if that were spun now. */
export function sheetIn(sheet: JobSheet, current: SetUp): JobSheet {
  const kept = sheet.setUp?.kept ?? { spec: sheet.spec, spins: sheet.spins, holes: sheet.holes };
  const masses = latestOn(sheet.decisions, 'spin.masses') ?? {};
  return {
    ...sheet,
    ...inSetUp(kept, current, sheet.setUps.list),
    setUp: {
      current,
      setUps: sheet.setUps,
      mounted: current.mounted,
      masses,
      kept,
      whole: ownRecord(kept, current),
      rotor: massOf(kept.spec.crank, current, masses),
    },
  };
}

/** A job as everything that was ever spun and cut has it, whatever is mounted now: each cut in its part's own angles. */
export function wholeSheet({ setUp, ...sheet }: JobSheet): JobSheet {
  return setUp ? { ...sheet, ...setUp.whole } : sheet;
}

/** Where the crank lies in the machine, in the set-up that is spun now; null where nobody measured. */
export const supportsOf = ({ decisions, setUp }: Pick<JobSheet, 'decisions' | 'setUp'>): Supports | null =>
  setUp?.current.supports ?? latestOn(decisions, 'spin.supports') ?? null;

/** What a job spins now, as a calibration is compared with it. */
export const rotorOf = (
  sheet: Pick<JobSheet, 'id' | 'spec' | 'decisions' | 'setUp'>,
): { readonly id: string; readonly setUpId: string | null; readonly planes: Planes; readonly supports: Supports | null } => ({
  id: sheet.id,
  setUpId: sheet.setUp?.current.id ?? null,
  planes: sheet.spec.crank.planes,
  supports: supportsOf(sheet),
});

/** What the job's crank is described with, whatever set-up is spun now. */
export const keptSpecOf = ({ setUp, spec }: Pick<JobSheet, 'setUp' | 'spec'>): JobSpec => setUp?.kept.spec ?? spec;

/** Every spin of a job, whatever set-up it was made in. */
export const everySpinOf = ({ setUp, spins }: Pick<JobSheet, 'setUp' | 'spins'>): readonly SpinEntry[] => setUp?.kept.spins ?? spins;

/** Every cut of a job, each as it was kept, whatever is mounted now. */
export const everyHoleOf = ({ setUp, holes }: Pick<JobSheet, 'setUp' | 'holes'>): readonly HoleEntry[] => setUp?.kept.holes ?? holes;

/** A work that does not stand any more never touched its part's weight: its cut is voided with it. */
function withVoidsOfWorks(record: JobRecord): JobRecord {
  const made = record.partCuts.filter(({ workId }) => workId !== undefined);
  if (made.length === 0) return record;
  const { against } = standingOf(record.voids);
  const voids = new Map(record.voids.map((word) => [word.id, word]));
  const own = made.flatMap(({ id, workId }): VoidEntry[] => {
    const word = voids.get(against(workId!)?.id ?? '');
    return word ? [{ ...word, id: `${word.id}.${id}`, entryId: id, replacedById: null }] : [];
  });
  return { ...record, voids: [...record.voids, ...own] };
}

function keptSheetOf(asKept: JobRecord): JobSheet {
  const record = withVoidsOfWorks(asKept);
  const { standing, readings, ...ledgers } = openLedgers<WrittenReading, PartCutEntry, BareSpin, HoleEntry>(record);
  const voids = new Map(record.voids.map((word) => [word.id, word]));
  return {
    ...record,
    ...ledgers,
    spins: decidedSpins(ledgers.spins, record.decisions),
    ...choicesOf(record.decisions, record.usual),
    setUps: latestOn(record.decisions, 'setUps') ?? NO_SET_UPS,
    parts: decidedParts(record.parts, record.decisions),
    putRight: putRightIn(record, standing),
    measurements: record.measurements.map((one) => ({
      ...one,
      // Read after a work that was not done, it is of the part as the work before it left that.
      afterWorkId: standingReference(one.afterWorkId, record.works, standing),
      voided: standing.against(one.id) !== null,
    })),
    works: standingEntries(record.works, standing).map((work) => ({
      ...work,
      afterSpinId: standingReference(work.afterSpinId, record.spins, standing),
    })),
    readings: readings.map((reading) => {
      const word = voids.get(standing.against(reading.id)?.id ?? '');
      return { ...reading, voidedBy: word ? { reason: word.reason, personId: word.personId, at: word.at } : null };
    }),
  };
}

function putRightIn({ spins, holes, hungWeights, voids }: JobRecord, { against }: WhatStands): PutRight[] {
  const ledgers = [
    ['spin', spins],
    ['cut', holes],
    ['knownWeight', hungWeights],
  ] as const;
  return voids.flatMap(({ id, entryId, replacedById, reason, undone, personId, at }) => {
    if (undone || against(id) !== null) return [];
    for (const [what, entries] of ledgers) {
      const entry = entries.find((one) => one.id === entryId);
      if (entry) return [{ id, what, madeAt: entry.at, amended: replacedById !== null, reason, personId, at }];
    }
    return [];
  });
}

/** The facts of a sheet, and nothing else of it, in the shape that the core works out. */
export function factsOf(sheet: JobSheet): JobFacts {
  const {
    spec,
    parts,
    scales,
    readings,
    partCuts,
    weighChoices,
    matchChoices,
    fixedTargets,
    arrivals,
    bobChoices,
    spins,
    holes,
    signOffs,
    drill,
    spinsThatAreSo,
    weightsRefused,
    setUp,
  } = sheet;
  const signed = signOffs.at(-1)?.figures;
  // Signed before jobs had set-ups, a job had one last spin.
  const signedOffSpinId = signed?.lastSpinId ?? signed?.spins.at(-1)?.spinId ?? null;
  const signedAsItIs = signedAsItIsOf(sheet);
  const madeReady = madeReadyOf(sheet.measurements, sheet.works, sheet.decisions);
  return {
    spec,
    parts,
    scales,
    readings,
    partCuts,
    weighChoices,
    matchChoices,
    fixedTargets,
    arrivals,
    bobChoices,
    spins,
    holes,
    drill,
    spinsThatAreSo,
    weightsRefused,
    signedOffSpinId,
    ...(signed && !isAsked(signed) ? { signedUnaskedSpinId: signedOffSpinId } : {}),
    ...(signedAsItIs === null ? {} : { signedAsItIs }),
    ...(setUp ? { setUp } : {}),
    ...(madeReady ? { madeReady } : {}),
  };
}

/** Whether a signature is from since it was asked what a verdict rests on; older figures know nothing of that. */
const isAsked = ({ estimate }: { readonly estimate?: Partial<JobFigures['estimate']> }): boolean => estimate?.restsOn !== undefined;

/** Whether nothing that the card of a job that is never spun says was written since its last signature; null while there is none. */
function signedAsItIsOf({ spec, signOffs, readings, partCuts, voids, decisions, specAt }: JobSheet): boolean | null {
  const signedAt = signOffs.at(-1)?.at;
  if (signedAt === undefined || isSpun(spec.jobKind)) return null;
  const decided = Object.entries(decisions).flatMap(([subject, { at }]) => (subject === 'card.photos' ? [] : [at]));
  return [specAt, ...decided, ...[...readings, ...partCuts, ...voids].map(({ at }) => at)].every((at) => at <= signedAt);
}

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
