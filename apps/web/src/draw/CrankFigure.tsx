import { drawingSafe } from '../ui/drawingSafe.js';
import { fixed } from '@tare/card';
import type { JobSpec, Supports } from '@tare/core';
import type { ReactNode } from 'react';
import { heightMm, isBeyond, sideSpan } from './sideView.js';

/** Room left and right of the outermost thing drawn, and above the rim for the planes' names, mm. */
const MARGIN_MM = 45;
const HEADROOM_MM = 24;

interface CrankFigureProps {
  readonly spec: Pick<JobSpec, 'crank' | 'layout' | 'strokeMm' | 'balance'>;
  /** Where it lies in the machine. */
  readonly supports?: Supports | null;
  /** Bobs hang on its pins. */
  readonly bobs?: boolean;
  /** Called with the place along the crank, in whole mm, when somebody points at one. */
  readonly onPick?: (zMm: number) => void;
}

/** Half the length of a bob along its pin, mm. */
const BOB_HALF_MM = 19;

/** Damper and flywheel stand this far out from the outermost counterweight, and this far beyond its rim, where nothing else is known of them. */
const OVERHANG_MM = { damper: 46, flywheel: 60 };
const OVER_RIM_MM = { damper: 0, flywheel: 40 };

/** Side elevation of the crank to scale: counterweights, pins, and the two planes. Front at the left, angle 0 up. */
function CrankFigureDrawn({ spec, supports = null, bobs = false, onPick }: CrankFigureProps): ReactNode {
  const { crank, layout } = spec;
  const { planes } = crank;
  const stands = supports ? [supports.zLeftMm, supports.zRightMm] : [];
  const cwZs = crank.counterweights.filter((c) => c.kind === undefined).map((c) => c.zMm);
  const overhung =
    spec.balance === 'external'
      ? (
          [
            ['damper', Math.min(...cwZs) - OVERHANG_MM.damper, 18],
            ['flywheel', Math.max(...cwZs) + OVERHANG_MM.flywheel, 24],
          ] as const
        ).filter(([kind]) => !crank.counterweights.some((c) => c.kind === kind))
      : [];
  const zs = [
    ...overhung.map(([, zMm]) => zMm),
    ...crank.counterweights.map((c) => c.zMm),
    ...layout.pins.map((p) => p.zMm),
    planes.zAMm,
    planes.zBMm,
    ...stands,
  ];
  const crankRadiusMm = spec.strokeMm / 2;
  const pinRadiusMm = crankRadiusMm * 0.55;
  const rimMm = Math.max(...crank.counterweights.map((c) => c.rimRadiusMm), crankRadiusMm + pinRadiusMm);
  const reachMm = rimMm + (overhung.length > 0 ? OVER_RIM_MM.flywheel : 0);
  const [left, right] = [Math.min(...zs) - MARGIN_MM, Math.max(...zs) + MARGIN_MM];
  return (
    <figure className="m-0">
      <svg
        viewBox={`${left} ${-reachMm - HEADROOM_MM} ${right - left} ${2 * reachMm + HEADROOM_MM + 14}`}
        className={`max-h-64 w-full ${onPick ? 'cursor-crosshair' : ''}`}
        onClick={({ currentTarget, clientX, clientY }) => {
          const toDrawing = currentTarget.getScreenCTM()?.inverse();
          if (onPick && toDrawing) onPick(Math.round(new DOMPoint(clientX, clientY).matrixTransform(toDrawing).x));
        }}
        role="img"
        aria-label={`Side elevation of the crank: ${layout.pins.length} pins, ${crank.counterweights.length} counterweights, planes A at ${planes.zAMm} mm and B at ${planes.zBMm} mm`}
      >
        <rect x={left} y={-14} width={right - left} height={28} className="fill-plate-low stroke-edge" />
        {overhung.map(([name, zMm, widthMm]) => {
          const radiusMm = rimMm + OVER_RIM_MM[name];
          return (
            <g key={name}>
              <rect
                x={zMm - widthMm / 2}
                y={-radiusMm}
                width={widthMm}
                height={2 * radiusMm}
                rx={3}
                className="fill-plate stroke-steel"
                strokeWidth={1.6}
                strokeDasharray="6 3"
              />
              <text x={zMm} y={radiusMm - 6} textAnchor="middle" fontSize={11} className="fill-ink-soft">
                {name}
              </text>
            </g>
          );
        })}
        {crank.counterweights.map((c) => {
          const { topMm, bottomMm } = sideSpan(c);
          return (
            <rect
              key={c.id}
              x={c.zMm - c.widthMm / 2}
              y={-topMm}
              width={c.widthMm}
              height={topMm - bottomMm}
              rx={2}
              className="fill-plate-low stroke-ink-soft"
              strokeWidth={1.2}
            />
          );
        })}
        {layout.pins.map((pin, i) => {
          const y = -heightMm(crankRadiusMm, pin.angleDeg);
          return (
            <g key={`${pin.zMm} ${pin.angleDeg}`}>
              <rect
                x={pin.zMm - 16}
                y={y - pinRadiusMm}
                width={32}
                height={2 * pinRadiusMm}
                rx={2}
                className="fill-plate stroke-ink"
                strokeWidth={1.4}
                strokeDasharray={isBeyond(pin) ? '4 3' : undefined}
              />
              <text x={pin.zMm} y={y + 4} textAnchor="middle" fontSize={12} className="fill-ink figure-type">
                {i + 1}
              </text>
            </g>
          );
        })}
        {bobs &&
          layout.pins.map((pin) => (
            <rect
              key={`bob ${pin.zMm} ${pin.angleDeg}`}
              x={pin.zMm - BOB_HALF_MM}
              y={-heightMm(crankRadiusMm, pin.angleDeg) - pinRadiusMm - 5}
              width={2 * BOB_HALF_MM}
              height={2 * pinRadiusMm + 10}
              rx={6}
              className="fill-none stroke-brass"
              strokeWidth={2.5}
            />
          ))}
        {stands.map((zMm, i) => (
          <path key={i} d={`M ${zMm} 14 l -13 26 h 26 z`} className="fill-steel stroke-ink" strokeWidth={1.2}>
            <title>{i === 0 ? 'left support' : 'right support'}</title>
          </path>
        ))}
        {(
          [
            ['A', planes.zAMm, planes.radiusAMm],
            ['B', planes.zBMm, planes.radiusBMm],
          ] as const
        ).map(([name, zMm, radiusMm]) => (
          <g key={name}>
            <line x1={zMm} x2={zMm} y1={-reachMm - 6} y2={reachMm + 6} className="stroke-blue" strokeWidth={1.5} strokeDasharray="7 4" />
            <text
              x={zMm}
              y={-reachMm - 9}
              textAnchor="middle"
              fontSize={13}
              className="fill-blue font-semibold"
            >{`${name}, radius ${fixed(radiusMm, 0)}`}</text>
          </g>
        ))}
        <text x={left + 4} y={reachMm + 8} fontSize={12} className="fill-ink-soft">
          front
        </text>
        <text x={right - 4} y={reachMm + 8} fontSize={12} textAnchor="end" className="fill-ink-soft">
          rear
        </text>
      </svg>
      <figcaption className="text-[0.9rem] text-ink-soft">
        To scale. Angle 0 is up, 90° is towards you; a dashed pin lies beyond the middle.
        {overhung.length > 0 && ' Damper and flywheel turn with it, overhung: their places are not measured.'}
      </figcaption>
    </figure>
  );
}

export const CrankFigure = drawingSafe(CrankFigureDrawn);
