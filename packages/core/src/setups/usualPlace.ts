import { rimKindOf, type Crank } from '../rotor/crank.js';

/** How far beyond the outermost counterweight a part usually acts where nobody measured it, mm; below zero before the front one. */
const BEYOND_MM: Readonly<Record<string, number>> = { damper: -46, gear: -25, adapter: 30, flywheel: 60, clutchCover: 88 };

/** A place along a crank so far beyond its outermost counterweight; below zero before the front one. */
export function placeBeyond(beyondMm: number, { counterweights }: Pick<Crank, 'counterweights'>): number {
  const zs = counterweights.filter((one) => rimKindOf(one) === 'counterweight').map(({ zMm }) => zMm);
  return beyondMm < 0 ? Math.min(...zs) + beyondMm : Math.max(...zs) + beyondMm;
}

/** Where along the crank a part acts: its rim, else its usual place, a guess to be measured. */
export const usualPartPlace = (part: string, crank: Pick<Crank, 'counterweights'>): number =>
  crank.counterweights.find((one) => rimKindOf(one) === part)?.zMm ?? placeBeyond(BEYOND_MM[part] ?? 0, crank);
