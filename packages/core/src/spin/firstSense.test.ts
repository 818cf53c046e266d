import { crankTemplate } from '../engine/crankTemplate.js';
import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { fromPolar } from '../units/vector.js';
import { senseOf } from './firstSense.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const reading = (g: number): Parameters<typeof senseOf>[0] => ({ aGmm: fromPolar(85 * g, 40), bGmm: fromPolar(60 * g, 220) });

it('78 g make sense; 2211, which is 78 in another unit, do not, and the unit is among those that would', () => {
  const of = { crank, redlineRpm: 6500 };
  expect(senseOf(reading(78), of)).toBeNull();
  const told = senseOf(reading(2211), of)!;
  expect(told.fits.map(({ unit }) => unit)).toContain('ounces');
});

it('what no rim holds is asked about at any speed, and what no bearing would bear with any rim', () => {
  expect(senseOf(reading(2211), { crank, redlineRpm: 500 })?.why).toBe('metal');
  expect(senseOf(reading(300), { crank, redlineRpm: 60_000 })?.why).toBe('force');
});
