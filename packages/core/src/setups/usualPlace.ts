import { rimKindOf, type Crank } from '../rotor/crank.js';

/** How far beyond the outermost counterweight a part usually acts where nobody measured it, mm; below zero before the front one. */
const BEYOND_MM: Readonly<Record<string, number>> = { damper: -46, gear: -25, adapter: 30, flywheel: 60, clutchCover: 88 };

/** Where along the crank a part acts: its rim, else its usual place, a guess to be measured. */
export function usualPartPlace(part: string, { counterweights }: Pick<Crank, 'counterweights'>): number {
  const rim = counterweights.find((one) => rimKindOf(one) === part);
  if (rim) return rim.zMm;
  const zs = counterweights.filter((one) => rimKindOf(one) === 'counterweight').map(({ zMm }) => zMm);
  const beyondMm = BEYOND_MM[part] ?? 0;
  return beyondMm < 0 ? Math.min(...zs) + beyondMm : Math.max(...zs) + beyondMm;
}
