import { choicesOf } from './choicesOf.js';

const usual = { factorRatio: 0.5, oilG: 4 };
const refused = (decided: Record<string, unknown>): readonly number[] | undefined =>
  choicesOf(Object.fromEntries(Object.entries(decided).map(([subject, value]) => [subject, { value }])), usual).bobChoices.refusedPins;
const whole = (wholeG: number) => ({ halfAG: null, halfBG: null, wholeG });

it('says which accepted bobs the scale refuses', () => {
  const acceptedG = [1970, 1970, 1970];
  expect(refused({ 'bob.acceptedG': acceptedG })).toBeUndefined();
  expect(
    refused({ 'bob.acceptedG': acceptedG, 'bob.weighIn.1': whole(1970.5), 'bob.weighIn.2': whole(1970.6), 'bob.weighIn.3': whole(1969.4) }),
  ).toEqual([2, 3]);
  // Halves that differ by more than 0.2 g, though the whole is right.
  expect(refused({ 'bob.acceptedG': acceptedG, 'bob.weighIn.2': { halfAG: 985.2, halfBG: 984.8, wholeG: null } })).toEqual([2]);
  const build = { pinDiameterMm: 50, limitG: 1, figuresG: acceptedG, bobs: [] };
  expect(refused({ 'bob.acceptedG': acceptedG, 'bob.build': build, 'bob.weighIn.2': whole(1970.6) })).toBeUndefined();
  expect(refused({ 'bob.weighIn.2': whole(1900) })).toBeUndefined();
});
