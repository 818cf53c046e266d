import { madeUpSpec } from './testing/madeUpSpec.js';
import { turnable, typedPositions } from './jobIndex.js';

it('lets no part be turned whose rim stands among the crank’s', () => {
  const { crank } = madeUpSpec('inline4');
  const rim = { ...crank.counterweights[0]!, id: 'flywheel', kind: 'flywheel' as const };
  const mounted = { crank: 0, flywheel: 0, clutchCover: 60 };
  expect(turnable(mounted, crank)).toEqual(['flywheel', 'clutchCover']);
  expect(turnable(mounted, { counterweights: [...crank.counterweights, rim] })).toEqual(['clutchCover']);
});

describe('positions as they are typed', () => {
  it.each([
    ['4', [0, 90, 180, 270]],
    ['1', [0]],
    ['0 90 200°', [0, 90, 200]],
    ['-30; 30', [330, 30]],
  ])('reads %s', (text, degs) => {
    expect(typedPositions(text)).toEqual(degs);
  });
  it.each([
    ['', 'Say how many positions'],
    ['2.5', 'a whole number of positions'],
    ['0', 'The number of positions is 0'],
    ['400', 'The number of positions is 400'],
    ['0 some', 'Position 2 is missing or is not a number'],
    ['0 500', 'Position 2 is 500'],
  ])('refuses “%s”', (text, why) => {
    expect(() => typedPositions(text)).toThrow(why);
  });
});
