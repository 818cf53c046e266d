/** @jest-environment node */
import { sheetOf as readRecord, type JobRecord } from '@tare/contract';
import type { OutboxEntry } from './outbox.js';
import { withPending } from './outboxContext.js';
import { readingOf, sheetOf } from '../testing.js';

const reading = (id: string) => ({ id, personId: 'ottoline', partId: 'piston1', measure: 'mass', valueG: 612.4, cutId: null }) as const;
const waiting = (id: string): OutboxEntry => ({ jobId: 'job', path: 'jobs/job/readings', body: reading(id), reading: reading(id), at: 'now' });
const voiding = (entryId: string): OutboxEntry => ({
  jobId: 'job',
  path: `entries/${entryId}/void`,
  body: { id: `void-${entryId}`, personId: 'ines', reason: 'not settled' },
  at: 'later',
});
const record: JobRecord = sheetOf('inline3', { readings: [readingOf('piston1', 612, { id: 'old' })] });
const readings = (pending: readonly OutboxEntry[]) =>
  readRecord(withPending(record, pending)).readings.map((r) => [r.id, r.voidedBy?.reason ?? null]);

describe('a record with what waits for the server', () => {
  it('is the record itself while nothing waits', () => {
    expect(withPending(record, [])).toBe(record);
  });
  it('has a reading as if it had arrived', () => {
    expect(readings([waiting('a')])).toEqual([
      ['old', null],
      ['a', null],
    ]);
  });
  it('voids at once what is to be voided, arrived or not', () => {
    expect(readings([waiting('a'), voiding('a'), voiding('old')])).toEqual([
      ['old', 'not settled'],
      ['a', 'not settled'],
    ]);
  });
  it('leaves a zero to the server', () => {
    const zero = { jobId: 'job', path: 'jobs/job/readings/old/zero', body: { id: 'z', beforeG: 0, afterG: 0 }, at: 'now' };
    expect(withPending(record, [zero])).toBe(record);
  });
});
