import { CoreError, crankTemplate, layOut, LAYOUTS, type Crank } from '@tare/core';
import { readCrankFile, writeCrankFile } from './crankFile.js';

const plain = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const crank: Crank = {
  ...plain,
  counterweights: plain.counterweights.map((c, i) =>
    i === 0 ? { ...c, densityGPerCm3: 7.1, awkward: true, noDrill: [{ fromDeg: 350, toDeg: 10, why: 'oil drilling' }] } : c,
  ),
  found: [{ counterweightId: 'cw2', angleDeg: 170, bitMm: 12, pointAngleDeg: 118, depthMm: 14, axialRadiusMm: 70 }],
};

describe('a crank file', () => {
  it('brings back the crank that was written', () => {
    expect(readCrankFile(writeCrankFile({ name: 'Saltwren', crank }))).toEqual({ name: 'Saltwren', crank });
  });
  it.each<[string, string, string]>([
    ['no JSON', '{ counterweights', 'The file is not JSON'],
    ['another format', JSON.stringify({ format: 'tare-layout', version: 1, crank }), 'format has to be one of tare-crank'],
    ['a later version', JSON.stringify({ format: 'tare-crank', version: 2, crank }), 'version has to be one of 1'],
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
