import type { NewStudy, Study } from '@tare/contract';
import { attribution, type AttributedRow } from '../jobs/rows.js';

export interface StudyRow extends AttributedRow {
  id: string;
  instrument_id: string;
  kind: Study['kind'];
  subject: string;
  readings_g: number[];
  nominal_g: number | null;
}
export const studyFromRow = (row: StudyRow): Study => ({
  id: row.id,
  instrumentId: row.instrument_id,
  kind: row.kind,
  subject: row.subject,
  readingsG: row.readings_g,
  nominalG: row.nominal_g,
  ...attribution(row),
});
export const studyToRow = (study: NewStudy): Omit<StudyRow, 'instrument_id' | 'created_at'> => ({
  id: study.id,
  kind: study.kind,
  subject: study.subject,
  readings_g: [...study.readingsG],
  nominal_g: study.nominalG,
  person_id: study.personId,
});
