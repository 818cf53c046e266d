import type { WorkEntry, MeasurementEntry, NewWork, NewMeasurement } from '@tare/contract';
import type { Work, Quantity } from '@tare/core';
import { attribution, type AttributedRow } from '../jobs/rows.js';

export interface MeasurementRow extends AttributedRow {
  id: string;
  job_id: string;
  feature: string;
  quantity: Quantity;
  angle_deg: number | null;
  depth: number | null;
  indication_mm: number;
  setting_id: string | null;
  after_work_id: string | null;
  note: string;
}
export const measurementFromRow = (row: MeasurementRow): MeasurementEntry => ({
  id: row.id,
  feature: row.feature,
  quantity: row.quantity,
  angleDeg: row.angle_deg,
  depth: row.depth,
  indicationMm: row.indication_mm,
  settingId: row.setting_id,
  afterWorkId: row.after_work_id,
  note: row.note,
  ...attribution(row),
});
export const measurementToRow = (one: NewMeasurement): Omit<MeasurementRow, 'job_id' | 'created_at'> => ({
  id: one.id,
  feature: one.feature,
  quantity: one.quantity,
  angle_deg: one.angleDeg,
  depth: one.depth,
  indication_mm: one.indicationMm,
  setting_id: one.settingId,
  after_work_id: one.afterWorkId,
  note: one.note ?? '',
  person_id: one.personId,
});

export interface WorkRow extends AttributedRow {
  id: string;
  job_id: string;
  work: Work;
  after_spin_id: string | null;
  note: string;
}
export const workFromRow = (row: WorkRow): WorkEntry => ({
  id: row.id,
  work: row.work,
  afterSpinId: row.after_spin_id,
  note: row.note,
  ...attribution(row),
});
export const workToRow = (one: NewWork): Omit<WorkRow, 'job_id' | 'created_at'> => ({
  id: one.id,
  work: one.work,
  after_spin_id: one.afterSpinId,
  note: one.note ?? '',
  person_id: one.personId,
});
