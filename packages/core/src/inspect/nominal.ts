import type { CrankLimits, GroupLimits, MeasurementFact } from './inspectFacts.js';
import type { Limits } from './acceptance.js';

/** What a new journal measures where nobody typed a limit, mm; likewise of the rest. */
const GUESS = { diameter: 54, wall: 2, clearance: 0.045, fillet: 3, width: 25, endFloat: 0.15 };

const middle = ({ lowMm = null, highMm = null }: Partial<Limits> = {}): number | null =>
  lowMm === null || highMm === null ? null : (lowMm + highMm) / 2;

/** What a place would measure on a new crank, by the limits as far as they are typed; 0 for a needle alone. */
export function nominalMm({ feature, quantity }: Pick<MeasurementFact, 'feature' | 'quantity'>, limits: CrankLimits | null): number {
  const group: Partial<GroupLimits> = (feature.startsWith('pin') ? limits?.pins : limits?.mains) ?? {};
  const diameter = group.targetMm ?? middle(group) ?? GUESS.diameter;
  const wall = group.grades?.[0]?.wallMm ?? GUESS.wall;
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
  }
}
