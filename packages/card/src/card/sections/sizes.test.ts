import type { JobSheet } from '@tare/contract';
import { NOTHING_MADE_READY, type MadeReady } from '@tare/core';
import { madeUpBoreLimits, madeUpDeckLimits, madeUpSpec } from '@tare/core/testing';
import { textOf } from '../cardDocument.js';
import { decksMadeReady } from './decksMadeReady.js';
import { sizes } from './sizes.js';

const NAMES = { shopName: 'The Winch House', people: [{ id: 'o', name: 'Ottoline Fasch' }], instruments: [], machines: [] };
const PERSON = { personId: 'o', at: '2026-11-27T18:00:00.000Z', note: '' };
const SETTING = {
  ...{ name: 'height gauge', divisionMm: 0.01, deviationMm: 0.003, setValueMm: 0, sign: 1 as const, zeroMm: 0, zeroAfterMm: null, moved: null },
  ...{ gaugeMetal: 'steel' as const, gaugeC: null, partC: null },
};
const corner = (indicationMm: number, i: number, afterWorkId: string | null): JobSheet['measurements'][number] => ({
  ...{ id: `${indicationMm} ${i}`, feature: 'deck.1', quantity: 'deckHeight', depth: i < 2 ? 1 : 2, angleDeg: i % 2 === 0 ? 0 : 180 },
  ...{ indicationMm, settingId: 's', afterWorkId, voided: false },
  ...PERSON,
});
const works = [{ id: 'd', work: { kind: 'deck' as const, bank: 1, takenMm: 0.1 }, afterSpinId: null, ...PERSON }];
const measurements = [
  ...[236.1, 236, 236.1, 236].map((mm, i) => corner(mm, i, null)),
  ...[236, 236, 236, 236.001].map((mm, i) => corner(mm, i + 4, 'd')),
].map((one, i) => ({ ...one, depth: i % 4 < 2 ? 1 : 2, angleDeg: i % 2 === 0 ? 0 : 180 }));
const made: MadeReady = {
  ...NOTHING_MADE_READY,
  measurements,
  works,
  settings: { s: SETTING },
  decks: { limits: { ...madeUpDeckLimits, compressionHeightMm: 41.6 }, hollowMm: {}, toMm: null },
  bores: { ...NOTHING_MADE_READY.bores, limits: madeUpBoreLimits },
  noCut: { 'bore.2': 'a stamp' },
};
const sheet = { spec: madeUpSpec('inline4'), measurements, works } as unknown as JobSheet;

describe('the sizes on the card', () => {
  it('say each before, its limits, after, by whom and with which gauge', () => {
    const [section] = sizes(sheet, made, NAMES);
    expect(section!.table!.rows.map((row) => row.map(textOf))).toEqual([
      ['Deck 1, height', '236.000 mm – 236.100 mm', '≥ 235.500 mm', '236.000 mm – 236.001 mm', 'Ottoline Fasch', 'height gauge'],
    ]);
    expect(section!.lines).toEqual([]);
    expect(sizes(sheet, NOTHING_MADE_READY, NAMES)).toEqual([]);
  });
  it('say what is due', () => {
    const [section] = sizes(sheet, { ...made, measurements: measurements.slice(0, 4) }, NAMES);
    expect(section!.lines.map(textOf)).toEqual(['1 of them was worked on and is not measured since.']);
    expect(textOf(section!.table!.rows[0]![3]!)).toBe('due');
  });
});

describe('the decks on the card', () => {
  it('say heights, crowns, compression, what stays and what was cut', () => {
    const [section] = decksMadeReady(sheet, made, NAMES);
    // 236 − 44 − 150 − 41.6: 0.4 down, under a chamber of 60, a dish of 5 and a gasket of 94 by 1.
    const over = 65 + ((Math.PI / 4) * (94 ** 2 + 92 ** 2 * 0.4)) / 1000;
    const ratio = (1 + ((Math.PI / 4) * 92 ** 2 * 88) / 1000 / over).toFixed(2);
    const [heights, crowns, compression, stays, cut] = section!.lines.map(textOf);
    expect([heights, crowns, compression]).toEqual([
      'Decks stand 236.000 mm to 236.001 mm from the main line.',
      'Crowns stand 0.400 mm to 0.400 mm below them, as reckoned.',
      `Compression is ${ratio} to one at the least, ${ratio} at the most.`,
    ]);
    expect([stays, cut]).toEqual(['Not cut: bore 2 bears a stamp.', expect.stringMatching(/^Deck 1 was cut by 0.100 mm \(Ottoline Fasch, /)]);
    expect(decksMadeReady({ ...sheet, works: [] }, NOTHING_MADE_READY, NAMES)).toEqual([]);
  });
});
