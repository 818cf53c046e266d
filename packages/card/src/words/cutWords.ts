import {
  besideRadiusMm,
  diameterOf,
  isRimCut,
  METRIC,
  pointHeightMm,
  sayBit,
  sayIn,
  seatOf,
  type Cut,
  type CutKind,
  type HoleMetal,
  type RoundCut,
  type Systems,
} from '@tare/core';
import { fixed } from './numbers.js';

/** What a cut is called by: a bar in an old hole is another thing to do than one in a new bore. */
export type CutWord = CutKind | 'filled';

export const wordOf = (cut: Cut): CutWord => (cut.kind === 'bar' && cut.replacesId !== null ? 'filled' : cut.kind);

/** What is done, before the counterweight's name. */
export const VERBS: Readonly<Record<CutWord, string>> = {
  radial: 'Drill',
  redrill: 'Deepen the hole in',
  face: 'Drill the side face of',
  bar: 'Bore the side of',
  filled: 'Fill the hole in',
  weld: 'Weld the hole shut in',
  turn: 'Turn the rim of',
  grind: 'Grind the rim of',
};

/** What was done, in a list or on the card. */
export const NOUNS: Readonly<Record<CutWord, string>> = {
  radial: 'hole',
  redrill: 'hole deepened',
  face: 'hole in the face',
  bar: 'bar of heavy metal',
  filled: 'bar in an old hole',
  weld: 'hole welded shut',
  turn: 'rim turned',
  grind: 'spot ground',
};

/** What is measured once it is done, and the button that says so. */
export const LOGGED: Readonly<Record<CutWord, { readonly label: string; readonly done: string }>> = {
  radial: { label: 'Depth measured', done: 'Drilled' },
  redrill: { label: 'Depth measured', done: 'Drilled' },
  face: { label: 'Depth measured', done: 'Drilled' },
  bar: { label: 'Length pressed in', done: 'Pressed in' },
  filled: { label: 'Length pressed in', done: 'Pressed in' },
  weld: { label: 'Depth filled', done: 'Welded' },
  turn: { label: 'Taken off the radius', done: 'Turned' },
  grind: { label: 'Taken off the radius', done: 'Ground' },
};

/** The cut with what was measured of it: a bar's length, everything else's depth. */
export function asMeasured(cut: Cut, measuredMm: number): Cut {
  if (cut.kind !== 'bar') return { ...cut, depthMm: measuredMm };
  // One that ends at the surface reaches as far in as it is long; one on an old hole's shoulder stands there.
  return { ...cut, lengthMm: measuredMm, depthMm: cut.depthMm > cut.lengthMm ? Math.max(cut.depthMm, measuredMm) : measuredMm };
}

/** What `asMeasured` asks for. */
export const toMeasureMm = (cut: Cut): number => (cut.kind === 'bar' ? cut.lengthMm : cut.depthMm);

/** "16 × 20.0 mm", "5/16 in × 12.0 mm". */
function crossed(diameterMm: number, lengthMm: number, systems: Systems): string {
  const [bit, length] = [sayBit(diameterMm, systems), sayIn(systems, lengthMm, 'mm', 1)];
  return bit.endsWith(' mm') && length.endsWith(' mm') ? `${bit.slice(0, -3)} × ${length}` : `${bit} × ${length}`;
}

/** Its size without a sentence: "16 × 20.0 mm", "0.8 mm". */
export const shortSize = (cut: Cut, systems = METRIC): string =>
  isRimCut(cut) ? sayIn(systems, cut.depthMm, 'mm', 1) : crossed(diameterOf(cut), toMeasureMm(cut), systems);

/** From where it goes in; empty for the middle of the rim's width. */
export function fromWords(cut: RoundCut, systems = METRIC): string {
  const seat = seatOf(cut);
  if (seat.from === 'rim') return seat.zMm === null ? '' : `from the rim, at ${sayIn(systems, seat.zMm, 'mm', 1)} along the crank`;
  return seat.face === null ? 'in the side face' : `from the ${seat.face} face`;
}

/** Its size: bit and depth, bar and length, or how far the rim goes down. */
export function sizeWords(cut: Cut, systems: Systems = METRIC): string {
  const say = (mm: number): string => sayIn(systems, mm, 'mm', 1);
  switch (cut.kind) {
    case 'turn':
      return `${say(cut.depthMm)} off its radius, all over its arc`;
    case 'grind':
      return `${say(cut.depthMm)} off its radius, ${fixed(cut.halfArcDeg, 0)}° to both sides`;
    case 'weld':
      return `its ${shortSize(cut, systems)} hole filled, dressed to the surface`;
    case 'bar': {
      const where =
        cut.seat.from === 'face'
          ? `${fromWords(cut, systems)}, its axis at ${say(cut.seat.radiusMm)} radius`
          : `down to ${say(cut.depthMm)} below the rim`;
      return `${sayBit(cut.diameterMm, systems)} bar, ${say(cut.lengthMm)} long, ${where}`;
    }
    default: {
      const touch = `${say(cut.depthMm + pointHeightMm(cut.bitMm, cut.pointAngleDeg))} from tip touch`;
      const radiusMm = besideRadiusMm(cut);
      const where = radiusMm === null ? '' : `, ${fromWords(cut, systems)}, its axis at ${say(radiusMm)} radius`;
      return `${sayBit(cut.bitMm, systems)} bit, ${say(cut.depthMm)} to the shoulder (${touch})${where}`;
    }
  }
}

/** What it takes, or brings. */
export const gramsWords = ({ massG }: HoleMetal): string => (massG < 0 ? `+${fixed(-massG, 1)} g` : `${fixed(massG, 1)} g`);

/** "2 holes, 1 slug of heavy metal". */
export function countWords(cuts: readonly Cut[]): string {
  const count = (kinds: readonly CutWord[]): number => cuts.filter((cut) => kinds.includes(wordOf(cut))).length;
  const words = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
  const named = [
    ...(count(['turn']) > 0 ? ['all rims turned down'] : []),
    ...words(count(['radial', 'face']), 'hole', 'holes'),
    ...words(count(['redrill']), 'hole deepened', 'holes deepened'),
    ...words(count(['grind']), 'spot ground', 'spots ground'),
    ...words(count(['weld']), 'hole welded shut', 'holes welded shut'),
    ...words(count(['bar']), 'slug of heavy metal', 'slugs of heavy metal'),
    ...words(count(['filled']), 'old hole filled', 'old holes filled'),
  ];
  return named.length === 0 ? 'no holes' : named.join(', ');
}

/** What a plan needs beside drilling: "2 slugs of 16 × 30.0 mm at CW 1 and CW 6, 1 old hole welded shut at CW 2"; empty for nothing. */
export function broughtWords(cuts: readonly Cut[], nameOf: (counterweightId: string) => string, systems = METRIC): string {
  const placesOf = (some: readonly Cut[]): string => [...new Set(some.map(({ counterweightId }) => nameOf(counterweightId)))].join(' and ');
  const bars = cuts.filter((cut) => cut.kind === 'bar');
  const welds = cuts.filter(({ kind }) => kind === 'weld');
  const sizes = [...new Set(bars.map(({ diameterMm, lengthMm }) => crossed(diameterMm, lengthMm, systems)))];
  return [
    ...(bars.length === 0 ? [] : [`${bars.length} ${bars.length === 1 ? 'slug' : 'slugs'} of ${sizes.join(' and ')} at ${placesOf(bars)}`]),
    ...(welds.length === 0 ? [] : [`${welds.length} old ${welds.length === 1 ? 'hole' : 'holes'} welded shut at ${placesOf(welds)}`]),
  ].join(', ');
}
