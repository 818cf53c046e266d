import { crankTemplate, layOut, LAYOUTS, type Counterweight } from '@tare/core';
import { boltOn, counterweightForm, counterweightOf, foundForm, foundOf } from './metalForm.js';

const [plain] = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88).counterweights as [Counterweight];

describe('a rim as it is typed', () => {
  it('says nothing that nobody said', () => {
    expect(counterweightOf(counterweightForm(plain))).toEqual(plain);
  });
  it('brings back all that is special about it', () => {
    const special: Counterweight = {
      ...plain,
      kind: 'damper',
      densityGPerCm3: 7.1,
      drillFrom: 'rim',
      edgeMarginMm: 3,
      largestBitMm: 12,
      awkward: true,
      noDrill: [{ fromDeg: 350, toDeg: 12, why: 'plug' }],
    };
    expect(counterweightOf(counterweightForm(special))).toEqual(special);
  });
  it('leaves what is no number for the check to complain about', () => {
    expect(counterweightOf({ ...counterweightForm(plain), edgeMarginMm: 'two' }).edgeMarginMm).toBeNaN();
  });
});

it('a hole found in the rim has no radius, one in the face has', () => {
  const rim = { counterweightId: 'cw1', angleDeg: 170, bitMm: 12, pointAngleDeg: 118, depthMm: 14 };
  expect(foundOf(foundForm(rim))).toEqual(rim);
  expect(foundOf({ ...foundForm(rim), axialRadiusMm: '70,5' })).toEqual({ ...rim, axialRadiusMm: 70.5 });
});

it('puts damper and flywheel where they usually are, beyond the counterweights and not of each other', () => {
  const rims = [counterweightForm({ ...plain, zMm: -190 }), counterweightForm({ ...plain, id: 'cw6', zMm: 190 })];
  const flywheel = boltOn('flywheel', rims, 'f');
  expect(flywheel).toMatchObject({ zMm: '250', rimRadiusMm: '135', drillFrom: 'face', arcHalfWidthDeg: '180' });
  expect(boltOn('damper', [...rims, flywheel], 'd')).toMatchObject({ zMm: '-236', rimRadiusMm: '85', kind: 'damper' });
});
