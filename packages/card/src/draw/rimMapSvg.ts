import {
  besideRadiusMm,
  counterweightOf,
  isBrought,
  isRimCut,
  METRIC,
  metalNow,
  toPolar,
  type Crank,
  type Cut,
  type KnownCut,
  type PlaneKnown,
  type System,
  type Tolerance,
} from '@tare/core';
import { degrees, gramsAt, placesKnown } from '../words/numbers.js';
import { heap, holeEllipse, LEFT, rimScale, stretches, TOP, TURN_WIDTH, xOf, type RimScale } from './rimLayout.js';

interface RimMapPrint {
  readonly crank: Crank;
  readonly tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>;
  /** What the planes are known to be; null before the first spin. */
  readonly reading: { readonly a: PlaneKnown; readonly b: PlaneKnown } | null;
  readonly drilled: readonly KnownCut[];
  /** As its customer reads lengths. */
  readonly printIn?: System | undefined;
}

/** The crank unrolled, as on the screen, in black on white for paper: counterweights, cuts that stand, and where the planes are heavy. */
export function rimMapSvg({ crank: asItCame, tolerance, reading, drilled, printIn = 'metric' }: RimMapPrint): string {
  const { crank, standing } = metalNow(asItCame, drilled);
  const scale = rimScale(crank);
  const { planes, counterweights } = crank;
  const lines = [
    { name: 'A', zMm: planes.zAMm, radiusMm: planes.radiusAMm, toleranceGmm: tolerance.aGmm, plane: reading?.a },
    { name: 'B', zMm: planes.zBMm, radiusMm: planes.radiusBMm, toleranceGmm: tolerance.bGmm, plane: reading?.b },
  ];
  const largest = Math.max(
    ...lines.map(({ plane, toleranceGmm }) => Math.max(toleranceGmm * 1.5, plane ? toPolar(plane.meanGmm).amount + (plane.radius95Gmm ?? 0) : 0)),
  );
  const grid = [0, 90, 180, 270, 360].map((deg) => {
    const x = deg === 360 ? LEFT + TURN_WIDTH : xOf(deg);
    return `<line x1="${x}" x2="${x}" y1="${TOP - 4}" y2="${scale.height - 8}" stroke="#a9b3ac"/>${text(x, TOP - 10, 'middle', 13, `${deg}°`)}`;
  });
  const blocks = counterweights.map((c) => {
    const y = scale.yOf(c.zMm - c.widthMm / 2);
    const boxes = stretches(c.arcCentreDeg, c.arcHalfWidthDeg).map(({ x, width }) => box(x, y, width, c.widthMm * scale.perMm, '#e4e8e2', '#47524c'));
    return `${boxes.join('')}${text(LEFT - 8, scale.yOf(c.zMm) + 5, 'end', 14, c.name)}`;
  });
  const heaps = lines.map(({ name, zMm, radiusMm, toleranceGmm, plane }) => {
    const y = scale.yOf(zMm);
    const axis = `<line x1="${LEFT - 4}" x2="${LEFT + TURN_WIDTH}" y1="${y}" y2="${y}" stroke="#18201d" stroke-dasharray="2 3"/>${text(4, y + 5, 'start', 15, name)}`;
    if (!plane) return axis;
    const shown = heap(plane.meanGmm, plane.radius95Gmm ?? 0, toleranceGmm, largest, y);
    const leftward = shown.x > LEFT + TURN_WIDTH * 0.68;
    const { amount, angleDeg } = toPolar(plane.meanGmm);
    const places = placesKnown(plane.radius95Gmm, radiusMm);
    const words = `${gramsAt(amount, radiusMm, places, { ...METRIC, length: printIn })} @ ${degrees(angleDeg)}`;
    return [
      axis,
      `<path d="${shown.path}" fill="#8a908d" stroke="#18201d"/>`,
      `<line x1="${shown.x - 34}" x2="${shown.x + 34}" y1="${shown.toleranceY}" y2="${shown.toleranceY}" stroke="#8a6a1c" stroke-width="2" stroke-dasharray="5 3"/>`,
      text(leftward ? shown.x - 24 : shown.x + 24, shown.peakY + 10, leftward ? 'end' : 'start', 15, words),
    ].join('');
  });
  const marks = standing.map((cut) => mark(cut, crank, scale));
  const rims = drilled.filter(isRimCut).map((cut) => mark(cut, crank, scale));
  const [width, height] = [LEFT + TURN_WIDTH + 16, scale.height];
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${[...grid, ...blocks, ...heaps, ...rims, ...marks].join('')}</svg>`;
}

const box = (x: number, y: number, width: number, height: number, fill: string, stroke: string): string =>
  `<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${fill}" stroke="${stroke}"/>`;

const text = (x: number, y: number, anchor: string, size: number, words: string): string =>
  `<text x="${x}" y="${y}" text-anchor="${anchor}" font-size="${size}" font-family="Sign" fill="#18201d">${words.replace(/[&<>]/g, (c) => `&#${c.charCodeAt(0)};`)}</text>`;

/** A hole as a ring, one in the side face as a box, a rim that went down as its outline; brass is heavy metal. */
function mark(cut: Cut, crank: Crank, scale: RimScale): string {
  const counterweight = counterweightOf(crank, cut.counterweightId);
  if (isRimCut(cut)) {
    const y = scale.yOf(counterweight.zMm - counterweight.widthMm / 2);
    return stretches(cut.angleDeg, cut.halfArcDeg)
      .map(
        ({ x, width }) =>
          `<rect x="${x}" y="${y}" width="${width}" height="${counterweight.widthMm * scale.perMm}" fill="none" stroke="#6d777e" stroke-width="2" stroke-dasharray="8 4"/>`,
      )
      .join('');
  }
  const { cx, cy, rx, ry } = holeEllipse(cut, counterweight, scale);
  const fill = isBrought(cut) ? '#c9a24b' : '#ffffff';
  return besideRadiusMm(cut) === null
    ? `<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="${fill}" stroke="#18201d" stroke-width="2"/>`
    : box(cx - rx, cy - ry, 2 * rx, 2 * ry, fill, '#18201d');
}
