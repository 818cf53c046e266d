import { ZERO, type Vector } from '../units/vector.js';

/** Metal with what it does to a crank: what leaves counts above zero, what is brought below. */
export interface Metal {
  readonly massG: number;
  /** First moment about the shaft, ∫ (x, y) dm, g·mm. */
  readonly momentGmm: Vector;
  /** First moment along the crank, ∫ z dm, g·mm. */
  readonly alongGmm: number;
  /** The same of the first moment about the shaft, ∫ (x, y)·z dm, g·mm²: where along the crank it acts. */
  readonly leverGmm2: Vector;
}

export const NO_METAL: Metal = { massG: 0, momentGmm: ZERO, alongGmm: 0, leverGmm2: ZERO };

/** x + factor·y. */
export function plusMetal(x: Metal, y: Metal, factor = 1): Metal {
  const sum = (p: Vector, q: Vector): Vector => ({ re: p.re + factor * q.re, im: p.im + factor * q.im });
  return {
    massG: x.massG + factor * y.massG,
    momentGmm: sum(x.momentGmm, y.momentGmm),
    alongGmm: x.alongGmm + factor * y.alongGmm,
    leverGmm2: sum(x.leverGmm2, y.leverGmm2),
  };
}

/** The same metal with places along the crank counted from elsewhere: z → z + by. */
export const movedAlong = ({ massG, momentGmm, alongGmm, leverGmm2 }: Metal, byMm: number): Metal => ({
  massG,
  momentGmm,
  alongGmm: alongGmm + byMm * massG,
  leverGmm2: { re: leverGmm2.re + byMm * momentGmm.re, im: leverGmm2.im + byMm * momentGmm.im },
});
