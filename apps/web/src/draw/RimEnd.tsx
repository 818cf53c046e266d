import { drawingSafe } from '../ui/drawingSafe.js';
import { arcMiddle, degrees, fixed } from '@tare/card';
import {
  besideRadiusMm,
  densityOf,
  diameterOf,
  isBrought,
  isRimCut,
  normaliseAngleDeg,
  toPolar,
  type Counterweight,
  type Crank,
  type Cut,
} from '@tare/core';
import { useId, type ReactNode } from 'react';
import { endPoint } from './endView.js';

interface RimEndProps {
  readonly crank: Crank;
  readonly counterweight: Counterweight;
  readonly holes: readonly Cut[];
  readonly planned: readonly Cut[];
  /** Called with the angle and the radius that somebody points at. */
  readonly onPick?: (place: { readonly angleDeg: number; readonly radiusMm: number }) => void;
}

/** One rim seen from the front, to scale: its arc, how deep metal may go, what must not be drilled, and every hole in it. */
function RimEndDrawn({ crank, counterweight, holes, planned, onPick }: RimEndProps): ReactNode {
  const { name, rimRadiusMm: r, arcCentreDeg, arcHalfWidthDeg, depthLimitMm, noDrill = [] } = counterweight;
  const hatch = useId();
  const half = r * 1.22;
  const own = (all: readonly Cut[]): Cut[] => all.filter((hole) => hole.counterweightId === counterweight.id);
  return (
    <figure className="m-0">
      <svg
        viewBox={`${-half} ${-half} ${2 * half} ${2 * half}`}
        className={`h-72 w-72 ${onPick ? 'cursor-crosshair' : ''}`}
        role="img"
        aria-label={`${name} from the front: ${own(holes).length} ${own(holes).length === 1 ? 'hole' : 'holes'}, ${noDrill.length} no-drill arcs`}
        onClick={({ currentTarget, clientX, clientY }) => {
          const toDrawing = currentTarget.getScreenCTM()?.inverse();
          if (!onPick || !toDrawing) return;
          const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(toDrawing);
          // Angle 0 is up, clockwise from the front.
          const { amount, angleDeg } = toPolar({ re: -y, im: x });
          onPick({ angleDeg: normaliseAngleDeg(Math.round(angleDeg * 2) / 2), radiusMm: Math.round(amount * 2) / 2 });
        }}
      >
        <pattern id={hatch} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" className="stroke-ink-soft" strokeWidth={2} />
        </pattern>
        <path d={sector(arcCentreDeg, arcHalfWidthDeg, 0, r)} className="fill-plate-low stroke-ink-soft" strokeWidth={1.2} />
        {noDrill.map((arc, i) => {
          const { centreDeg, halfDeg } = arcMiddle(arc);
          return (
            <path key={i} d={sector(centreDeg, halfDeg, r - depthLimitMm, r)} fill={`url(#${hatch})`} className="stroke-ink-soft">
              <title>{arc.why}</title>
            </path>
          );
        })}
        <path d={arcPath(arcCentreDeg, arcHalfWidthDeg, r - depthLimitMm)} className="fill-none stroke-ink-soft" strokeDasharray="5 3" />
        {own(holes).map((hole, i) => (
          <EndHole key={i} hole={hole} rimRadiusMm={r} look={isBrought(hole) ? 'fill-brass stroke-ink' : 'fill-steel-bright stroke-steel'} />
        ))}
        {own(planned).map((hole, i) => (
          <EndHole key={i} hole={hole} rimRadiusMm={r} look={isBrought(hole) ? 'fill-brass stroke-blue' : 'fill-blue-wash stroke-blue'} />
        ))}
        <circle r={3} className="fill-ink" />
        {[0, 90, 180, 270].map((deg) => {
          const at = endPoint(r * 1.12, deg);
          return (
            <text key={deg} x={at.x} y={at.y + 3} textAnchor="middle" fontSize={r / 12} className="fill-ink-soft figure-type">
              {degrees(deg)}
            </text>
          );
        })}
      </svg>
      <figcaption className="text-[0.9rem] text-ink-soft">{`${name} from the front, ${fixed(densityOf(crank, counterweight), 2)} g/cm³. Dashed: as deep as metal may go.`}</figcaption>
    </figure>
  );
}

/** A radial hole as the strip its bit sweeps, with its point; one parallel to the shaft as its circle. */
function EndHole({ hole, rimRadiusMm, look }: { readonly hole: Cut; readonly rimRadiusMm: number; readonly look: string }): ReactNode {
  if (isRimCut(hole))
    return <path d={sector(hole.angleDeg, hole.halfArcDeg, rimRadiusMm - hole.depthMm, rimRadiusMm)} className={look} strokeWidth={1} />;
  const beside = besideRadiusMm(hole);
  const bitMm = diameterOf(hole);
  const { angleDeg, depthMm } = hole;
  if (beside !== null) {
    const at = endPoint(beside, angleDeg);
    return <circle cx={at.x} cy={at.y} r={bitMm / 2} className={look} strokeWidth={1} />;
  }
  return (
    <g transform={`rotate(${angleDeg})`}>
      <path
        d={`M${-bitMm / 2} ${-rimRadiusMm}V${-(rimRadiusMm - depthMm)}L0 ${-(rimRadiusMm - depthMm - bitMm * 0.3)}L${bitMm / 2} ${-(rimRadiusMm - depthMm)}V${-rimRadiusMm}Z`}
        className={look}
        strokeWidth={1}
      />
    </g>
  );
}

function arcPath(centreDeg: number, halfDeg: number, radius: number): string {
  const [from, to] = [endPoint(radius, centreDeg - Math.min(halfDeg, 179.9)), endPoint(radius, centreDeg + Math.min(halfDeg, 179.9))];
  return `M${from.x} ${from.y}A${radius} ${radius} 0 ${halfDeg > 90 ? 1 : 0} 1 ${to.x} ${to.y}`;
}

/** A ring's sector; from the shaft itself where the inner radius is none. */
function sector(centreDeg: number, halfDeg: number, inner: number, outer: number): string {
  const reach = Math.min(halfDeg, 179.9);
  const end = endPoint(inner, centreDeg + reach);
  const start = endPoint(inner, centreDeg - reach);
  const back = inner === 0 ? 'L0 0' : `L${end.x} ${end.y}A${inner} ${inner} 0 ${halfDeg > 90 ? 1 : 0} 0 ${start.x} ${start.y}`;
  return `${arcPath(centreDeg, halfDeg, outer)}${back}Z`;
}

export const RimEnd = drawingSafe(RimEndDrawn);
