import type { PartFact } from '@tare/core';
import fc from 'fast-check';
import Papa from 'papaparse';
import { readingsFromCsv, readingsToCsv } from './readingsCsv.js';
import type { ReadingEntry } from './sheets.js';

const parts: PartFact[] = [
  { id: 'a', kind: 'piston', cylinder: 1, damaged: false },
  { id: 'b', kind: 'piston', cylinder: 2, damaged: false },
  { id: 'c', kind: 'rod', cylinder: 1, damaged: false },
];
const entry = (more: Partial<ReadingEntry>): ReadingEntry => ({
  id: '3f2504e0-4f89-41d3-9a0c-0305e82c3301',
  partId: 'a',
  measure: 'mass',
  valueG: 612.4,
  cutId: null,
  referencePartId: null,
  voided: false,
  personId: 'p',
  at: '2026-11-25T01:00:00.000Z',
  instrumentId: null,
  source: 'typed',
  zero: null,
  voidedBy: null,
  ...more,
});
const names = { person: () => 'Quorley, Ines', instrument: () => 'Bench scale' };

describe('the readings file', () => {
  it('is the same after it went out and came back', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ which: fc.constantFrom('a', 'b', 'c'), tenths: fc.integer({ min: 1, max: 9999 }), id: fc.uuid() }), { maxLength: 20 }),
        (items) => {
          const readings = items.map(({ which, tenths, id }) =>
            entry({ id, partId: which, measure: which === 'c' ? 'bigEnd' : 'mass', valueG: tenths / 10 }),
          );
          const back = readingsFromCsv(readingsToCsv({ readings, parts, partCuts: [] }, names), parts);
          expect(back.bad).toEqual([]);
          expect(back.good.map(({ id, partId, measure, valueG }) => ({ id, partId, measure, valueG }))).toEqual(
            readings.map(({ id, partId, measure, valueG }) => ({ id, partId, measure, valueG })),
          );
        },
      ),
      { seed: 31, numRuns: 50 },
    );
  });
  it('marks what was voided, and does not bring it back', () => {
    const text = readingsToCsv(
      { readings: [entry({}), entry({ voided: true, voidedBy: { reason: 'said "no", twice', personId: 'p', at: '' } })], parts, partCuts: [] },
      names,
    );
    expect(text).toContain('"said ""no"", twice"');
    expect(readingsFromCsv(text, parts)).toMatchObject({ good: [{ valueG: 612.4 }], bad: [], voided: 1 });
  });
  it.each([
    ['=HYPERLINK("http://elsewhere.example";"look")', true],
    ['+1+cmd', true],
    ['-2+3', true],
    ['@SUM(A1)', true],
    ['\t=1', true],
    ['wrong part', false],
  ])('hands the reason %p to a spreadsheet as text', (reason, guarded) => {
    const text = readingsToCsv(
      { readings: [entry({ valueG: -0.3, voided: true, voidedBy: { reason, personId: 'p', at: '' } })], parts, partCuts: [] },
      names,
    );
    const [, row] = Papa.parse<string[]>(text).data;
    expect(row![6 + 1]).toBe(guarded ? `'${reason}` : reason);
    // A difference below nothing stays a number.
    expect(row![3]).toBe('-0.3');
  });
  it('names every bad line with its number and reason, and keeps the good ones', () => {
    const text = [
      'kind;cylinder;measure;value;unit',
      'piston;1;;612,4;',
      'hat;1;;1;',
      'piston;9;;612;',
      'rod;1;;600;',
      'piston;2;;heavy;',
      'piston;2;;40;kg',
      'piston;2;;21,6;oz',
      'piston;2;;1;stone',
      'piston;2;;;',
    ].join('\n');
    const { good, bad } = readingsFromCsv(text, parts);
    expect(good.map((g) => [g.line, Number(g.valueG.toFixed(2))])).toEqual([
      [2, 612.4],
      [8, 612.35],
    ]);
    expect(bad.map((b) => [b.line, b.reason.slice(0, 34)])).toEqual([
      [3, '“hat” is no kind of part; there ar'],
      [4, 'This job has no piston of cylinder'],
      [5, '“” is not weighed of a rod; there '],
      [6, '“heavy” is not a number.'],
      [7, '40000 g is more than Tare believes'],
      [9, '“stone” is not a unit Tare knows.'],
      [10, 'The value is blank.'],
    ]);
  });
  it.each([
    ['kind,cylinder,value (oz)\npiston,1,21.6', 612.3497],
    ['kind;cylinder;"value, kg"\npiston;1;0,6124', 612.4],
    ['kind,cylinder,value [oz],unit\npiston,1,612.4,g', 612.4],
    ['kind,cylinder,value\npiston,1,1 lb 5.6 oz', 612.3497],
    ['kind,cylinder,value\npiston,1,0.6124 kg', 612.4],
    ['kind,cylinder,value (gr)\npiston,1,9450', 612.3497],
  ])('reads the unit from the heading, a column or the figure: %j', (text, grams) => {
    const { good, bad } = readingsFromCsv(text, parts);
    expect(bad).toEqual([]);
    expect(good[0]!.valueG).toBeCloseTo(grams, 3);
  });
  it('refuses a figure of another kind by name', () => {
    expect(readingsFromCsv('kind,cylinder,value\npiston,1,24 in', parts).bad[0]!.reason).toBe('A mass is wanted; 24 in is a length.');
  });
  it('says what the heading lacks', () => {
    expect(readingsFromCsv('part,grams\nx,1', parts)).toMatchObject({
      good: [],
      bad: [{ line: 1, reason: expect.stringContaining('no column kind, cylinder, value') as string }],
    });
    expect(readingsFromCsv('', parts).bad[0]!.line).toBe(1);
  });
  it('leaves readings after a cut to the Match bench', () => {
    expect(readingsFromCsv('kind,cylinder,value,cut\npiston,1,612,1', parts).bad[0]!.reason).toContain('after a cut');
  });
});
