import { toHeavyDeg, type MachineConvention } from '@tare/core';
import type { ReactNode } from 'react';
import { endPoint } from '../../draw/endView.js';

const RIM = 70;
const NUMBERS_AT = 90;
const HALF = 112;
const MARKS = [0, 90, 180, 270];

/** The machine's angles on the crank, drawn from the front with crankpin 1 up: where its 0, 90, 180 and 270 lie, and what it means by them. */
export function ConventionDial({ convention }: { readonly convention: MachineConvention }): ReactNode {
  // Where the number stands on the crank; what it means there is another matter.
  const placeOf = (machineDeg: number): number => toHeavyDeg(machineDeg, { ...convention, shows: 'heavy' });
  const pin = endPoint(42, 0);
  return (
    <figure className="m-0">
      <svg
        viewBox={`${-HALF} ${-HALF} ${2 * HALF} ${2 * HALF}`}
        className="size-60"
        role="img"
        aria-label={`Seen from the front with crankpin 1 up: the machine’s 0 lies at ${Math.round(placeOf(0))}°, its 90 at ${Math.round(placeOf(90))}°; it shows where the crank is ${convention.shows}`}
      >
        <circle r={RIM} className="fill-plate-low stroke-ink-soft" strokeWidth={2} />
        <line x1={0} y1={0} x2={pin.x} y2={pin.y} className="stroke-ink" strokeWidth={4} />
        <circle cx={pin.x} cy={pin.y} r={13} className="fill-plate stroke-ink" strokeWidth={2} />
        <text x={pin.x} y={pin.y + 4} textAnchor="middle" fontSize={12} className="fill-ink figure-type">
          1
        </text>
        {MARKS.map((deg) => {
          const [at, inner, name] = [endPoint(RIM, placeOf(deg)), endPoint(RIM - 10, placeOf(deg)), endPoint(NUMBERS_AT, placeOf(deg))];
          return (
            <g key={deg}>
              <line
                x1={inner.x}
                y1={inner.y}
                x2={at.x}
                y2={at.y}
                className={deg === 0 ? 'stroke-blue' : 'stroke-ink'}
                strokeWidth={deg === 0 ? 5 : 2}
              />
              <text
                x={name.x}
                y={name.y + 5}
                textAnchor="middle"
                fontSize={15}
                className={deg === 0 ? 'fill-blue font-semibold figure-type' : 'fill-ink figure-type'}
              >
                {deg}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption className="max-w-60 text-[0.9rem] text-ink-soft">
        {`From the front, crankpin 1 up: the machine’s numbers on the crank. Where it points, ${convention.shows === 'heavy' ? 'metal is too heavy: remove there' : 'metal is too light: add there'}.`}
      </figcaption>
    </figure>
  );
}
