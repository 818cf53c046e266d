import {
  crankTemplate,
  layOut,
  LAYOUT_IDS,
  LAYOUTS,
  readLayoutFile,
  writeLayoutFile,
  type Counterweight,
  type Crank,
  type CrankHole,
} from '@tare/core';
import fc from 'fast-check';
import { readCrankFile, writeCrankFile } from './crankFile.js';

const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min: min * 100, max: max * 100 }).map((n) => n / 100);
const library = LAYOUT_IDS.map((id) => LAYOUTS[id]);
const text = fc.string({ minLength: 1, maxLength: 20 }).filter((words) => /\S/.test(words));

const rim = (counterweight: Counterweight): fc.Arbitrary<Counterweight> =>
  fc
    .record({
      widthMm: mm(10, 40),
      noDrill: fc.array(fc.record({ fromDeg: mm(0, 180), toDeg: mm(190, 359), why: text }), { maxLength: 2 }),
      name: text,
      awkward: fc.boolean(),
    })
    .map((more) => ({
      ...counterweight,
      ...more,
    }));
const hole = (ids: readonly string[]): fc.Arbitrary<CrankHole> =>
  fc.record({
    counterweightId: fc.constantFrom(...ids),
    angleDeg: mm(0, 359),
    bitMm: mm(4, 20),
    pointAngleDeg: fc.constantFrom(118, 135, 180),
    depthMm: mm(2, 30),
  });
const crank: fc.Arbitrary<Crank> = fc
  .record({ template: fc.constantFrom(...library), spacing: mm(60, 160), stroke: mm(60, 130) })
  .chain(({ template, spacing, stroke }) => {
    const plain = crankTemplate(template, layOut(template, spacing, 20), stroke);
    const found = fc.array(hole(plain.counterweights.map(({ id }) => id)), { maxLength: 4 });
    return fc.tuple(fc.tuple(...plain.counterweights.map(rim)), found).map(([counterweights, holes]) => ({ ...plain, counterweights, found: holes }));
  });

describe('files', () => {
  it('bring back any crank that was written', () => {
    fc.assert(
      fc.property(crank, text, (written, name) => {
        expect(readCrankFile(writeCrankFile({ name, crank: written }))).toEqual({ name, crank: written });
      }),
      { seed: 51, numRuns: 100 },
    );
  });
  it('bring back any layout of the library that was written, whatever its spacings', () => {
    fc.assert(
      fc.property(fc.constantFrom(...library), mm(50, 200), mm(0, 40), fc.option(mm(40, 200)), text, (template, spacing, offset, strokeMm, name) => {
        const layout = layOut(template, spacing, offset);
        const again = readLayoutFile(writeLayoutFile({ name, layout, strokeMm, rodLengthMm: strokeMm === null ? null : strokeMm * 1.7 }));
        expect(again).toMatchObject({ name, strokeMm, layout: { pins: layout.pins, cylinders: layout.cylinders } });
      }),
      { seed: 52, numRuns: 100 },
    );
  });
});
