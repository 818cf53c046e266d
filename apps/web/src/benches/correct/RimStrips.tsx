import { degrees, shortSize } from '@tare/card';
import { degToRad, seatOf, turnBetweenDeg, type Counterweight, type Crank, type Cut, type RadialCut, type RedrillCut } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { PrintSheet } from '../../ui/PrintSheet.js';
import { useDisplay } from '../../ui/display.js';

/** A little paper beyond the arc's ends, mm. */
const MARGIN_MM = 4;
const BAR_MM = 100;

interface RimStripsProps {
  /** With its rims as they are when they are drilled. */
  readonly crank: Crank;
  readonly holes: readonly Punched[];
  readonly onPrinted: () => void;
}

type Punched = RadialCut | RedrillCut;

/** What is punched through a strip: holes that are drilled from the rim. */
export const punched = (cuts: readonly Cut[]): Punched[] =>
  cuts.flatMap((cut) => ((cut.kind === 'radial' || cut.kind === 'redrill') && seatOf(cut).from === 'rim' ? [cut] : []));

/** The rim of every counterweight that is drilled, unrolled at 1:1: cut out, wrapped round, punched through. */
export function RimStrips({ crank, holes, onPrinted }: RimStripsProps): ReactNode {
  const { sheet } = useOpenJob();
  const drilled = crank.counterweights.filter(({ id }) => holes.some(({ counterweightId }) => counterweightId === id));
  return (
    <PrintSheet isReady onPrinted={onPrinted}>
      <article aria-label="Strips to wrap round the rims">
        <h1 className="text-xl">{`Job ${sheet.number}: strips to wrap round the rims`}</h1>
        <p>Print at 100 %, not fitted to the page. Measure the bar first: it has to be 100 mm. Front of the crank at the strip’s upper edge.</p>
        <svg width={`${BAR_MM + 2}mm`} height="8mm" viewBox={`-1 0 ${BAR_MM + 2} 8`} role="img" aria-label="A bar of 100 mm">
          <path d={`M0 1V7M${BAR_MM} 1V7M0 4H${BAR_MM}`} fill="none" stroke="black" strokeWidth={0.3} />
          <text x={BAR_MM / 2} y={3} textAnchor="middle" fontSize={3}>
            100 mm
          </text>
        </svg>
        {drilled.map((counterweight) => (
          <Strip
            key={counterweight.id}
            counterweight={counterweight}
            holes={holes.filter(({ counterweightId }) => counterweightId === counterweight.id)}
          />
        ))}
      </article>
    </PrintSheet>
  );
}

/** One rim, unrolled: a millimetre of paper is a millimetre of rim. */
function Strip({ counterweight, holes }: { readonly counterweight: Counterweight; readonly holes: readonly Punched[] }): ReactNode {
  const { name, rimRadiusMm, arcCentreDeg, arcHalfWidthDeg, widthMm, zMm } = counterweight;
  const { say, systems } = useDisplay();
  const alongMm = (turnDeg: number): number => rimRadiusMm * degToRad(turnDeg);
  const halfMm = alongMm(arcHalfWidthDeg);
  const width = 2 * (halfMm + MARGIN_MM);
  return (
    <figure className="m-0 mt-4">
      <figcaption className="text-[0.85rem]">{`${name}, rim radius ${say(rimRadiusMm, 'mm', 1)}; middle of its arc at ${degrees(arcCentreDeg, 1)}`}</figcaption>
      <svg
        width={`${width}mm`}
        height={`${widthMm + 12}mm`}
        viewBox={`${-width / 2} -2 ${width} ${widthMm + 12}`}
        role="img"
        aria-label={`Strip of ${name}`}
        data-mm-wide={width}
      >
        <rect x={-halfMm} y={0} width={2 * halfMm} height={widthMm} fill="none" stroke="black" strokeWidth={0.3} />
        <path d={`M0 0V${widthMm}`} stroke="black" strokeWidth={0.2} strokeDasharray="2 1" />
        {holes.map((hole, i) => {
          const x = alongMm(turnBetweenDeg(arcCentreDeg, hole.angleDeg));
          const seat = seatOf(hole);
          // The front is at the upper edge.
          const y = widthMm / 2 + (seat.from === 'rim' && seat.zMm !== null ? seat.zMm - zMm : 0);
          return (
            <g key={i} data-hole-mm={x}>
              <circle cx={x} cy={y} r={hole.bitMm / 2} fill="none" stroke="black" strokeWidth={0.3} />
              <path d={`M${x - 2.5} ${y}h5M${x} ${y - 2.5}v5`} stroke="black" strokeWidth={0.25} />
              <text x={x} y={widthMm + 4} textAnchor="middle" fontSize={3}>
                {`${degrees(hole.angleDeg, 1)}: ${shortSize(hole, systems)}`}
              </text>
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
