import { checkNumber, CoreError } from '../units/check.js';
import type { SolveModel } from '../solve/solveModel.js';
import { checkPads, equalRods, metalOf, removalOf, type PadStations, type RodPlan, type RodToMatch } from './rodPads.js';

/**
 * The least metal that brings both ends of all rods within a band: a linear programme over the common target and all
 * removals together (handbook section 3), which takes less than making them equal.
 *
 *   least Σ (b_i + s_i), b_i, s_i ≥ 0, with B ≤ big_i − b_i·ξ_b − s_i·ξ_s ≤ B + T and the same for the small ends.
 *
 * Damaged rods come down like the rest but may lie below the band: only its upper edge holds for them.
 *
 * @param toleranceG largest minus smallest at each end; 0 makes them equal, in closed form
 * @throws CoreError when there is no reference, a number makes no sense, or the solver finds nothing
 */
export async function leastMetalRods(rods: readonly RodToMatch[], stations: PadStations, toleranceG: number, solve: SolveModel): Promise<RodPlan> {
  checkNumber('The matching tolerance', toleranceG, { min: 0, unit: 'g' }, 'toleranceG');
  const equal = equalRods(rods, stations);
  if (toleranceG === 0) return equal;
  checkPads(stations);
  const { columns, status } = await solve(rodModel(rods, stations, toleranceG), {});
  if (status !== 'optimal') throw new CoreError('The solver found no way to bring these rods together.', 'rods');
  // The solver keeps its promises to 1e−7 g; below that a removal is none.
  const off = (name: string): number => ((columns[name] ?? 0) > SOLVER_DUST_G ? columns[name]! : 0);
  const removals = rods.map((rod, i) => removalOf(rod, { bigPadG: off(`b${i}`), smallPadG: off(`s${i}`) }, stations));
  return { target: { bigEndG: columns['big'] ?? Number.NaN, smallEndG: columns['small'] ?? Number.NaN }, removals, metalG: metalOf(removals) };
}

const SOLVER_DUST_G = 1e-6;

function rodModel(rods: readonly RodToMatch[], { bigRatio, smallRatio }: PadStations, toleranceG: number): string {
  const term = (factor: number, name: string): string => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`;
  const rows = rods.flatMap((rod, i) => {
    const big = `${term(bigRatio, `b${i}`)} ${term(smallRatio, `s${i}`)} + big`;
    const small = `${term(1 - bigRatio, `b${i}`)} ${term(1 - smallRatio, `s${i}`)} + small`;
    return [
      ...(rod.damaged ? [] : [` bl${i}: ${big} <= ${rod.bigEndG}`, ` sl${i}: ${small} <= ${rod.smallEndG}`]),
      ` bh${i}: ${big} >= ${rod.bigEndG - toleranceG}`,
      ` sh${i}: ${small} >= ${rod.smallEndG - toleranceG}`,
    ];
  });
  const metal = rods.map((_, i) => `b${i} + s${i}`).join(' + ');
  return ['Minimize', ` metal: ${metal}`, 'Subject To', ...rows, 'Bounds', ' big free', ' small free', 'End', ''].join('\n');
}
