import { metalNow, sizesOf, type JobSpec, type KnownCut } from '@tare/core';
import { crankFromEnd, crankFromSide, lengthMm, reachMm, type CrankPart, type CrankShape, type CrankView, type DrawnCrank } from './crankShapes.js';

/** A job's crank as it is, with every cut that stands, numbered in the order in which they were made. */
export function drawnCrank(spec: Pick<JobSpec, 'layoutId' | 'layout' | 'crank' | 'strokeMm'>, cuts: readonly KnownCut[]): DrawnCrank {
  const { crank, standing } = metalNow(spec.crank, cuts);
  const numbers = new Map([
    ...(spec.crank.found ?? []).map(({ id }, i) => [id, `found ${i + 1}`] as const),
    ...cuts.map(({ id }, i) => [id, String(i + 1)] as const),
  ]);
  return {
    crank,
    layout: spec.layout,
    strokeMm: spec.strokeMm,
    sizes: sizesOf(spec),
    cuts: standing.map((cut) => ({ cut, isPlanned: false, name: numbers.get(cut.id) ?? '' })),
  };
}

/** Room round the drawing and between its two views, mm. */
const MARGIN_MM = 16;
const BETWEEN_MM = 26;

const FILLS: Readonly<Record<CrankPart, string>> = {
  shaft: '#f2f3ee',
  journal: '#ffffff',
  pin: '#ffffff',
  web: '#e4e8e2',
  counterweight: '#e4e8e2',
  boltOn: 'none',
  oilWay: 'none',
  hole: '#a9b3ac',
  bar: '#c9a24b',
  rimCut: 'none',
};

/** How both views lie on one sheet: the drawing's frame, where the end view's middle is, what is up. */
export interface CrankSheet {
  readonly viewBox: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly endXMm: number;
  readonly upDeg: number;
}

/** The sheet for a crank from the side and, right of that, from an end. */
export function crankSheet(drawn: DrawnCrank): CrankSheet {
  const [from, to] = lengthMm(drawn);
  const reach = reachMm(drawn) + MARGIN_MM;
  const [widthMm, heightMm] = [to - from + 2 * MARGIN_MM + BETWEEN_MM + 2 * reach, 2 * reach];
  return {
    viewBox: `${from - MARGIN_MM} ${-reach} ${widthMm} ${heightMm}`,
    widthMm,
    heightMm,
    endXMm: to + MARGIN_MM + BETWEEN_MM + reach,
    upDeg: drawn.layout.pins[0]?.angleDeg ?? 0,
  };
}

/** The crank from the side and from the front, pin 1 up, in black on white for paper. */
export function crankSvg(drawn: DrawnCrank): string {
  const { viewBox, widthMm, heightMm, endXMm, upDeg } = crankSheet(drawn);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${viewBox}" width="${widthMm}" height="${heightMm}">`,
    viewSvg(crankFromSide(drawn, upDeg)),
    `<g transform="translate(${endXMm} 0)">${viewSvg(crankFromEnd(drawn, upDeg, 'front'))}</g>`,
    '</svg>',
  ].join('');
}

const viewSvg = ({ shapes, labels }: CrankView): string =>
  [
    ...shapes.map(shapeSvg),
    ...labels.map(({ text, x, y }) => `<text x="${x}" y="${y}" text-anchor="middle" font-size="11" font-family="Sign" fill="#18201d">${text}</text>`),
  ].join('');

const shapeSvg = ({ part, path, isHidden }: CrankShape): string =>
  `<path d="${path}" fill="${isHidden ? 'none' : FILLS[part]}" stroke="#18201d" stroke-width="${isHidden ? 0.6 : 0.9}"${isHidden ? ' stroke-dasharray="4 2.5"' : ''}/>`;
