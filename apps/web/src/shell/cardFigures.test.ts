import { factsOf, type JobSheet } from '@tare/contract';
import { fromPolar, jobFigures, summariseTurns } from '@tare/core';
import { readingOf, sheetOf } from '../testing.js';
import { bobLines, matchLines, spinLines, toleranceLine, weightLines } from './cardFigures.js';

const WEIGHTS: Readonly<Record<string, number>> = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, bearingPair: 42 };

/** An inline three with every part weighed once, piston 2 heavier by `extraG`. */
function weighedThree(extraG = 0): JobSheet {
  const sheet = sheetOf('inline3');
  const readings = sheet.parts.flatMap(({ id, kind, cylinder }) =>
    kind === 'rod'
      ? [readingOf(id, 630), readingOf(id, 448, { measure: 'bigEnd' }), readingOf(id, 182, { measure: 'smallEnd' })]
      : [readingOf(id, WEIGHTS[kind]! + (kind === 'piston' && cylinder === 2 ? extraG : 0))],
  );
  return { ...sheet, readings };
}
const figuresOf = (sheet: JobSheet) => jobFigures(factsOf(sheet));

describe('the card', () => {
  it('is empty before anything is weighed', () => {
    const sheet = sheetOf('inline3');
    expect(weightLines(sheet, figuresOf(sheet))).toEqual([]);
    expect(matchLines(figuresOf(sheet))).toEqual([]);
    expect(bobLines(sheet, figuresOf(sheet))).toEqual([]);
    expect(spinLines(sheet, figuresOf(sheet), 0, 'As received')).toEqual([]);
  });
  it('gives each kind from lightest to heaviest, with the working of the lightest and who weighed it', () => {
    const sheet = weighedThree(1.5);
    const lines = weightLines(sheet, figuresOf(sheet));
    expect(lines.map((l) => l.label)).toEqual([
      'Pistons × 3',
      'Pins × 3',
      'Locks × 3',
      'Rings × 3',
      'Rods, total × 3',
      'Rods, big end × 3',
      'Rods, small end × 3',
      'Bearings × 3',
    ]);
    expect(lines[0]).toMatchObject({
      text: '612.00 to 613.50 g',
      personId: 'ottoline',
      working: { title: 'Lightest: piston 1', result: { value: 612 } },
    });
    expect(lines[1]!.text).toBe('148.00 g');
  });
  it('says how far the sets are apart, and what comes off the heaviest', () => {
    const [sets] = matchLines(figuresOf(weighedThree(1.5)));
    expect(sets).toMatchObject({ text: '1.50 g', working: { title: 'Cylinder 2: what comes off', result: { value: 612 } } });
  });
  it('has one bob figure when the pins agree, else one a pin', () => {
    const alike = weighedThree();
    // 448 + 42 + 4 + ½·(182 + 612 + 148 + 2.4 + 46) = 989.2
    expect(bobLines(alike, figuresOf(alike))).toMatchObject([{ label: 'Bob weight, every pin', text: '989.2 g' }]);
    const apart = weighedThree(8);
    expect(bobLines(apart, figuresOf(apart)).map((l) => l.text)).toEqual(['989.2 g', '993.2 g', '989.2 g']);
    const four = sheetOf('inline4');
    expect(bobLines(four, figuresOf(four))).toMatchObject([{ text: 'not needed' }]);
  });
  it('gives a spin’s planes at their radius, and the tolerance once when both are alike', () => {
    const bare = sheetOf('inline3');
    const turns = summariseTurns(Array.from({ length: 8 }, (_, i) => ({ aGmm: fromPolar(1700 + (i % 2), 205), bGmm: fromPolar(850, 32) })));
    const sheet = {
      ...bare,
      spins: [
        {
          id: 's',
          machineId: null,
          source: 'standin' as const,
          calibrationId: null,
          warnings: [],
          note: '',
          shown: null,
          speedRpm: 600,
          planes: bare.spec.crank.planes,
          turns,
          hung: null,
          hungPieces: null,
          personId: 'bram',
          at: bare.at,
        },
      ],
    };
    const lines = spinLines(sheet, figuresOf(sheet), 0, 'As received');
    expect(lines.map((l) => [l.label, l.text])).toEqual([
      ['As received, plane A', '20.01 g at 85 mm @ 205°'],
      ['As received, plane B', '10.00 g at 85 mm @ 32°'],
    ]);
    expect(lines[0]).toMatchObject({ personId: 'bram', working: { result: { unit: 'g' } } });
    expect(toleranceLine(sheet, figuresOf(sheet)).text).toBe('each 1.00 g at 85 mm');
  });
});
