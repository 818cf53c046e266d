import { degrees, gramsAt } from '@tare/card';
import { fromPolar, toPolar, type HungPiece, type Vector } from '@tare/core';
import type { ReactNode } from 'react';

interface WeightDialProps {
  readonly plane: 'A' | 'B';
  /** Where the crank is heavy, g·mm. */
  readonly unbalanceGmm: Vector;
  readonly radiusMm: number;
  readonly weight: HungPiece;
}

const SIZE = 168;
const RIM = 56;
const MIDDLE = SIZE / 2;

/** From the front with crankpin 1 up, clockwise. */
const at = (radius: number, angleDeg: number): { readonly x: number; readonly y: number } => {
  const { re, im } = fromPolar(radius, angleDeg - 90);
  return { x: MIDDLE + re, y: MIDDLE + im };
};

/** One end of the crank as somebody stands before it: where it is heavy, and where the weight hangs. */
export function WeightDial({ plane, unbalanceGmm, radiusMm, weight }: WeightDialProps): ReactNode {
  const heavy = toPolar(unbalanceGmm);
  const [spot, hung, pin] = [at(RIM, heavy.angleDeg), at(RIM, weight.angleDeg), at(RIM, 0)];
  return (
    <figure className="grid w-fit justify-items-center">
      <svg
        width={SIZE}
        height={SIZE}
        role="img"
        aria-label={`Plane ${plane}, from the front: heavy ${gramsAt(heavy.amount, radiusMm, 1)} at ${degrees(heavy.angleDeg)}; hang ${weight.massG} g at ${degrees(weight.angleDeg)}`}
      >
        <circle cx={MIDDLE} cy={MIDDLE} r={RIM} className="fill-plate-low stroke-ink" strokeWidth={2} />
        <circle cx={MIDDLE} cy={MIDDLE} r={7} className="fill-plate stroke-ink" strokeWidth={2} />
        <circle cx={pin.x} cy={MIDDLE - RIM / 2} r={9} className="fill-plate stroke-ink" strokeWidth={2} />
        <text x={MIDDLE} y={14} textAnchor="middle" className="fill-ink-soft text-[14px]">
          pin 1
        </text>
        <line x1={MIDDLE} y1={MIDDLE} x2={spot.x} y2={spot.y} className="stroke-ink" strokeWidth={4} />
        <rect x={hung.x - 9} y={hung.y - 9} width={18} height={18} className="fill-brass stroke-ink" strokeWidth={2} />
      </svg>
      <figcaption className="text-center">
        <span className="block font-semibold">{`${plane}: ${weight.massG} g at ${degrees(weight.angleDeg)}`}</span>
        <span className="block text-ink-soft">{`too heavy at ${degrees(heavy.angleDeg)}`}</span>
      </figcaption>
    </figure>
  );
}
