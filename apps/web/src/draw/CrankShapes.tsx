import type { CrankPart, CrankShape, CrankView } from '@tare/card';
import type { ReactNode } from 'react';

/** The outlines and names of one view of the crank, inside a drawing in mm. */
export function CrankShapes({ view: { shapes, labels } }: { readonly view: CrankView }): ReactNode {
  return (
    <>
      {shapes.map((shape, i) => (
        <path key={i} d={shape.path} {...lookOf(shape)}>
          <title>{shape.name}</title>
        </path>
      ))}
      {labels.map(({ text, x, y }, i) => (
        <text key={i} x={x} y={y} textAnchor="middle" fontSize={12} className="pointer-events-none fill-ink figure-type">
          {text}
        </text>
      ))}
    </>
  );
}

const FILLS: Readonly<Record<CrankPart, string>> = {
  shaft: 'fill-plate',
  journal: 'fill-steel-bright dark:fill-edge',
  pin: 'fill-steel-bright dark:fill-edge',
  web: 'fill-plate-low',
  counterweight: 'fill-plate-low',
  boltOn: 'fill-none',
  oilWay: 'fill-none',
  hole: 'fill-edge',
  bar: 'fill-brass',
  rimCut: 'fill-none',
};

/** How an outline of the crank looks: planned cuts in marking-out blue, what is behind or inside dashed. */
function lookOf({ part, isHidden, isPlanned }: CrankShape): {
  readonly className: string;
  readonly strokeWidth: number;
  readonly strokeDasharray?: string;
} {
  const stroke = isPlanned ? 'stroke-blue' : part === 'pin' || part === 'journal' ? 'stroke-ink' : 'stroke-ink-soft';
  const fill = isHidden ? 'fill-none' : isPlanned ? 'fill-blue-wash' : FILLS[part];
  return { className: `${fill} ${stroke}`, strokeWidth: isHidden ? 0.9 : 1.3, ...(isHidden ? { strokeDasharray: '5 3' } : {}) };
}
