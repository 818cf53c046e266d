import {
  addPlanes,
  BALANCED,
  crankTemplate,
  fromPolar,
  layOut,
  LAYOUTS,
  missingCuts,
  scale,
  times,
  toPlanes,
  toPolar,
  type Crank,
  type Cut,
  type DrillErrors,
  type MetalNow,
  type PlaneUnbalance,
  type Vector,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';

/* The made-up cranks, machines and drills that correction is practised on (../shared/facts.md's last table). */

export const RADIUS_MM = 85;
const HEAVY_G = { least: 20, most: 110 };
export const BITS = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
export const MOST_SPINS = 30;
export const MOST_HOLES = 12;

/** What goes wrong: of the machine's gain and angle, of each reading, of the drill. */
export interface Errors {
  readonly gain: number;
  readonly gainDeg: number;
  readonly readingG: number;
  readonly drill: DrillErrors;
}
export const USUAL: Errors = { gain: 0.06, gainDeg: 3, readingG: 0.3, drill: { depthMm: 0.4, angleDeg: 1.5, densityRatio: 0 } };

/** What a machine's gain may be off by in each component, as a share. */
export const gainDeviationOf = ({ gain, gainDeg }: Errors): number => Math.max(1e-3, Math.hypot(gain, (gainDeg * Math.PI) / 180) / Math.SQRT2);

const layout = layOut(LAYOUTS.v8Cross90, 110);
export const crankWith = (arcHalfWidthDeg: number): Crank => {
  const crank = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
  return { ...crank, counterweights: crank.counterweights.map((c) => ({ ...c, arcHalfWidthDeg })) };
};

export interface PracticeBench {
  readonly unbalance: PlaneUnbalance;
  readonly read: (unbalance: PlaneUnbalance) => PlaneUnbalance;
  readonly drill: (metal: MetalNow, cut: Cut) => PlaneUnbalance;
}

/** A crank, a machine and a drill that err, by one seed. */
export function practiceBench(seed: number, crank: Crank, errors: Errors): PracticeBench {
  const chance = chanceFor('practice', seed);
  const gain = (): Vector => fromPolar(1 + chance.normal(errors.gain), chance.normal(errors.gainDeg));
  const [gainA, gainB] = [gain(), gain()];
  const scatter = (): Vector => ({ re: chance.normal(errors.readingG * RADIUS_MM), im: chance.normal(errors.readingG * RADIUS_MM) });
  // Heavy where its counterweights stand, as cranks are: more at some than at others, the planes as the table has them.
  const excess = crank.counterweights.map(({ arcCentreDeg }) => fromPolar(chance.between(0.2, 1), arcCentreDeg + chance.between(-25, 25)));
  const wanted = { a: RADIUS_MM * chance.between(HEAVY_G.least, HEAVY_G.most), b: RADIUS_MM * chance.between(HEAVY_G.least, HEAVY_G.most) };
  let [front, rear] = [wanted.a, wanted.b];
  let unbalance: PlaneUnbalance = BALANCED;
  for (let step = 0; step < 30; step += 1) {
    unbalance = crank.counterweights.reduce<PlaneUnbalance>(
      (sum, { zMm }, i) => addPlanes(sum, toPlanes(scale(excess[i]!, i < 3 ? front : rear), zMm, crank.planes)),
      BALANCED,
    );
    front *= wanted.a / toPolar(unbalance.aGmm).amount;
    rear *= wanted.b / toPolar(unbalance.bGmm).amount;
  }
  return {
    unbalance,
    read: ({ aGmm, bGmm }: PlaneUnbalance): PlaneUnbalance => ({
      aGmm: plus(times(gainA, aGmm), scatter()),
      bGmm: plus(times(gainB, bGmm), scatter()),
    }),
    drill: (metal: MetalNow, cut: Cut): PlaneUnbalance =>
      missingCuts(metal, [cut])[0]!({
        depthMm: chance.normal(errors.drill.depthMm),
        angleDeg: chance.normal(errors.drill.angleDeg),
        densityRatio: 0,
      }),
  };
}
const plus = (x: Vector, y: Vector): Vector => ({ re: x.re + y.re, im: x.im + y.im });

export const isInside = ({ aGmm, bGmm }: PlaneUnbalance, toleranceGmm: number): boolean =>
  toPolar(aGmm).amount <= toleranceGmm && toPolar(bGmm).amount <= toleranceGmm;
