import { isTurned, pointHeightMm, sideRadiusMm, type CrankHole } from '@tare/core';
import { fixed } from '../../format/numbers.js';

/** What a hole is made by: everything that is said of it follows from this. */
export type CutKind = 'radial' | 'deepened' | 'side' | 'slug' | 'filled' | 'welded' | 'turned' | 'ground';

export function kindOf(hole: CrankHole): CutKind {
  const { rim, slug, was } = hole;
  if (rim) return isTurned(hole) ? 'turned' : 'ground';
  if (slug?.welded) return 'welded';
  if (slug) return was ? 'filled' : 'slug';
  if (was) return 'deepened';
  return sideRadiusMm(hole) === null ? 'radial' : 'side';
}

/** What is done, before the counterweight's name. */
export const VERBS: Readonly<Record<CutKind, string>> = {
  radial: 'Drill',
  deepened: 'Deepen the hole in',
  side: 'Drill the side face of',
  slug: 'Bore the side of',
  filled: 'Fill the hole in',
  welded: 'Weld the hole shut in',
  turned: 'Turn the rim of',
  ground: 'Grind the rim of',
};

/** What is measured once it is done, and the button that says so. */
export const LOGGED: Readonly<Record<CutKind, { readonly label: string; readonly done: string }>> = {
  radial: { label: 'Depth measured', done: 'Drilled' },
  deepened: { label: 'Depth measured', done: 'Drilled' },
  side: { label: 'Depth measured', done: 'Drilled' },
  slug: { label: 'Length pressed in', done: 'Pressed in' },
  filled: { label: 'Length pressed in', done: 'Pressed in' },
  welded: { label: 'Depth filled', done: 'Welded' },
  turned: { label: 'Taken off the radius', done: 'Turned' },
  ground: { label: 'Taken off the radius', done: 'Ground' },
};

/** Its size: bit and depth, bar and length, or how far the rim goes down. */
export function sizeWords(hole: CrankHole): string {
  const kind = kindOf(hole);
  const wide = fixed(hole.bitMm, 0);
  switch (kind) {
    case 'turned':
      return `${fixed(hole.depthMm, 1)} mm off its radius, all over its arc`;
    case 'ground':
      return `${fixed(hole.depthMm, 1)} mm off its radius, ${fixed(hole.rim!.halfArcDeg, 0)}° to both sides`;
    case 'welded':
      return `its ${wide} × ${fixed(hole.depthMm, 1)} mm hole filled, dressed to the surface`;
    case 'slug':
    case 'filled':
      return `${wide} mm bar, ${fixed(hole.depthMm, 1)} mm long, its middle at ${fixed(hole.slug!.radiusMm, 1)} mm radius`;
    default: {
      const touch = `${fixed(hole.depthMm + pointHeightMm(hole.bitMm, hole.pointAngleDeg), 1)} mm from tip touch`;
      const where = sideRadiusMm(hole) === null ? '' : `, its axis at ${fixed(sideRadiusMm(hole)!, 1)} mm radius`;
      return `${wide} mm bit, ${fixed(hole.depthMm, 1)} mm to the shoulder (${touch})${where}`;
    }
  }
}

/** "2 holes, 1 slug of heavy metal". */
export function countWords(holes: readonly CrankHole[]): string {
  const count = (kinds: readonly CutKind[]): number => holes.filter((hole) => kinds.includes(kindOf(hole))).length;
  const words = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
  const named = [
    ...(count(['turned']) > 0 ? ['all rims turned down'] : []),
    ...words(count(['radial', 'side']), 'hole', 'holes'),
    ...words(count(['deepened']), 'hole deepened', 'holes deepened'),
    ...words(count(['ground']), 'spot ground', 'spots ground'),
    ...words(count(['welded']), 'hole welded shut', 'holes welded shut'),
    ...words(count(['slug']), 'slug of heavy metal', 'slugs of heavy metal'),
    ...words(count(['filled']), 'old hole filled', 'old holes filled'),
  ];
  return named.length === 0 ? 'no holes' : named.join(', ');
}

/** What bars a plan needs: "2 slugs of 16 × 30 at CW 1 and CW 6". */
export function barsWords(holes: readonly CrankHole[], nameOf: (counterweightId: string) => string): string {
  const bars = holes.filter(({ slug }) => slug && !slug.welded);
  const sizes = [...new Set(bars.map(({ bitMm, depthMm }) => `${fixed(bitMm, 0)} × ${fixed(depthMm, 0)}`))];
  const places = [...new Set(bars.map(({ counterweightId }) => nameOf(counterweightId)))];
  return `${bars.length} ${bars.length === 1 ? 'slug' : 'slugs'} of ${sizes.join(' and ')} mm at ${places.join(' and ')}`;
}
