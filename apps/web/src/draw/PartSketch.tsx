import { drawingSafe } from '../ui/drawingSafe.js';
import type { BigEndPlace, PistonPlace, RodPlaces, SmallEndPlace } from '@tare/core';
import { padsShort, padsWords } from '@tare/card';
import { useId, type ReactNode } from 'react';

interface SketchProps {
  /** Pads that metal comes from. */
  readonly pads: number;
  /** What comes off all of them together. */
  readonly removalG: number;
  /** Of a piston: where; its pads where nobody said. */
  readonly place?: PistonPlace;
}

const HATCH = 'stroke-ink-soft';

/** Lines at a slant: do not touch. */
function Hatch({ id }: { readonly id: string }): ReactNode {
  return (
    <defs>
      <pattern id={id} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1={0} y1={0} x2={0} y2={6} className={HATCH} strokeWidth={1.4} />
      </pattern>
    </defs>
  );
}

/** A piston seen from below: pads by the pin bosses in blue, struts and skirt hatched. */
function PistonSketchDrawn({ pads, removalG, place = 'bosses' }: SketchProps): ReactNode {
  const id = useId();
  const places =
    pads === 4
      ? [
          [62, 44],
          [62, 96],
          [118, 44],
          [118, 96],
        ]
      : [
          [66, 70],
          [114, 70],
        ];
  return (
    <svg
      viewBox="0 0 250 140"
      className="w-56"
      role="img"
      aria-label={`Piston from below: ${padsWords(removalG, pads)} inside, ${place === 'skirtEdge' ? 'along the lower inside edge of the skirt; not from its outside' : 'by the pin bosses; not from skirt'}, crown, ring lands or struts`}
    >
      <Hatch id={id} />
      <circle cx={90} cy={70} r={62} fill={`url(#${id})`} className="stroke-ink" strokeWidth={2} />
      <circle cx={90} cy={70} r={53} className="fill-plate stroke-ink" strokeWidth={1.5} />
      <rect x={34} y={56} width={30} height={28} className="fill-plate-low stroke-ink" />
      <rect x={116} y={56} width={30} height={28} className="fill-plate-low stroke-ink" />
      <path d="M64 58 L84 20 M64 82 L84 120 M116 58 L96 20 M116 82 L96 120" stroke={`url(#${id})`} strokeWidth={7} fill="none" />
      <line x1={20} x2={160} y1={70} y2={70} className="stroke-ink-soft" strokeDasharray="7 3 2 3" />
      {place === 'skirtEdge' && (
        <path d="M56 32 A51 51 0 0 1 124 32 M56 108 A51 51 0 0 0 124 108" fill="none" strokeWidth={7} className="stroke-blue" />
      )}
      {place === 'bosses' &&
        places.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={8} className="fill-blue stroke-plate" strokeWidth={1.5} />)}
      <text x={162} y={52} fontSize={14} className="fill-blue font-semibold">
        {padsShort(removalG, pads)}
      </text>
      <text x={162} y={74} fontSize={13} className="fill-ink-soft">
        hatched: leave
      </text>
      <text x={162} y={90} fontSize={13} className="fill-ink-soft">
        alone
      </text>
    </svg>
  );
}

/** A pin cut open: the inside chamfers in blue, the running surface hatched. */
function PinSketchDrawn({ pads, removalG }: SketchProps): ReactNode {
  const id = useId();
  return (
    <svg
      viewBox="0 0 250 90"
      className="w-64"
      role="img"
      aria-label={`Pin cut open: ${padsWords(removalG, pads, 'ends')}, from the inside chamfer; not from the outside`}
    >
      <Hatch id={id} />
      <rect x={14} y={16} width={150} height={18} fill={`url(#${id})`} className="stroke-ink" />
      <rect x={14} y={56} width={150} height={18} fill={`url(#${id})`} className="stroke-ink" />
      {[
        [14, 34],
        [164, 34],
        [14, 56],
        [164, 56],
      ].map(([x, y]) => (
        <path
          key={`${x} ${y}`}
          d={`M${x} ${y} l${x === 14 ? 14 : -14} 0 l${x === 14 ? -14 : 14} ${y === 34 ? -9 : 9} z`}
          className="fill-blue stroke-plate"
        />
      ))}
      <text x={172} y={42} fontSize={14} className="fill-blue font-semibold">
        {padsShort(removalG, pads)}
      </text>
      <text x={172} y={60} fontSize={13} className="fill-ink-soft">
        inside only
      </text>
    </svg>
  );
}

interface RodSketchProps extends RodPlaces {
  readonly rodLengthMm: number;
}

/** Where a place stands in the drawing: across the rod's line, or in pairs on both its faces. */
const ROD_PLACES_AT: Readonly<Record<BigEndPlace | SmallEndPlace, { readonly word: string; readonly ys: readonly number[]; readonly tall: number }>> =
  {
    capPad: { word: 'cap’s pad', ys: [60], tall: 28 },
    shoulders: { word: 'shoulders', ys: [24, 96], tall: 9 },
    eyeTop: { word: 'top of eye', ys: [60], tall: 28 },
    eyeSides: { word: 'sides of eye', ys: [36, 84], tall: 9 },
  };

/** A rod to scale along its length: what is cut in blue with its stations from the small-end centre, ribs hatched. */
function RodSketchDrawn({ rodLengthMm, bigEndPlace, smallEndPlace, bigPadMm, smallPadMm }: RodSketchProps): ReactNode {
  const id = useId();
  const [left, right] = [90, 300];
  const xOf = (mm: number): number => left + (mm / rodLengthMm) * (right - left);
  const station = (mm: number, y: number, word: string): ReactNode => (
    <g>
      <line x1={left} x2={xOf(mm)} y1={y} y2={y} className="stroke-ink" markerEnd={`url(#${id}-tip)`} />
      <line x1={xOf(mm)} x2={xOf(mm)} y1={60} y2={y + 4} className="stroke-ink-soft" strokeDasharray="3 3" />
      <text
        x={mm < 0 ? xOf(mm) - 6 : (left + xOf(mm)) / 2}
        y={mm < 0 ? y + 4 : y - 4}
        textAnchor={mm < 0 ? 'end' : 'middle'}
        fontSize={13}
        className="fill-ink figure-type"
      >
        {`${word} ${Math.round(mm * 10) / 10} mm`}
      </text>
    </g>
  );
  return (
    <svg
      viewBox="-85 0 485 150"
      className="w-full max-w-md"
      role="img"
      aria-label={`Rod: ${ROD_PLACES_AT[bigEndPlace].word} at ${bigPadMm.toFixed(1)} mm and ${ROD_PLACES_AT[smallEndPlace].word} at ${smallPadMm.toFixed(1)} mm from the small-end centre, ${rodLengthMm} mm between the bores`}
    >
      <Hatch id={id} />
      <defs>
        <marker id={`${id}-tip`} markerWidth={8} markerHeight={8} refX={7} refY={4} orient="auto">
          <path d="M0 0 L8 4 L0 8 z" className="fill-ink" />
        </marker>
      </defs>
      <path d={`M${left + 20} 46 L${right - 30} 38 L${right - 30} 82 L${left + 20} 74 z`} fill={`url(#${id})`} className="stroke-ink" />
      <circle cx={left} cy={60} r={24} className="fill-plate stroke-ink" strokeWidth={2} />
      <circle cx={left} cy={60} r={13} className="fill-bay stroke-ink" />
      <circle cx={right} cy={60} r={38} className="fill-plate stroke-ink" strokeWidth={2} />
      <circle cx={right} cy={60} r={26} className="fill-bay stroke-ink" />
      <line x1={right} x2={right} y1={20} y2={100} className="stroke-ink" strokeDasharray="4 3" />
      {(
        [
          [bigEndPlace, bigPadMm],
          [smallEndPlace, smallPadMm],
        ] as const
      ).map(([place, mm]) =>
        ROD_PLACES_AT[place].ys.map((y) => {
          const { tall } = ROD_PLACES_AT[place];
          const wide = tall > 10 ? 10 : 24;
          return <rect key={y} x={xOf(mm) - wide / 2} y={y - tall / 2} width={wide} height={tall} rx={3} className="fill-blue stroke-plate" />;
        }),
      )}
      {station(bigPadMm, 122, ROD_PLACES_AT[bigEndPlace].word)}
      {station(smallPadMm, 144, ROD_PLACES_AT[smallEndPlace].word)}
    </svg>
  );
}

export const PistonSketch = drawingSafe(PistonSketchDrawn);

export const PinSketch = drawingSafe(PinSketchDrawn);

export const RodSketch = drawingSafe(RodSketchDrawn);
