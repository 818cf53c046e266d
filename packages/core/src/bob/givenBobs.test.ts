import { givenBobComplaints } from './givenBobs.js';

describe('bob weights that are given', () => {
  it('in kilograms are not taken for grams', () => {
    expect(givenBobComplaints([1.9062])).toEqual(['1.9062 g is no bob: 1.9062 kg would be 1906.2 g.']);
  });
  it('far from the others are asked about, on the pin where they are', () => {
    expect(givenBobComplaints([1906.2, 1906.2, 190.62, 1906])).toEqual([null, null, '190.62 g, and the other bobs weigh about 1906.2 g.', null]);
    expect(givenBobComplaints([1906, 19060])).toEqual([
      '1906 g, and the other bobs weigh about 19060 g.',
      '19060 g, and the other bobs weigh about 1906 g.',
    ]);
  });
  it('that are like bobs, or no numbers, are let be', () => {
    expect(givenBobComplaints([812, 650, 1400])).toEqual([null, null, null]);
    expect(givenBobComplaints([Number.NaN, 1900])).toEqual([null, null]);
  });
});
