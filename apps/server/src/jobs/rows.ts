import type {
  Attribution,
  BarePart,
  CutRemoval,
  BareSpin,
  DecisionEntry,
  HoleEntry,
  HungWeightEntry,
  NewPartCut,
  NewReading,
  PartCutEntry,
  PhotoEntry,
  PlanEntry,
  SignOffEntry,
  Source,
  SpinEntry,
  VoidEntry,
  WrittenReading,
} from '@tare/contract';
import type { Cut, HungPiece, JobFigures, Measure, PartKind, PartMetal, Planes, PlaneUnbalance, TurnSummary } from '@tare/core';

/** Who and when, as every ledger row has it. */
export interface AttributedRow {
  person_id: string;
  created_at: Date;
}
export const attribution = (row: AttributedRow): Attribution => ({ personId: row.person_id, at: row.created_at.toISOString() });

export interface PartRow {
  id: string;
  job_id: string;
  kind: PartKind;
  cylinder: number;
  extra: boolean;
}
export const partFromRow = ({ id, kind, cylinder, extra }: PartRow): BarePart => ({ id, kind, cylinder, ...(extra ? { extra } : {}) });

export interface ReadingRow extends AttributedRow {
  id: string;
  job_id: string;
  part_id: string;
  measure: Measure;
  value_g: number;
  cut_id: string | null;
  instrument_id: string | null;
  source: Source;
  reference_part_id: string | null;
}

/** The zeros that were seen round a reading, said afterwards. */
export interface ReadingZeroRow {
  zero_before_g: number | null;
  zero_after_g: number | null;
}

export function readingFromRow(row: ReadingRow & ReadingZeroRow): WrittenReading {
  return {
    id: row.id,
    partId: row.part_id,
    measure: row.measure,
    valueG: row.value_g,
    cutId: row.cut_id,
    instrumentId: row.instrument_id,
    source: row.source,
    referencePartId: row.reference_part_id,
    zero: row.zero_before_g !== null && row.zero_after_g !== null ? { beforeG: row.zero_before_g, afterG: row.zero_after_g } : null,
    ...attribution(row),
  };
}

export const readingToRow = (reading: NewReading): Omit<ReadingRow, 'job_id' | 'created_at'> => ({
  id: reading.id,
  part_id: reading.partId,
  measure: reading.measure,
  value_g: reading.valueG,
  cut_id: reading.cutId,
  instrument_id: reading.instrumentId ?? null,
  source: reading.source ?? 'typed',
  reference_part_id: reading.referencePartId ?? null,
  person_id: reading.personId,
});

export interface PartCutRow extends AttributedRow {
  id: string;
  job_id: string;
  part_id: string;
  removal: CutRemoval | null;
  tool_id: string | null;
  seconds: number | null;
  metal: PartMetal | null;
  replaced: boolean;
  work_id: string | null;
}
export const partCutFromRow = (row: PartCutRow): PartCutEntry => ({
  id: row.id,
  partId: row.part_id,
  removal: row.removal,
  toolId: row.tool_id,
  seconds: row.seconds,
  metal: row.metal,
  replaced: row.replaced,
  ...(row.work_id !== null && { workId: row.work_id }),
  ...attribution(row),
});
export const partCutToRow = (cut: NewPartCut): Omit<PartCutRow, 'job_id' | 'created_at'> => ({
  id: cut.id,
  part_id: cut.partId,
  removal: cut.removal ?? null,
  tool_id: cut.toolId ?? null,
  seconds: cut.seconds ?? null,
  metal: cut.metal ?? null,
  replaced: cut.replaced ?? false,
  work_id: null,
  person_id: cut.personId,
});

export interface SpinRow extends AttributedRow {
  id: string;
  job_id: string;
  speed_rpm: number;
  planes: Planes;
  turn_summary: TurnSummary;
  known_deviation_gmm: number | null;
  machine_id: string | null;
  source: SpinEntry['source'];
  calibration_id: string | null;
  spread: SpinEntry['spread'];
  warnings: string[];
  mounted: NonNullable<SpinEntry['mounted']> | null;
  set_up_id: string | null;
  rebolted: readonly string[] | null;
  supports: NonNullable<SpinEntry['supports']> | null;
  quick: boolean;
  gain_basis: NonNullable<SpinEntry['gainBasis']> | null;
  display: NonNullable<SpinEntry['display']> | null;
  at_least_gmm: NonNullable<SpinEntry['atLeastGmm']> | null;
  gain_deviation: number | null;
  gain_epoch: number;
  note: string;
  shown: SpinEntry['shown'];
  shown_by: NonNullable<SpinEntry['shownBy']> | null;
}
export const spinFromRow = (row: SpinRow): BareSpin => ({
  id: row.id,
  speedRpm: row.speed_rpm,
  planes: row.planes,
  turns: row.turn_summary,
  knownDeviationGmm: row.known_deviation_gmm,
  spread: row.spread ?? null,
  warnings: row.warnings,
  machineId: row.machine_id,
  source: row.source,
  calibrationId: row.calibration_id,
  mounted: row.mounted,
  ...(row.set_up_id ? { setUpId: row.set_up_id } : {}),
  ...(row.rebolted ? { rebolted: row.rebolted } : {}),
  supports: row.supports,
  quick: row.quick,
  gainBasis: row.gain_basis,
  display: row.display,
  ...(row.at_least_gmm ? { atLeastGmm: row.at_least_gmm } : {}),
  gainDeviation: row.gain_deviation,
  gainEpoch: row.gain_epoch,
  note: row.note,
  shown: row.shown,
  shownBy: row.shown_by,
  ...attribution(row),
});

export interface PlanRow extends AttributedRow {
  id: string;
  job_id: string;
  spin_id: string;
  holes: Cut[];
  predicted: PlaneUnbalance;
}
export const planFromRow = (row: PlanRow): PlanEntry => ({
  id: row.id,
  spinId: row.spin_id,
  holes: row.holes,
  predicted: row.predicted,
  ...attribution(row),
});

/** The cut's fields of its own kind are one document; its kind, place and what it replaces are columns made of it. */
export interface HoleRow extends AttributedRow {
  id: string;
  job_id: string;
  after_spin_id: string | null;
  plan_id: string | null;
  plan_index: number | null;
  cut: Cut;
  chips_g: number | null;
  turned_deg: number | null;
  note: string;
}
export const holeFromRow = (row: HoleRow): HoleEntry => ({
  ...row.cut,
  id: row.id,
  afterSpinId: row.after_spin_id,
  planId: row.plan_id,
  planIndex: row.plan_index,
  chipsG: row.chips_g,
  ...(row.turned_deg ? { turnedDeg: row.turned_deg } : {}),
  note: row.note,
  ...attribution(row),
});

export interface PhotoRow extends AttributedRow {
  id: string;
  job_id: string;
  part_id: string | null;
  entry_id: string | null;
  width_px: number;
  height_px: number;
}
export const photoFromRow = (row: PhotoRow): PhotoEntry => ({
  id: row.id,
  partId: row.part_id,
  entryId: row.entry_id,
  widthPx: row.width_px,
  heightPx: row.height_px,
  ...attribution(row),
});

export interface SignOffRow extends AttributedRow {
  id: string;
  job_id: string;
  core_version: string;
  figures: JobFigures;
}
export const signOffFromRow = (row: SignOffRow): SignOffEntry => ({
  id: row.id,
  coreVersion: row.core_version,
  figures: row.figures,
  ...attribution(row),
});

export interface VoidRow extends AttributedRow {
  id: string;
  job_id: string | null;
  entry_id: string;
  replaced_by: string | null;
  reason: string;
  undone: boolean;
}
export const voidFromRow = (row: VoidRow): VoidEntry => ({
  id: row.id,
  entryId: row.entry_id,
  replacedById: row.replaced_by,
  reason: row.reason,
  undone: row.undone,
  ...attribution(row),
});

export interface HungWeightRow extends AttributedRow {
  id: string;
  job_id: string;
  spin_id: string;
  hung: PlaneUnbalance;
  pieces: readonly HungPiece[] | null;
}
export const hungWeightFromRow = (row: HungWeightRow): HungWeightEntry => ({
  id: row.id,
  spinId: row.spin_id,
  hung: row.hung,
  pieces: row.pieces,
  ...attribution(row),
});

export interface DecisionRow extends AttributedRow {
  job_id: string;
  subject: string;
  version: number;
  value: unknown;
}
export const decisionFromRow = (row: Omit<DecisionRow, 'job_id' | 'subject'>): DecisionEntry => ({
  version: row.version,
  value: row.value,
  ...attribution(row),
});
