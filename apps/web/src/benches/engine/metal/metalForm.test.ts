import { crankTemplate, layOut, LAYOUTS, type Counterweight, type KnownCut } from '@tare/core';
import { blankFound, boltOn, counterweightForm, counterweightOf, foundForm, foundFromDraft, foundOf, withBoltOns } from './metalForm.js';

const [plain] = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88).counterweights as [Counterweight];

const bar = { diameterMm: 16, lengthMm: 22, densityGPerCm3: 17.5 };

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

describe('what the crank came with', () => {
  const place = { id: 'f', counterweightId: 'cw1', angleDeg: 170 };
  const drilled = { bitMm: 12, pointAngleDeg: 118, depthMm: 14 };
  it.each<KnownCut>([
    { kind: 'radial', ...place, ...drilled, zMm: null },
    { kind: 'radial', ...place, ...drilled, zMm: -186.5 },
    { kind: 'face', ...place, ...drilled, face: 'rear', radiusMm: 70.5 },
    { kind: 'face', ...place, ...drilled, face: null, radiusMm: 70.5 },
    { kind: 'bar', ...place, seat: { from: 'face', face: 'front', radiusMm: 72 }, ...bar, depthMm: 22, replacesId: null },
    { kind: 'bar', ...place, seat: { from: 'rim', zMm: null }, ...bar, depthMm: 30, replacesId: null },
  ])('comes back as it was typed: %j', (cut) => {
    expect(foundOf(foundForm(cut))).toEqual(cut);
  });
  it('a bar whose inner end nobody measured ends at the surface, of heavy metal where nobody says of what', () => {
    const form = { ...blankFound('cw1'), angleDeg: '170', side: 'front', radiusMm: '72', bitMm: '16', barLengthMm: '22,5' } as const;
    expect(foundOf(form)).toMatchObject({ kind: 'bar', lengthMm: 22.5, depthMm: 22.5, densityGPerCm3: 17.5 });
  });
});

describe('what bolts on', () => {
  const own = [counterweightForm({ ...plain, zMm: -190 }), counterweightForm({ ...plain, id: 'cw6', zMm: 190 })];
  it('stands there by template once the crank is balanced externally, and goes with it while nobody measured it', () => {
    const external = withBoltOns(own, 'external');
    expect(external.map(({ kind }) => kind)).toEqual(['counterweight', 'counterweight', 'damper', 'flywheel']);
    expect(withBoltOns(external, 'external')).toBe(external);
    expect(withBoltOns(external, 'internal')).toEqual(own);
    const measured = external.map((rim) => (rim.id === 'flywheel' ? { ...rim, rimRadiusMm: '141' } : rim));
    expect(withBoltOns(measured, 'internal').map(({ id }) => id)).toEqual(['cw1', 'cw6', 'flywheel']);
    expect(withBoltOns(own, 'internal')).toBe(own);
  });
  it('a draft from before faces had a field is read as it was meant', () => {
    const old = { counterweightId: 'cw1', angleDeg: '170', bitMm: '12', depthMm: '14' };
    expect(foundFromDraft({ ...old, axialRadiusMm: '70' })).toMatchObject({ ...old, side: 'face', radiusMm: '70' });
    expect(foundFromDraft({ ...old, axialRadiusMm: '' })).toMatchObject({ ...old, side: 'rim', radiusMm: '' });
    const now = { ...blankFound('cw1'), side: 'rear', radiusMm: '66' } as const;
    expect(foundFromDraft(now)).toEqual(now);
  });
});

it('puts damper and flywheel where they usually are, beyond the counterweights and not of each other', () => {
  const rims = [counterweightForm({ ...plain, zMm: -190 }), counterweightForm({ ...plain, id: 'cw6', zMm: 190 })];
  const flywheel = boltOn('flywheel', rims, 'f');
  expect(flywheel).toMatchObject({ zMm: '250', rimRadiusMm: '135', drillFrom: 'face', arcHalfWidthDeg: '180' });
  expect(boltOn('damper', [...rims, flywheel], 'd')).toMatchObject({ zMm: '-236', rimRadiusMm: '85', kind: 'damper' });
});
