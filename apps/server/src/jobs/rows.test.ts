import { randomUUID } from 'node:crypto';
import type { NewCalibration, NewPartCut, NewReading, NewStudy } from '@tare/contract';
import { loggedCut } from '@tare/contract';
import type { Cut } from '@tare/core';
import { calibrationFromRow, calibrationToRow } from '../machines/machineStore.js';
import { studyFromRow, studyToRow } from '../instruments/studyRows.js';
import { holeFromRow, partCutFromRow, partCutToRow, readingFromRow, readingToRow } from './rows.js';

const at = new Date('2026-11-25T01:00:00.000Z');
const [id, personId, jobId, partId] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
const by = { personId, at: at.toISOString() };

/** What goes into a table comes out of it again: nothing is dropped, nothing mixed up. */
describe('a row and back', () => {
  it.each<[string, Partial<NewReading>]>([
    ['outright', {}],
    ['on an instrument', { instrumentId: randomUUID(), source: 'serial', cutId: randomUUID() }],
    ['as a difference', { valueG: -1.5, referencePartId: randomUUID() }],
  ])('of a reading %s', (_name, more) => {
    const reading: NewReading = { id, personId, partId, measure: 'bigEnd', valueG: 448.2, cutId: null, ...more };
    const row = { ...readingToRow(reading), job_id: jobId, created_at: at, zero_before_g: null, zero_after_g: null };
    const defaults = { instrumentId: null, source: 'typed', referencePartId: null, zero: null };
    expect(readingFromRow(row)).toEqual({ ...defaults, ...reading, ...by });
    expect(readingFromRow({ ...row, zero_before_g: 0, zero_after_g: 0.1 }).zero).toEqual({ beforeG: 0, afterG: 0.1 });
  });
  it.each<[string, Partial<NewPartCut>]>([
    ['bare', {}],
    ['timed', { removal: { bigEnd: 0.9, smallEnd: -0.12 }, toolId: randomUUID(), seconds: 31, metal: 'titanium' }],
    ['of a new part', { replaced: true }],
  ])('of a cut %s', (_name, more) => {
    const cut: NewPartCut = { id, personId, partId, ...more };
    const row = { ...partCutToRow(cut), job_id: jobId, created_at: at };
    expect(partCutFromRow(row)).toEqual({ removal: null, toolId: null, seconds: null, metal: null, replaced: false, ...cut, ...by });
  });
  it('of a cut, with the fields of its kind', () => {
    const cut: Cut = { kind: 'turn', counterweightId: 'cw1', angleDeg: 40, halfArcDeg: 60, depthMm: 1.5 };
    const row = {
      id,
      job_id: jobId,
      person_id: personId,
      created_at: at,
      after_spin_id: null,
      plan_id: partId,
      plan_index: 3,
      cut,
      chips_g: 17.2,
      turned_deg: 120,
      note: 'by eye',
    };
    const entry = holeFromRow(row);
    expect(entry).toEqual({ ...cut, id, afterSpinId: null, planId: partId, planIndex: 3, chipsG: 17.2, turnedDeg: 120, note: 'by eye', ...by });
    expect(loggedCut(entry)).toEqual({ ...cut, id });
  });
  it('of a study', () => {
    const study: NewStudy = { id, personId, kind: 'drift', subject: '500 g', readingsG: [500.1], nominalG: 500 };
    const instrumentId = randomUUID();
    expect(studyFromRow({ ...studyToRow(study), instrument_id: instrumentId, created_at: at })).toEqual({ ...study, instrumentId, ...by });
  });
  it('of a calibration', () => {
    const vector = { re: 1, im: 2 };
    const worked = { influence: { leftOfA: vector, leftOfB: vector, rightOfA: vector, rightOfB: vector }, condition: 2.3 };
    const planes = { zAMm: -200, zBMm: 200, radiusAMm: 85, radiusBMm: 85 };
    const supports = { zLeftMm: -240, zRightMm: 240 };
    const calibration: NewCalibration = { id, personId, machineId: randomUUID(), rotorClass: 'V8', planes, speedRpm: 600, runs: [], supports };
    expect(calibrationFromRow({ ...calibrationToRow(calibration, worked), created_at: at })).toEqual({
      ...calibration,
      ...worked,
      jobId: null,
      setUpId: null,
      ...by,
    });
  });
});
