import type { GroupLimits, MadeReady, MeasurementFact } from './inspectFacts.js';
import { aimMm } from './rods/rodFigures.js';
import type { Limits } from './acceptance.js';

/** What a new journal measures where nobody typed a limit, mm; likewise of the rest. */
const GUESS = {
  diameter: 54,
  wall: 2,
  clearance: 0.045,
  fillet: 3,
  width: 25,
  endFloat: 0.15,
  bigEnd: 57.5,
  smallEnd: 24,
  centre: 150,
  bolt: 50,
  stretch: 0.15,
  bore: 90,
  pistonClearance: 0.05,
  boreWall: 6,
  pin: 24,
  ringGap: 0.4,
  deckHeight: 230,
};

const middle = ({ lowMm = null, highMm = null }: Partial<Limits> = {}): number | null =>
  lowMm === null || highMm === null ? null : (lowMm + highMm) / 2;

/** What a place would measure on new parts, by the limits as far as they are typed; 0 for a needle alone. */
export function nominalMm(
  { feature, quantity }: Pick<MeasurementFact, 'feature' | 'quantity'>,
  made: Pick<MadeReady, 'limits' | 'rods' | 'bores' | 'decks'> | null,
): number {
  const limits = made?.limits ?? null;
  const rods = made?.rods.limits ?? null;
  const bore = made?.bores.limits?.nominalMm ?? GUESS.bore;
  const isRod = feature.startsWith('rod');
  const group: Partial<GroupLimits> = (feature.startsWith('pin') ? limits?.pins : limits?.mains) ?? {};
  const diameter = group.targetMm ?? middle(group) ?? GUESS.diameter;
  const wall = (isRod ? rods?.grades : group.grades)?.[0]?.wallMm ?? GUESS.wall;
  switch (quantity) {
    case 'runOut':
    case 'runOutHigh':
    case 'runOutLow':
      return 0;
    case 'diameter':
      return diameter;
    case 'fillet':
      return middle(group.fillet) ?? GUESS.fillet;
    case 'width':
      return middle(group.width) ?? GUESS.width;
    case 'housing':
      return diameter + 2 * wall + (middle(group.clearance) ?? GUESS.clearance);
    case 'upperWall':
    case 'lowerWall':
      return wall;
    case 'endFloat':
      return middle(limits?.endFloat) ?? GUESS.endFloat;
    case 'bigEnd':
      return (rods && aimMm(rods)) ?? GUESS.bigEnd;
    case 'smallEnd':
      return middle(rods?.smallEnd) ?? GUESS.smallEnd;
    case 'centre':
      return GUESS.centre;
    case 'bend':
    case 'twist':
      return 0;
    case 'boltFree':
    case 'boltFreeAgain':
      return GUESS.bolt;
    case 'boltTorqued':
      return GUESS.bolt + (middle(rods?.stretch) ?? GUESS.stretch);
    case 'boreSize':
    case 'shadow':
      return bore;
    case 'pistonSize':
      return bore - (middle(made?.bores.limits?.clearance) ?? GUESS.pistonClearance);
    case 'pinSize':
    case 'pinBore':
      return GUESS.pin;
    case 'boreWall':
      return GUESS.boreWall;
    case 'ringGap':
      return middle(made?.bores.limits?.rings?.[0]) ?? GUESS.ringGap;
    case 'deckHeight':
      return made?.decks.limits?.heightMm ?? GUESS.deckHeight;
    case 'pistonDown':
      return middle(made?.decks.limits?.pistonDown) ?? 0;
    case 'clearanceSeen':
      return middle(isRod ? rods?.clearance : group.clearance) ?? GUESS.clearance;
  }
}
