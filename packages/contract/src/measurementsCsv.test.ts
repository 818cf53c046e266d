import fc from 'fast-check';
import { QUANTITIES, type GaugeSettingFact } from '@tare/core';
import type { WorkEntry } from './inspect.js';
import type { JobSheet } from './sheets.js';
import { measurementsFromCsv, measurementsToCsv } from './measurementsCsv.js';

const PERSON = { personId: 'p', at: '2026-11-27T18:00:00.000Z', note: '' };
const WORKS: readonly WorkEntry[] = [
  { id: '00000000-0000-4000-8000-0000000000aa', work: { kind: 'newBolts', rod: 1 }, afterSpinId: null, ...PERSON },
];
const SETTING: GaugeSettingFact = {
  ...{ name: 'bore gauge', divisionMm: 0.001, deviationMm: null, setValueMm: 92, sign: -1, zeroMm: 0.002, gaugeMetal: 'steel' },
  ...{ gaugeC: null, partC: null, zeroAfterMm: null, moved: null },
};
type Measured = JobSheet['measurements'][number];
const entry = (more: Partial<Measured>): Measured => ({
  ...{ id: '00000000-0000-4000-8000-000000000001', feature: 'bore.3', quantity: 'boreSize', angleDeg: 90, depth: 2, indicationMm: 0.03 },
  ...{ settingId: 's', afterWorkId: WORKS[0]!.id, voided: false, ...PERSON, note: '=1+1' },
  ...more,
});
const csv = (...measurements: Measured[]): string =>
  measurementsToCsv({ measurements, works: WORKS, settings: { s: SETTING } }, () => 'Ottoline Fasch');

describe('measurements in a file', () => {
  it('go out as the size that counts, with gauge, person and the works before; a text that begins like a formula is text', () => {
    const [head, line] = csv(entry({})).split('\r\n');
    expect(head).toBe('feature,quantity,angle_deg,depth,size,unit,gauge,works,voided,person,at,note,id');
    // The needle shows 0.03 where 0.002 is the setting piece, and goes the other way.
    expect(line).toBe(
      'bore.3,boreSize,90,2,91.972,mm,bore gauge,1,,Ottoline Fasch,2026-11-27T18:00:00.000Z,"\'=1+1",00000000-0000-4000-8000-000000000001',
    );
  });
  it('come back as they went out, but for what was voided', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUANTITIES),
        fc.option(fc.integer({ min: 0, max: 359 })),
        fc.option(fc.integer({ min: 1, max: 9 })),
        fc.integer({ min: -4_000_000_000, max: 4_000_000_000 }),
        fc.boolean(),
        (quantity, angleDeg, depth, nanometres, isAfter) => {
          const sizeMm = nanometres / 1e6;
          const one = entry({ quantity, angleDeg, depth, indicationMm: sizeMm, settingId: null, ...(!isAfter && { afterWorkId: null }) });
          const read = measurementsFromCsv(csv(one, entry({ voided: true })), WORKS);
          expect(read).toMatchObject({ bad: [], voided: 1 });
          expect(read.good).toEqual([
            { line: 2, feature: 'bore.3', quantity, angleDeg, depth, sizeMm, afterWorkId: one.afterWorkId, note: '=1+1', id: one.id },
          ]);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('are read in inches, and each bad line is named with its reason', () => {
    const text = [
      'Feature;Quantity;Size;Unit;Depth;Angle_deg;works',
      'bore.1;BoreSize;3.622;in;1;0;',
      'sump;boreSize;92;;;;',
      'bore.1;girth;92;;;;',
      'bore.1;boreSize;wide;;;;',
      'bore.1;boreSize;92;lb;;;',
      'bore.1;boreSize;92;;1.5;;',
      'bore.1;boreSize;92;;;360;',
      'bore.1;boreSize;92;;;;7',
    ].join('\n');
    const { good, bad } = measurementsFromCsv(text, WORKS);
    expect(good).toEqual([expect.objectContaining({ sizeMm: expect.closeTo(3.622 * 25.4, 9), depth: 1, angleDeg: 0, afterWorkId: null, id: null })]);
    expect(bad.map(({ line }) => line)).toEqual([3, 4, 5, 6, 7, 8, 9]);
    expect(bad[0]!.reason).toMatch('“sump” is no part that is measured');
    expect(bad[6]!.reason).toBe('It was measured after 7 works; this job has 1.');
    expect(measurementsFromCsv('what,how big\nbore,92', []).bad[0]!.reason).toMatch('no column feature, quantity, size');
  });
});
