import {
  crankTemplate,
  layOut,
  LAYOUT_IDS,
  LAYOUTS,
  readLayoutFile,
  writeLayoutFile,
  type Counterweight,
  type Crank,
  type KnownCut,
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
const place = (ids: readonly string[]) => ({ counterweightId: fc.constantFrom(...ids), angleDeg: mm(0, 359) });
const drilled = { bitMm: mm(4, 20), pointAngleDeg: fc.constantFrom(118, 135, 180), depthMm: mm(2, 10) };
const face = fc.constantFrom('front', 'rear', null);
const found = (ids: readonly string[]): fc.Arbitrary<KnownCut> =>
  fc.oneof(
    fc.record({ kind: fc.constant('radial' as const), id: fc.uuid(), ...place(ids), ...drilled, zMm: fc.constant(null) }),
    fc.record({ kind: fc.constant('face' as const), id: fc.uuid(), ...place(ids), ...drilled, face, radiusMm: mm(30, 60) }),
    fc.record({
      kind: fc.constant('bar' as const),
      id: fc.uuid(),
      ...place(ids),
      seat: fc.record({ from: fc.constant('face' as const), face, radiusMm: mm(30, 60) }),
      diameterMm: mm(8, 25),
      lengthMm: mm(2, 10),
      depthMm: fc.constant(10),
      densityGPerCm3: mm(11, 19),
      replacesId: fc.constant(null),
    }),
  );
const crank: fc.Arbitrary<Crank> = fc
  .record({ template: fc.constantFrom(...library), spacing: mm(60, 160), stroke: mm(60, 130) })
  .chain(({ template, spacing, stroke }) => {
    const plain = crankTemplate(template, layOut(template, spacing, 20), stroke);
    const there = fc.array(found(plain.counterweights.map(({ id }) => id)), { maxLength: 4 });
    return fc.tuple(fc.tuple(...plain.counterweights.map(rim)), there).map(([counterweights, holes]) => ({ ...plain, counterweights, found: holes }));
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
