import { CoreError, crankTemplate, layOut, LAYOUTS, type Crank } from '@tare/core';
import { readCrankFile, writeCrankFile } from './crankFile.js';

const plain = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const crank: Crank = {
  ...plain,
  counterweights: plain.counterweights.map((c, i) =>
    i === 0 ? { ...c, densityGPerCm3: 7.1, awkward: true, noDrill: [{ fromDeg: 350, toDeg: 10, why: 'oil drilling' }] } : c,
  ),
  found: [
    { id: 'f1', kind: 'face', face: 'rear', counterweightId: 'cw2', angleDeg: 170, bitMm: 12, pointAngleDeg: 118, depthMm: 14, radiusMm: 70 },
    {
      id: 'f2',
      kind: 'bar',
      counterweightId: 'cw2',
      angleDeg: 140,
      seat: { from: 'face', face: 'front', radiusMm: 70 },
      diameterMm: 16,
      lengthMm: 20,
      depthMm: 20,
      densityGPerCm3: 17.5,
      replacesId: null,
    },
  ],
};

describe('a crank file', () => {
  it('brings back the crank that was written', () => {
    expect(readCrankFile(writeCrankFile({ name: 'Saltwren', crank }))).toEqual({ name: 'Saltwren', crank });
  });
  it('of the first version is read, its holes by the fields that they had', () => {
    const hole = { counterweightId: 'cw2', angleDeg: 170, bitMm: 12, pointAngleDeg: 118, depthMm: 14 };
    const old = { ...plain, found: [hole, { ...hole, angleDeg: 150, axialRadiusMm: 70 }] };
    expect(readCrankFile(JSON.stringify({ format: 'tare-crank', version: 1, name: '', crank: old })).crank.found).toEqual([
      { ...hole, id: 'found-1', kind: 'radial', zMm: null },
      { ...hole, angleDeg: 150, id: 'found-2', kind: 'face', face: null, radiusMm: 70 },
    ]);
  });
  it.each<[string, string, string]>([
    ['no JSON', '{ counterweights', 'The file is not JSON'],
    ['another format', JSON.stringify({ format: 'tare-layout', version: 1, crank }), 'format has to be one of tare-crank'],
    ['a later version', JSON.stringify({ format: 'tare-crank', version: 3, crank }), 'version has to be one of 1, 2'],
    ['a width of text', JSON.stringify({ format: 'tare-crank', version: 1, crank: withWidth('wide') }), 'width has to be a number'],
    ['a rim thinner than its limit', JSON.stringify({ format: 'tare-crank', version: 1, crank: withWidth(24, 90) }), 'depth limit of CW 1 is 90 mm'],
  ])('is refused as %s, by name', (_name, text, words) => {
    expect(() => readCrankFile(text)).toThrow(CoreError);
    expect(() => readCrankFile(text)).toThrow(words);
  });
});

function withWidth(widthMm: unknown, depthLimitMm = 34): unknown {
  return { ...plain, counterweights: plain.counterweights.map((c, i) => (i === 0 ? { ...c, widthMm, depthLimitMm } : c)) };
}
