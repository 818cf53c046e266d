import type {
  CutRemoval,
  PartCutEntry,
  Source,
  NewReading,
  Attribution,
  HoleEntry,
  PhotoEntry,
  PlanEntry,
  ReadingEntry,
  SignOffEntry,
  SpinEntry,
} from '@tare/contract';
import type { JobFigures, Measure, PartKind, Planes, PlaneUnbalance, CrankHole } from '@tare/core';

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
}

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

/** What was said of a reading afterwards: the zeros round it, and whether it was voided. */
export interface ReadingSequelRow {
  zero_before_g: number | null;
  zero_after_g: number | null;
  void_reason: string | null;
  void_person_id: string | null;
  void_at: Date | null;
}

export function readingFromRow(row: ReadingRow & ReadingSequelRow): ReadingEntry {
  const voidedBy =
    row.void_reason !== null && row.void_person_id !== null && row.void_at !== null
      ? { reason: row.void_reason, personId: row.void_person_id, at: row.void_at.toISOString() }
      : null;
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
    voided: voidedBy !== null,
    voidedBy,
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
  replaced: boolean;
}
export const partCutFromRow = (row: PartCutRow): PartCutEntry => ({
  id: row.id,
  partId: row.part_id,
  removal: row.removal,
  toolId: row.tool_id,
  seconds: row.seconds,
  replaced: row.replaced,
  ...attribution(row),
});

export interface SpinRow extends AttributedRow {
  id: string;
  job_id: string;
  speed_rpm: number;
  planes: Planes;
  turns: PlaneUnbalance[];
  known_deviation_gmm: number | null;
  machine_id: string | null;
  source: SpinEntry['source'];
  calibration_id: string | null;
  spread: SpinEntry['spread'];
  hung: PlaneUnbalance | null;
  warnings: string[];
}
export const spinFromRow = (row: SpinRow): SpinEntry => ({
  id: row.id,
  speedRpm: row.speed_rpm,
  planes: row.planes,
  turns: row.turns,
  knownDeviationGmm: row.known_deviation_gmm,
  spread: row.spread ?? null,
  hung: row.hung,
  warnings: row.warnings,
  machineId: row.machine_id,
  source: row.source,
  calibrationId: row.calibration_id,
  ...attribution(row),
});

export interface PlanRow extends AttributedRow {
  id: string;
  job_id: string;
  spin_id: string;
  holes: CrankHole[];
  predicted: PlaneUnbalance;
}
export const planFromRow = (row: PlanRow): PlanEntry => ({
  id: row.id,
  spinId: row.spin_id,
  holes: row.holes,
  predicted: row.predicted,
  ...attribution(row),
});

export interface HoleRow extends AttributedRow {
  id: string;
  job_id: string;
  after_spin_id: string;
  plan_id: string | null;
  plan_index: number | null;
  counterweight_id: string;
  angle_deg: number;
  bit_mm: number;
  point_angle_deg: number;
  depth_mm: number;
  slug: CrankHole['slug'];
  was: CrankHole['was'];
  axial_radius_mm: number | null;
  rim: CrankHole['rim'];
  rim_radius_mm: number | null;
  chips_g: number | null;
}
export const holeFromRow = (row: HoleRow): HoleEntry => ({
  id: row.id,
  afterSpinId: row.after_spin_id,
  planId: row.plan_id,
  planIndex: row.plan_index,
  counterweightId: row.counterweight_id,
  angleDeg: row.angle_deg,
  bitMm: row.bit_mm,
  pointAngleDeg: row.point_angle_deg,
  depthMm: row.depth_mm,
  slug: row.slug ?? null,
  was: row.was ?? null,
  axialRadiusMm: row.axial_radius_mm,
  rim: row.rim ?? null,
  rimRadiusMm: row.rim_radius_mm,
  chipsG: row.chips_g,
  ...attribution(row),
});
export const holeToRow = (
  hole: CrankHole & { readonly chipsG?: number | null },
): Omit<HoleRow, keyof AttributedRow | 'id' | 'job_id' | 'after_spin_id' | 'plan_id' | 'plan_index'> => ({
  counterweight_id: hole.counterweightId,
  angle_deg: hole.angleDeg,
  bit_mm: hole.bitMm,
  point_angle_deg: hole.pointAngleDeg,
  depth_mm: hole.depthMm,
  slug: hole.slug ?? null,
  was: hole.was ?? null,
  axial_radius_mm: hole.axialRadiusMm ?? null,
  rim: hole.rim ?? null,
  rim_radius_mm: hole.rimRadiusMm ?? null,
  chips_g: hole.chipsG ?? null,
});

export interface PhotoRow extends AttributedRow {
  id: string;
  job_id: string;
  part_id: string;
  width_px: number;
  height_px: number;
}
export const photoFromRow = (row: PhotoRow): PhotoEntry => ({
  id: row.id,
  partId: row.part_id,
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
