import { drawingSafe } from '../ui/drawingSafe.js';
import {
  arcMiddle,
  degrees,
  fixed,
  heap,
  holeEllipse,
  LEFT,
  placeAt,
  rimScale,
  type RimScale,
  stretches,
  TOP,
  TURN_WIDTH,
  xOf,
  placesKnown,
} from '@tare/card';
import {
  besideRadiusMm,
  isBrought,
  isRimCut,
  metalNow,
  toPolar,
  type Crank,
  type Cut,
  type KnownCut,
  type PlaneKnown,
  type Tolerance,
} from '@tare/core';
import { useId, useMemo, type ReactNode } from 'react';
import { useDisplay, type Say } from '../ui/display.js';

export interface RimMapProps {
  readonly crank: Crank;
  readonly tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>;
  /** What the planes read; null before the first spin. */
  readonly reading: { readonly a: PlaneKnown; readonly b: PlaneKnown } | null;
  readonly drilled: readonly KnownCut[];
  readonly planned: readonly Cut[];
  readonly selectedId?: string;
  /** It stands beside something else: letters are larger in the drawing, and there are fewer of them. */
  readonly half?: boolean;
  /** Called with the rim and the angle that somebody points at. */
  readonly onPick?: (place: { readonly counterweightId: string; readonly angleDeg: number }) => void;
}

/** Half as wide, its letters have to be about twice as large to be read. */
const HALF_LETTERS = 1.9;
const HALF_HEIGHT = 520;
/** More room on the left for them. */
const HALF_NAMES = 50;

/**
 * The crank unrolled: angle across, position along the shaft down. Counterweights where they are, holes done and
 * planned, and on each plane's line a heap where the metal is too heavy.
 */
function RimMapDrawn({ crank: asItCame, tolerance, reading, drilled, planned, selectedId, half = false, onPick }: RimMapProps): ReactNode {
  const { say } = useDisplay();
  const { crank, standing } = useMemo(() => metalNow(asItCame, drilled), [asItCame, drilled]);
  const scale = rimScale(crank, half ? HALF_HEIGHT : undefined);
  const letters = half ? HALF_LETTERS : 1;
  const namesWidth = half ? HALF_NAMES : 0;
  const { planes, counterweights } = crank;
  const hatch = useId();
  const counterweightOf = (hole: Cut): (typeof counterweights)[number] | undefined => counterweights.find((c) => c.id === hole.counterweightId);
  const lines = [
    { name: 'A', zMm: planes.zAMm, radiusMm: planes.radiusAMm, toleranceGmm: tolerance.aGmm, plane: reading?.a },
    { name: 'B', zMm: planes.zBMm, radiusMm: planes.radiusBMm, toleranceGmm: tolerance.bGmm, plane: reading?.b },
  ];
  const largest = Math.max(
    ...lines.map(({ plane, toleranceGmm }) => Math.max(toleranceGmm * 1.5, plane ? toPolar(plane.meanGmm).amount + (plane.radius95Gmm ?? 0) : 0)),
  );
  return (
    <figure className="m-0">
      <svg
        viewBox={`${-namesWidth} ${half ? -12 : 0} ${namesWidth + LEFT + TURN_WIDTH + (half ? 30 : 16)} ${scale.height + (half ? 12 : 0)}`}
        className={`w-full ${onPick ? 'cursor-crosshair' : ''}`}
        role="img"
        aria-label={label(reading, planes, say)}
        onClick={({ currentTarget, clientX, clientY }) => {
          const toDrawing = currentTarget.getScreenCTM()?.inverse();
          if (!onPick || !toDrawing) return;
          const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(toDrawing);
          const place = placeAt(x, y, crank, scale);
          if (place) onPick(place);
        }}
      >
        <pattern id={hatch} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6" className="stroke-ink-soft" strokeWidth={2} />
        </pattern>
        {[0, 45, 90, 135, 180, 225, 270, 315, 360]
          .filter((deg) => !half || deg % 90 === 0)
          .map((angleDeg) => {
            const x = angleDeg === 360 ? LEFT + TURN_WIDTH : xOf(angleDeg);
            return (
              <g key={angleDeg}>
                <line x1={x} x2={x} y1={TOP - 4} y2={scale.height - 8} className="stroke-edge" strokeWidth={angleDeg % 90 === 0 ? 1 : 0.5} />
                <text x={x} y={TOP - 10} textAnchor="middle" fontSize={13 * letters} className="fill-ink-soft figure-type">{`${angleDeg}°`}</text>
              </g>
            );
          })}
        {counterweights.map((c) => (
          <g key={c.id}>
            {stretches(c.arcCentreDeg, c.arcHalfWidthDeg).map(({ x, width }) => (
              <rect
                key={x}
                x={x}
                width={width}
                y={scale.yOf(c.zMm - c.widthMm / 2)}
                height={c.widthMm * scale.perMm}
                className={`stroke-ink-soft ${c.kind === undefined ? 'fill-plate-low' : 'fill-plate'}`}
                strokeWidth={c.id === selectedId ? 4 : 1.3}
              />
            ))}
            {(c.noDrill ?? []).map((arc, i) => {
              const { centreDeg, halfDeg } = arcMiddle(arc);
              return stretches(centreDeg, halfDeg).map(({ x, width }) => (
                <rect
                  key={`${i} ${x}`}
                  x={x}
                  width={width}
                  y={scale.yOf(c.zMm - c.widthMm / 2)}
                  height={c.widthMm * scale.perMm}
                  fill={`url(#${hatch})`}
                  className="stroke-ink-soft"
                >
                  <title>{`${c.name}: ${arc.why}, nothing is drilled here`}</title>
                </rect>
              ));
            })}
            <text x={LEFT - 8} y={scale.yOf(c.zMm) + 5 * letters} textAnchor="end" fontSize={14 * letters} className="fill-ink">
              {c.name}
            </text>
          </g>
        ))}
        {lines.map(({ name, zMm, radiusMm, toleranceGmm, plane }) => (
          <PlaneLine
            key={name}
            letters={letters}
            nameX={4 - namesWidth}
            name={name}
            y={scale.yOf(zMm)}
            radiusMm={radiusMm}
            toleranceGmm={toleranceGmm}
            plane={plane}
            largest={largest}
          />
        ))}
        {standing.map((hole, i) => {
          const counterweight = counterweightOf(hole);
          return counterweight && <HoleMark key={i} hole={hole} counterweight={counterweight} scale={scale} planned={false} />;
        })}
        {planned.map((hole, i) => {
          const counterweight = counterweightOf(hole);
          return counterweight && <HoleMark key={i} hole={hole} counterweight={counterweight} scale={scale} planned />;
        })}
      </svg>
      <figcaption className="flex flex-wrap gap-x-5 text-[0.9rem] text-ink-soft">
        {reading && <span>Heap: where a plane is too heavy (height on a root scale); the bar is its 95 % region, the dashes the tolerance.</span>}
        <span>Blue: planned. Bright: drilled. A box lies in the side face, brass is heavy metal, hatched is not to be drilled.</span>
      </figcaption>
    </figure>
  );
}

interface HoleMarkProps {
  readonly hole: Cut;
  readonly counterweight: Crank['counterweights'][number];
  readonly scale: RimScale;
  readonly planned: boolean;
}

/** A hole on the rim as a ring, one in the side face as a box; a rim that goes down as its whole block's outline. */
function HoleMark({ hole, counterweight, scale, planned }: HoleMarkProps): ReactNode {
  if (isRimCut(hole)) {
    return stretches(hole.angleDeg, hole.halfArcDeg).map(({ x, width }) => (
      <rect
        key={x}
        x={x}
        width={width}
        y={scale.yOf(counterweight.zMm - counterweight.widthMm / 2)}
        height={counterweight.widthMm * scale.perMm}
        className="fill-blue-wash stroke-blue"
        fillOpacity={0.5}
        strokeWidth={2}
        strokeDasharray="8 4"
      />
    ));
  }
  const { cx, cy, rx, ry } = holeEllipse(hole, counterweight, scale);
  const brings = isBrought(hole);
  const metal = brings ? 'fill-brass' : planned ? 'fill-blue-wash' : 'fill-steel-bright';
  const look = {
    className: `${metal} ${planned ? 'stroke-blue' : brings ? 'stroke-ink' : 'stroke-steel'}`,
    strokeWidth: planned ? 2 : 2.5,
    ...(planned ? { strokeDasharray: '5 3' } : {}),
  };
  return (
    <g>
      {besideRadiusMm(hole) === null ? (
        <ellipse cx={cx} cy={cy} rx={rx} ry={ry} {...look} />
      ) : (
        <rect x={cx - rx} y={cy - ry} width={2 * rx} height={2 * ry} {...look} />
      )}
      {planned && <path d={`M${cx - 5} ${cy}H${cx + 5}M${cx} ${cy - 5}V${cy + 5}`} className="stroke-blue" strokeWidth={2} />}
    </g>
  );
}

interface PlaneLineProps {
  readonly letters: number;
  readonly nameX: number;
  readonly name: string;
  readonly y: number;
  readonly radiusMm: number;
  readonly toleranceGmm: number;
  readonly plane: PlaneKnown | undefined;
  readonly largest: number;
}

function PlaneLine({ letters, nameX, name, y, radiusMm, toleranceGmm, plane, largest }: PlaneLineProps): ReactNode {
  const shown = plane && heap(plane.meanGmm, plane.radius95Gmm ?? 0, toleranceGmm, largest, y);
  return (
    <g>
      <line x1={LEFT - 4} x2={LEFT + TURN_WIDTH} y1={y} y2={y} className="stroke-ink" strokeWidth={1.2} strokeDasharray="2 3" />
      <text x={nameX} y={y + 5 * letters} fontSize={15 * letters} className="fill-ink font-bold">
        {name}
      </text>
      {shown && (
        <>
          <path d={shown.path} className="fill-ink stroke-ink" fillOpacity={0.28} strokeWidth={1.5} />
          <line
            x1={shown.x - 34}
            x2={shown.x + 34}
            y1={shown.toleranceY}
            y2={shown.toleranceY}
            className="stroke-brass"
            strokeWidth={2.5}
            strokeDasharray="5 3"
          />
          <path
            d={`M${shown.x} ${shown.whiskerY[0]}V${shown.whiskerY[1]}M${shown.x - 5} ${shown.whiskerY[1]}h10M${shown.x - 5} ${shown.whiskerY[0]}h10`}
            className="stroke-brass"
            strokeWidth={2}
            fill="none"
          />
          <HeapLabel letters={letters} x={shown.x} y={shown.peakY} plane={plane} radiusMm={radiusMm} />
        </>
      )}
    </g>
  );
}

function HeapLabel({
  letters,
  x,
  y,
  plane,
  radiusMm,
}: {
  readonly letters: number;
  readonly x: number;
  readonly y: number;
  readonly plane: PlaneKnown;
  readonly radiusMm: number;
}): ReactNode {
  const { say } = useDisplay();
  const { amount, angleDeg } = toPolar(plane.meanGmm);
  const grams = fixed(amount / radiusMm, placesKnown(plane.radius95Gmm, radiusMm));
  // Near the right edge the words go to the left of the heap.
  const leftward = x > LEFT + TURN_WIDTH * 0.68;
  return (
    <text
      x={leftward ? x - 24 : x + 24}
      y={y + 10 * letters}
      textAnchor={leftward ? 'end' : 'start'}
      fontSize={15 * letters}
      className="fill-ink stroke-plate figure-type font-semibold"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {letters > 1 ? `${grams} g @ ${degrees(angleDeg)}` : `${grams} g at ${say(radiusMm, 'mm', 0)} @ ${degrees(angleDeg)}`}
    </text>
  );
}

function label(reading: RimMapProps['reading'], planes: Crank['planes'], say: Say): string {
  if (!reading) return 'Rim map of the crank, not spun yet';
  const plane = (name: string, p: PlaneKnown, radiusMm: number): string => {
    const { amount, angleDeg } = toPolar(p.meanGmm);
    return `plane ${name} heavy by ${fixed(amount / radiusMm, 2)} g at ${say(radiusMm, 'mm', 0)} radius at ${degrees(angleDeg)}`;
  };
  return `Rim map: ${plane('A', reading.a, planes.radiusAMm)}, ${plane('B', reading.b, planes.radiusBMm)}`;
}

export const RimMap = drawingSafe(RimMapDrawn);
