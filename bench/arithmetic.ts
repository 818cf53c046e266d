import {
  addPlanes,
  BALANCED,
  bobCard,
  crankTemplate,
  factorShaking,
  factorSweep,
  fromPolar,
  layOut,
  LAYOUTS,
  SINGLE_KINDS,
  planHoles,
  toPlanes,
  weighParts,
  type EngineLayout,
  type PlanInput,
  type PlaneUnbalance,
  type ReadingFact,
  type ShakingEngine,
  type WeighedJob,
} from '@tare/core';
import { chanceFor } from '@tare/standins/chance';
import { timed, type Figure } from './figures.js';

const layout = layOut(LAYOUTS.v8Cross90, 110);

export const planTime = (): Promise<Figure> => timed('plan of a V8, 20–36 g a plane', 40, (i) => planHoles(heavyV8(i)));

const v16 = layOut(LAYOUTS.v16At45, 110);

export function bobCardTime(): Promise<Figure> {
  const weighed = allWeighed(v16);
  return timed('bob card of 16 cylinders', 500, () => bobCard(v16, weighed, { factorRatio: 0.5, oilG: 4 }, 1));
}

/** 41 factors × 720 angles × 16 cylinders. */
export function sweepTime(): Promise<Figure> {
  const engine: ShakingEngine = {
    layout: v16,
    crankRadiusMm: 44,
    rodLengthMm: 150,
    reciprocatingG: v16.cylinders.map(({ number }) => 640 + number / 10),
  };
  const factors = Array.from({ length: 41 }, (_, i) => 0.4 + i / 200);
  return timed('factor sweep, 41 × 720 × 16', 30, () => factorSweep(factorShaking(engine, 720), factors));
}

export const weighTime = (): Promise<Figure> => timed('all means of a V8, 192 readings', 200, () => allWeighed(layout));

function heavyV8(seed: number): PlanInput {
  const chance = chanceFor('bench', seed);
  const crank = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
  const unbalance = crank.counterweights.reduce<PlaneUnbalance>(
    (sum, c) =>
      addPlanes(sum, toPlanes(fromPolar(c.rimRadiusMm * chance.between(5, 25), c.arcCentreDeg + chance.between(-25, 25)), c.zMm, crank.planes)),
    BALANCED,
  );
  const bits = [6, 8, 10, 12, 16, 20].map((bitMm) => ({ bitMm, pointAngleDeg: 118, usableDepthMm: 50 }));
  return { crank, unbalance, toleranceAGmm: 85, toleranceBGmm: 85, bits, existing: [], maxHoles: 8, share: { a: 1, b: 1 } };
}

function allWeighed({ cylinders }: EngineLayout): WeighedJob {
  const parts = cylinders.flatMap(({ number }) => SINGLE_KINDS.map((kind) => ({ id: `${kind}${number}`, kind, cylinder: number, damaged: false })));
  const readings = parts.flatMap(({ id, kind }) =>
    (kind === 'rod' ? (['total', 'bigEnd', 'smallEnd'] as const) : (['mass'] as const)).flatMap((measure) =>
      [0, 0.1, -0.1].map((off, i): ReadingFact => ({
        id: `${id}${measure}${i}`,
        partId: id,
        measure,
        valueG: (measure === 'total' ? 630 : measure === 'bigEnd' ? 448 : 182) + off,
        cutId: null,
        referencePartId: null,
        voided: false,
      })),
    ),
  );
  return weighParts({ parts, readings, partCuts: [] });
}
