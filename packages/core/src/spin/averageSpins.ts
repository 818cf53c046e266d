import { CoreError } from '../units/check.js';
import { scale, subtract, sumOf, type Vector } from '../units/vector.js';
import { RAYLEIGH95, type PlaneReading } from './planeReading.js';

/** What a plane's mean is off by, beyond the scatter of its turns: deviations in each component, g·mm. */
export interface PlaneSpread {
  /** From spin to spin: remounting, drift; null where nobody knows. */
  readonly runGmm: number | null;
  /** Alike in every spin read by the same coefficients. */
  readonly commonGmm: number;
}

/** One spin of a plane on its own. */
export interface SpinOfPlane {
  readonly reading: PlaneReading;
  readonly spread: PlaneSpread;
}

/** A plane's unbalance by all spins since the metal last changed. */
export interface PlaneEstimate extends PlaneReading {
  /** How many spins it is the mean of. */
  readonly spins: number;
  /** The parts of the region, whose squares add: what more turns shrink, what more spins shrink, and what neither does; g·mm. */
  readonly turnRadiusGmm: number;
  readonly runRadiusGmm: number;
  readonly commonRadiusGmm: number;
  /** The spins lie farther apart than the machine's known scatter allows. */
  readonly scattersMore: boolean;
}

/**
 * The mean of repeat spins and its 95 % region, one estimate for each plane.
 *
 * The scatter from spin to spin is the machine's where it is known: its region is the Rayleigh circle √(−2·ln 0.05)·s/√n. It is
 * taken from the spins themselves, pooled over all planes, where it is not known, and where they contradict it (a χ² that a
 * machine of the known scatter exceeds once in a hundred times): with ν = 2(n − 1)·planes degrees of freedom the region's
 * square is then 2·F(2, ν)·s²/n, F = (ν/2)(0.05^(−2/ν) − 1). Such a scatter holds that of the turns already.
 *
 * @param spins each a list of the same planes, one or more
 * @throws CoreError for no spin
 */
export function averageSpins(spins: readonly (readonly SpinOfPlane[])[]): PlaneEstimate[] {
  const [first] = spins;
  if (!first) throw new CoreError('There is no spin to take a mean of.', 'spins');
  const n = spins.length;
  const means = first.map((_, p) => scale(sumOf(spins.map((spin) => spin[p]!.reading.meanGmm)), 1 / n));
  const freedom = 2 * (n - 1) * first.length;
  const own = n > 1 ? sumOfSquares(spins, means) / freedom : null;
  const expected = mean(spins.flatMap((spin) => spin.map(({ reading, spread }) => varianceOf(reading, spread))));
  const unknown = spins.some((spin) => spin.some(({ spread }) => spread.runGmm === null));
  const scattersMore = own !== null && !unknown && own > (expected * chiSquare99(freedom)) / freedom;
  return first.map((_, p) => {
    const mine = spins.map((spin) => spin[p]!);
    const commonRadiusGmm = RAYLEIGH95 * mean(mine.map(({ spread }) => spread.commonGmm));
    const fromSpins = own !== null && (unknown || scattersMore);
    const turnRadiusGmm = fromSpins ? 0 : Math.hypot(...mine.map(({ reading }) => reading.radius95Gmm)) / n;
    const runRadiusGmm = fromSpins
      ? Math.sqrt((freedom * (0.05 ** (-2 / freedom) - 1) * own) / n)
      : (RAYLEIGH95 * Math.hypot(...mine.map(({ spread }) => spread.runGmm ?? 0))) / n;
    return {
      n: mine.reduce((sum, { reading }) => sum + reading.n, 0),
      spins: n,
      meanGmm: means[p]!,
      radius95Gmm: Math.hypot(turnRadiusGmm, runRadiusGmm, commonRadiusGmm),
      turnRadiusGmm,
      runRadiusGmm,
      commonRadiusGmm,
      scattersMore,
    };
  });
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Variance of one spin's mean in each component, as the turns and the machine have it. */
const varianceOf = ({ radius95Gmm }: PlaneReading, { runGmm }: PlaneSpread): number => (radius95Gmm / RAYLEIGH95) ** 2 + (runGmm ?? 0) ** 2;

function sumOfSquares(spins: readonly (readonly SpinOfPlane[])[], means: readonly Vector[]): number {
  return spins.reduce(
    (sum, spin) =>
      sum +
      spin.reduce((part, { reading }, p) => {
        const off = subtract(reading.meanGmm, means[p]!);
        return part + off.re ** 2 + off.im ** 2;
      }, 0),
    0,
  );
}

/** 99 % point of χ² by Wilson and Hilferty's cube; within 1 % from 2 degrees of freedom on. */
function chiSquare99(freedom: number): number {
  const part = 2 / (9 * freedom);
  return freedom * (1 - part + 2.3263 * Math.sqrt(part)) ** 3;
}
