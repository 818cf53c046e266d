import { byDirection, crankFromEnd, crankFromSide, fixed, lengthMm, reachMm, shaftRadiusMm, type DrawnCrank, type SeenFrom } from '@tare/card';
import { counterweightOf, degToRad, normaliseAngleDeg, type Supports } from '@tare/core';
import { useId, useRef, useState, type PointerEvent, type ReactNode } from 'react';
import { drawingSafe } from '../ui/drawingSafe.js';
import { useDisplay } from '../ui/display.js';
import { CrankShapes } from './CrankShapes.js';
import { pointedZMm } from './pointedZMm.js';

interface CrankViewsProps {
  readonly drawn: DrawnCrank;
  /** Where it lies in the machine. */
  readonly supports?: Supports | null;
  /** Bobs hang on its pins. */
  readonly bobs?: boolean;
  /** The end that the machine looks at it from. */
  readonly seenFrom?: SeenFrom;
  /** Journals and webs are the first guess by the layout. */
  readonly isGuess?: boolean;
  /** Called with the place along the crank, in whole mm, when somebody points at one. */
  readonly onPick?: (zMm: number) => void;
}

/** Room round the drawings, and above them for the planes' names, mm. */
const MARGIN_MM = 26;
const HEADROOM_MM = 36;
/** A drag as long as the crank's own radius turns it by as much, a whole crank's height by half a turn. */
const HALF_TURN_DEG = 180;

/** The crank as it is, from the side and from an end, to scale; turned by hand or to what has to be up. */
function CrankViewsDrawn({ drawn, supports = null, bobs = false, seenFrom = 'front', isGuess = false, onPick }: CrankViewsProps): ReactNode {
  const { say } = useDisplay();
  const turns = turnsOf(drawn);
  const [upDeg, setUpDeg] = useState(turns[0]?.deg ?? 0);
  const drag = useDragTurn(upDeg, setUpDeg);
  const sliderId = useId();
  const reach = reachMm(drawn);
  const [from, to] = ends(drawn, supports);
  const { planes } = drawn.crank;
  const side = crankFromSide(drawn, upDeg);
  const end = crankFromEnd(drawn, upDeg, seenFrom);
  const up = turns.find(({ deg }) => Math.abs(deg - upDeg) < 0.05);
  const height = `${-reach - HEADROOM_MM} ${to - from + 2 * MARGIN_MM} ${2 * reach + HEADROOM_MM + 18}`;
  return (
    <figure className="m-0 grid gap-2" aria-label="The crank">
      <div className="flex items-stretch gap-2 max-sm:flex-col">
        <svg
          viewBox={`${from - MARGIN_MM} ${height}`}
          className={`max-h-72 min-w-0 grow touch-pan-x ${onPick ? 'cursor-crosshair' : 'cursor-ns-resize'}`}
          role="img"
          aria-label={`The crank from the side: ${drawn.layout.pins.length} pins, ${drawn.sizes.mains.length} mains, ${drawn.crank.counterweights.length} counterweights; planes A at ${say(planes.zAMm, 'mm', 0)} and B at ${say(planes.zBMm, 'mm', 0)}; ${fixed(upDeg, 0)}° is up`}
          {...drag.on(reach)}
          onClick={(event) => {
            const zMm = pointedZMm(event);
            if (onPick && zMm !== null && !drag.wasTurned()) onPick(zMm);
          }}
        >
          <CrankShapes view={side} />
          {bobs && <Bobs drawn={drawn} upDeg={upDeg} />}
          {supports &&
            ([supports.zLeftMm, supports.zRightMm] as const).map((zMm, i) => (
              <path key={i} d={`M ${zMm} ${shaftRadiusMm(drawn.sizes, zMm)} l -13 22 h 26 z`} className="fill-steel stroke-ink" strokeWidth={1.2}>
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
              <line x1={zMm} x2={zMm} y1={-reach - 20} y2={reach + 6} className="stroke-blue" strokeWidth={1.5} strokeDasharray="7 4" />
              <text
                x={zMm}
                y={-reach - 24}
                textAnchor="middle"
                fontSize={12}
                className="fill-blue font-semibold"
              >{`${name}, radius ${say(radiusMm, 'mm', 0)}`}</text>
            </g>
          ))}
          <text x={from - MARGIN_MM + 4} y={reach + 14} fontSize={12} className="fill-ink-soft">
            front
          </text>
          <text x={to + MARGIN_MM - 4} y={reach + 14} fontSize={12} textAnchor="end" className="fill-ink-soft">
            rear
          </text>
        </svg>
        <svg
          viewBox={`${-reach - MARGIN_MM} ${-reach - HEADROOM_MM} ${2 * (reach + MARGIN_MM)} ${2 * reach + HEADROOM_MM + 18}`}
          className="max-h-72 w-64 shrink-0 cursor-ns-resize touch-pan-x max-sm:w-full"
          role="img"
          aria-label={`The crank from the ${seenFrom}: ${byDirection(
            drawn.layout.pins.map(({ angleDeg }, i) => ({ angleDeg: Math.round(angleDeg), label: String(i + 1) })),
          )
            .map(({ angleDeg, label }) => `${label.includes(' ') ? 'pins' : 'pin'} ${label} at ${angleDeg}°`)
            .join(', ')}`}
          {...drag.on(reach)}
        >
          <CrankShapes view={end} />
          <text x={-reach - MARGIN_MM + 4} y={reach + 14} fontSize={12} className="fill-ink-soft">
            {`from the ${seenFrom}`}
          </text>
        </svg>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <div className="flex items-center gap-2">
          <label htmlFor={`${sliderId}-up`}>Up</label>
          <select
            id={`${sliderId}-up`}
            className="min-h-11 rounded-sm border-2 border-edge bg-plate px-2"
            value={up?.key ?? ''}
            onChange={(event) => setUpDeg(turns.find(({ key }) => key === event.target.value)?.deg ?? upDeg)}
          >
            {up === undefined && <option value="">{`${fixed(upDeg, 0)}°`}</option>}
            {turns.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </div>
        <label htmlFor={sliderId}>Turned</label>
        <input
          id={sliderId}
          type="range"
          min={0}
          max={359}
          step={1}
          value={Math.round(upDeg) % 360}
          className="min-h-11 w-44 accent-[var(--blue)]"
          onChange={(event) => setUpDeg(Number(event.target.value))}
        />
        <figcaption className="text-[0.9rem] text-ink-soft">
          {`To scale; drag it to turn it. Dashed: behind, or inside the metal.${isGuess ? ' Journals and webs are a guess from the stroke until the Engine bench has them measured.' : ''}`}
        </figcaption>
      </div>
    </figure>
  );
}

export const CrankViews = drawingSafe(CrankViewsDrawn);

/** How far a bob's clamp stands beyond its pin, mm. */
const CLAMP_MM = 5;

function Bobs({ drawn: { layout, strokeMm, sizes }, upDeg }: { readonly drawn: DrawnCrank; readonly upDeg: number }): ReactNode {
  return layout.pins.map((pin, i) => {
    const { widthMm, diameterMm } = sizes.pins[i]!;
    const y = (-strokeMm / 2) * Math.cos(degToRad(pin.angleDeg - upDeg));
    return (
      <rect
        key={i}
        x={pin.zMm - widthMm / 2}
        y={y - diameterMm / 2 - CLAMP_MM}
        width={widthMm}
        height={diameterMm + 2 * CLAMP_MM}
        rx={6}
        className="fill-none stroke-brass"
        strokeWidth={2.5}
      />
    );
  });
}

interface Turn {
  readonly key: string;
  readonly name: string;
  readonly deg: number;
}

/** What can be asked to be up: the planned cuts first, as the crank lies when each is made, then pins, then what was made. */
function turnsOf({ layout, crank, cuts }: DrawnCrank): readonly Turn[] {
  const places = (planned: boolean): Turn[] =>
    cuts
      .filter(({ isPlanned }) => isPlanned === planned)
      .map(({ cut, name }) => ({
        key: `${planned ? 'planned' : 'made'} ${name}`,
        name: `${planned ? 'planned' : 'made'} ${name}: ${counterweightOf(crank, cut.counterweightId).name} at ${fixed(cut.angleDeg, 0)}°`,
        deg: normaliseAngleDeg(cut.angleDeg),
      }));
  const pins = layout.pins.map(({ angleDeg }, i) => ({ key: `pin ${i + 1}`, name: `pin ${i + 1}`, deg: normaliseAngleDeg(angleDeg) }));
  return [...places(true), ...pins, ...places(false)];
}

/** The crank and whatever it lies on. */
function ends(drawn: DrawnCrank, supports: Supports | null): readonly [number, number] {
  const [from, to] = lengthMm(drawn);
  const { planes } = drawn.crank;
  const stands = supports ? [supports.zLeftMm, supports.zRightMm] : [];
  return [Math.min(from, planes.zAMm, ...stands), Math.max(to, planes.zBMm, ...stands)];
}

/** A finger that lies still wanders by less than this, px. */
const STILL_PX = 4;

interface DragTurn {
  readonly on: (reachMm: number) => {
    readonly onPointerDown: (event: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerMove: (event: PointerEvent<SVGSVGElement>) => void;
    readonly onPointerUp: () => void;
  };
  /** Whether the pointer that was lifted last had turned the crank: it did not point at a place. */
  readonly wasTurned: () => boolean;
}

/** Dragging up and down turns the crank as a hand would that lies on its near side. */
function useDragTurn(upDeg: number, turnTo: (deg: number) => void): DragTurn {
  const start = useRef<{ readonly y: number; readonly deg: number } | null>(null);
  const turned = useRef(false);
  return {
    wasTurned: () => turned.current,
    on: (reach) => ({
      onPointerDown: (event) => {
        start.current = { y: event.clientY, deg: upDeg };
        turned.current = false;
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove: ({ currentTarget, clientY }) => {
        if (!start.current || (!turned.current && Math.abs(start.current.y - clientY) < STILL_PX)) return;
        turned.current = true;
        const scale = currentTarget.getScreenCTM()?.d ?? 1;
        turnTo(normaliseAngleDeg(start.current.deg + ((start.current.y - clientY) / scale / (2 * reach)) * HALF_TURN_DEG));
      },
      onPointerUp: () => (start.current = null),
    }),
  };
}
