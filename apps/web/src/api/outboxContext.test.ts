import { readingOf, sheetOf } from '../testing.js';
import type { OutboxEntry } from './outbox.js';
import { withWaiting } from './outboxContext.js';

const waiting = (id: string, more: Partial<OutboxEntry> = {}): OutboxEntry => {
  const reading = { id, personId: 'ines', partId: 'piston1', measure: 'mass' as const, valueG: 612.4, cutId: null };
  return { jobId: 'job', path: 'readings', body: reading, reading, at: '2026-11-25T02:00:00.000Z', ...more };
};

describe('a sheet with what waits', () => {
  it('is the same sheet when nothing waits', () => {
    const sheet = sheetOf('inline3');
    expect(withWaiting(sheet, [])).toBe(sheet);
  });
  it('shows a reading that has not arrived, with who and when', () => {
    const { readings } = withWaiting(sheetOf('inline3'), [waiting('a')]);
    expect(readings).toHaveLength(1);
    expect(readings[0]).toMatchObject({ id: 'a', valueG: 612.4, personId: 'ines', at: '2026-11-25T02:00:00.000Z', voided: false, source: 'typed' });
  });
  it('does not show twice what has arrived already', () => {
    const sheet = sheetOf('inline3', { readings: [readingOf('piston1', 612.4, { id: 'a' })] });
    expect(withWaiting(sheet, [waiting('a')]).readings).toHaveLength(1);
  });
  it('leaves out what the server refused', () => {
    expect(withWaiting(sheetOf('inline3'), [waiting('a', { refusal: 'cut since' })]).readings).toHaveLength(0);
  });
  it('voids at once what is to be voided, arrived or not', () => {
    const voiding = (id: string): OutboxEntry => ({
      jobId: 'job',
      path: `readings/${id}/void`,
      body: { personId: 'ines', reason: 'not settled' },
      at: 'later',
    });
    const sheet = sheetOf('inline3', { readings: [readingOf('piston1', 612, { id: 'old' })] });
    const { readings } = withWaiting(sheet, [waiting('a'), voiding('a'), voiding('old')]);
    expect(readings.map((r) => [r.id, r.voided, r.voidedBy?.reason])).toEqual([
      ['old', true, 'not settled'],
      ['a', true, 'not settled'],
    ]);
  });
});
