import {
  bobCard,
  factorShaking,
  factorSweep,
  layOut,
  LAYOUTS,
  SINGLE_KINDS,
  weighParts,
  type EngineLayout,
  type ReadingFact,
  type ShakingEngine,
  type WeighedJob,
} from '@tare/core';
import { timed, type Figure } from './figures.js';

const layout = layOut(LAYOUTS.v8Cross90, 110);

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
