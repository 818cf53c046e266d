import { drawingSafe } from '../ui/drawingSafe.js';
import type { EngineLayout } from '@tare/core';
import type { ReactNode } from 'react';
import { bankDirections, endPoint, pinDirections } from './endView.js';

const PIN_AT = 46;
const PIN_RADIUS = 15;
const BANK_AT = 84;
const NAME_AT = 102;
const HALF = 122;

/** The crank from the front: pins with their numbers, and the banks' axes with the cylinders in each. */
function CrankEndDrawn({ layout, highlightPin }: { readonly layout: EngineLayout; readonly highlightPin?: number }): ReactNode {
  const pins = pinDirections(layout);
  const anticlockwise = layout.rotation === 'anticlockwise';
  const arrowEnd = endPoint(HALF - 8, anticlockwise ? -24 : 24);
  const arrowStart = endPoint(HALF - 8, 0);
  return (
    <svg
      viewBox={`${-HALF} ${-HALF} ${2 * HALF} ${2 * HALF}`}
      className="h-64 w-64"
      role="img"
      aria-label={`The crank from the front: ${layout.pins.map(({ angleDeg }, p) => `pin ${p + 1} at ${Math.round(angleDeg)}°`).join(', ')}; runs ${layout.rotation ?? 'clockwise'}`}
    >
      <path
        d={`M ${arrowStart.x} ${arrowStart.y} A ${HALF - 8} ${HALF - 8} 0 0 ${anticlockwise ? 0 : 1} ${arrowEnd.x} ${arrowEnd.y}`}
        className="fill-none stroke-ink-soft"
        strokeWidth={2}
      />
      <circle cx={arrowEnd.x} cy={arrowEnd.y} r={4} className="fill-ink-soft" />
      {bankDirections(layout).map(({ angleDeg, label }) => {
        const [end, name] = [endPoint(BANK_AT, angleDeg), endPoint(NAME_AT, angleDeg)];
        return (
          <g key={angleDeg}>
            <line x1={0} y1={0} x2={end.x} y2={end.y} className="stroke-edge" strokeWidth={10} />
            <text x={name.x} y={name.y + 4} textAnchor="middle" fontSize={label.length > 8 ? 9 : 12} className="fill-ink-soft figure-type">
              {label}
            </text>
          </g>
        );
      })}
      <circle r={20} className="fill-plate-low stroke-ink-soft" strokeWidth={1.5} />
      {pins.map(({ angleDeg, label }) => {
        const at = endPoint(PIN_AT, angleDeg);
        const lit = highlightPin !== undefined && label.split(' ').includes(String(highlightPin));
        return (
          <g key={label}>
            <line x1={0} y1={0} x2={at.x} y2={at.y} className="stroke-ink" strokeWidth={lit ? 5 : 3} />
            <circle cx={at.x} cy={at.y} r={PIN_RADIUS} className={lit ? 'fill-brass stroke-ink' : 'fill-plate stroke-ink'} strokeWidth={2} />
            <text x={at.x} y={at.y + 4} textAnchor="middle" fontSize={label.length > 4 ? 8 : 12} className="fill-ink figure-type">
              {label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

export const CrankEnd = drawingSafe(CrankEndDrawn);
