import { fewestWords } from './PlanChoice.js';

it('claims a proof only where the bound is as high as the plan', () => {
  expect(fewestWords(3, 3)).toContain('that is proven');
  expect(fewestWords(2, 3)).toBe('Any plan that takes as much needs at least 2 holes; 3 holes is the least that was found.');
});
