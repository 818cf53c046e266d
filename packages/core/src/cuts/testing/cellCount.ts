import type { Counterweight } from '../../rotor/crank.js';
import { isRimCut, seatOf, type Cut, type KnownCut, type RoundCut } from '../../rotor/cut.js';
import { degToRad, turnBetweenDeg } from '../../units/angle.js';

/*
 * The definition of a cut's metal, done the slow way: points asked one by one what is in them. It shares no line with the closed
 * forms and integrals that it checks.
 */

/** Mass and first moments, z from the crank's zero: what a cut took by counting. */
export interface Counted {
  readonly massG: number;
  readonly xGmm: number;
  readonly yGmm: number;
  readonly zGmm: number;
}

interface Cylinder {
  readonly seat: 'rim' | 'front' | 'rear';
  readonly cos: number;
  readonly sin: number;
  readonly zMm: number;
  readonly outMm: number;
  readonly surfaceMm: number;
  readonly a: number;
  readonly fromMm: number;
  readonly depthMm: number;
  readonly k: number;
}

// Asked millions of times: a test's own world looks `Math` up anew each time.
const { sqrt, cos, sin, PI } = Math;

/** By how deep below its surface, along the axis, a point is, and how far from it. */
function isIn(c: Cylinder, w: number, x: number, y: number, z: number): boolean {
  const isRim = c.seat === 'rim';
  const depth = isRim ? c.surfaceMm - (x * c.cos + y * c.sin) : c.seat === 'front' ? z + w / 2 : w / 2 - z;
  const square = isRim ? (y * c.cos - x * c.sin) ** 2 + (z - c.zMm) ** 2 : (x - c.outMm * c.cos) ** 2 + (y - c.outMm * c.sin) ** 2;
  return square <= c.a * c.a && depth >= c.fromMm && depth <= c.depthMm + (c.a - sqrt(square)) * c.k;
}

/** Whether a direction lies within so much of a middle, by the cosine of the turn between them. */
const isOver = (x: number, y: number, { cosMiddle, sinMiddle, cosHalf }: Stretch): boolean =>
  x * cosMiddle + y * sinMiddle >= sqrt(x * x + y * y) * cosHalf;
interface Stretch {
  readonly cosMiddle: number;
  readonly sinMiddle: number;
  readonly cosHalf: number;
}
const stretch = (middleDeg: number, halfDeg: number): Stretch => ({
  cosMiddle: cos((middleDeg * PI) / 180),
  sinMiddle: sin((middleDeg * PI) / 180),
  cosHalf: halfDeg >= 180 ? -2 : cos((halfDeg * PI) / 180),
});

type Step =
  | { readonly kind: 'hole'; readonly id: string; readonly at: Cylinder }
  | { readonly kind: 'bar'; readonly id: string; readonly at: Cylinder; readonly bar: Cylinder; readonly density: number }
  | { readonly kind: 'weld'; readonly of: readonly Cylinder[]; readonly rims: readonly Rim[] }
  | ({ readonly kind: 'rim' } & Rim);
interface Rim extends Stretch {
  readonly middleDeg: number;
  readonly halfDeg: number;
  readonly innerMm: number;
}

const overRim = (r: Rim, x: number, y: number): boolean => x * x + y * y > r.innerMm * r.innerMm && isOver(x, y, r);

function densityOf(steps: readonly Step[], parent: number, w: number, x: number, y: number, z: number): number {
  let density = parent;
  for (const step of steps) {
    if (step.kind === 'hole') density = isIn(step.at, w, x, y, z) ? 0 : density;
    else if (step.kind === 'rim') density = overRim(step, x, y) ? 0 : density;
    else if (step.kind === 'bar') {
      if (isIn(step.at, w, x, y, z)) density = 0;
      if (density === 0 && isIn(step.bar, w, x, y, z)) density = step.density;
    } else if (density === 0 && step.of.some((c) => isIn(c, w, x, y, z)) && !step.rims.some((r) => overRim(r, x, y))) density = parent;
  }
  return density;
}

/**
 * What each of these cuts takes, by counting `perEdge`³ cells in each one's box, each asked at a point chosen at random within it.
 * Of welds only those whose hole runs into no other are counted rightly.
 */
export function countCells(
  counterweight: Counterweight,
  parentGPerCm3: number,
  cuts: readonly (Cut | KnownCut)[],
  { perEdge, random }: { readonly perEdge: number; readonly random: () => number },
): Counted[] {
  const { rimRadiusMm, widthMm: w, arcCentreDeg, arcHalfWidthDeg, zMm: zCw } = counterweight;
  const parent = parentGPerCm3 / 1000;
  const steps: Step[] = [];
  return cuts.map((cut) => {
    const rims = steps.filter((step) => step.kind === 'rim');
    const rimAt = (deg: number): number =>
      Math.min(rimRadiusMm, ...rims.filter((r) => Math.abs(turnBetweenDeg(r.middleDeg, deg)) <= r.halfDeg).map((r) => r.innerMm));
    const cylinder = (round: RoundCut, diameterMm: number, fromMm: number, depthMm: number, k: number): Cylinder => {
      const seat = seatOf(round);
      return {
        seat: seat.from === 'rim' ? 'rim' : (seat.face ?? 'front'),
        cos: cos(degToRad(round.angleDeg)),
        sin: sin(degToRad(round.angleDeg)),
        zMm: seat.from === 'rim' ? (seat.zMm ?? zCw) - zCw : 0,
        outMm: seat.from === 'face' ? seat.radiusMm : 0,
        surfaceMm: rimAt(round.angleDeg),
        a: diameterMm / 2,
        fromMm,
        depthMm,
        k,
      };
    };
    const before = [...steps];
    let box: Cylinder | Rim;
    if (isRimCut(cut)) {
      box = {
        middleDeg: cut.angleDeg,
        halfDeg: cut.halfArcDeg,
        innerMm: rimAt(cut.angleDeg) - cut.depthMm,
        ...stretch(cut.angleDeg, cut.halfArcDeg),
      };
      steps.push({ kind: 'rim', ...box });
    } else if (cut.kind === 'bar') {
      box = cylinder(cut, cut.diameterMm, -Infinity, cut.depthMm, 0);
      steps.push({
        kind: 'bar',
        id: 'id' in cut ? cut.id : '',
        at: box,
        bar: { ...box, fromMm: cut.depthMm - cut.lengthMm },
        density: cut.densityGPerCm3 / 1000,
      });
    } else if (cut.kind === 'weld') {
      const of = steps.flatMap((step) => ((step.kind === 'hole' || step.kind === 'bar') && step.id === cut.replacesId ? [step.at] : []));
      box = of[0]!;
      steps.push({ kind: 'weld', of, rims });
    } else {
      box = cylinder(cut, cut.bitMm, -Infinity, cut.depthMm, 1 / Math.tan(degToRad(cut.pointAngleDeg / 2)));
      steps.push({ kind: 'hole', id: 'id' in cut ? cut.id : '', at: box });
    }
    const arc = stretch(arcCentreDeg, arcHalfWidthDeg);
    const { sample, volumeMm3 } = sampler(box, rimRadiusMm, w);
    const n = perEdge;
    let [massG, xGmm, yGmm, zGmm] = [0, 0, 0, 0];
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1)
        for (let l = 0; l < n; l += 1) {
          const [x, y, z] = sample((i + random()) / n, (j + random()) / n, (l + random()) / n);
          if (x * x + y * y > rimRadiusMm * rimRadiusMm || z > w / 2 || z < -w / 2 || !isOver(x, y, arc)) continue;
          const g = ((densityOf(before, parent, w, x, y, z) - densityOf(steps, parent, w, x, y, z)) * volumeMm3) / n ** 3;
          massG += g;
          xGmm += g * x;
          yGmm += g * y;
          zGmm += g * (z + zCw);
        }
    return { massG, xGmm, yGmm, zGmm };
  });
}

/** Points spread evenly over a box that holds the cut, from three numbers 0…1 each: of a rim in equal areas of its ring. */
interface Sampler {
  readonly sample: (i: number, j: number, l: number) => readonly [number, number, number];
  readonly volumeMm3: number;
}

function sampler(box: Cylinder | Rim, rimMm: number, w: number): Sampler {
  if ('middleDeg' in box) {
    const half = Math.min(180, box.halfDeg);
    return {
      sample: (i, j, l) => {
        const turn = degToRad(box.middleDeg + (2 * i - 1) * half);
        const r = sqrt(box.innerMm ** 2 + j * (rimMm ** 2 - box.innerMm ** 2));
        return [r * cos(turn), r * sin(turn), (l - 0.5) * w];
      },
      volumeMm3: degToRad(half) * (rimMm ** 2 - box.innerMm ** 2) * w,
    };
  }
  const [ax, ay] = [box.cos, box.sin];
  const tip = box.depthMm + box.a * box.k;
  if (box.seat === 'rim') {
    const [inner, width, length] = [box.surfaceMm - tip, 2 * box.a, rimMm - box.surfaceMm + tip];
    return {
      sample: (i, j, l) => {
        const [along, across] = [inner + i * length, (j - 0.5) * width];
        return [along * ax - across * ay, along * ay + across * ax, box.zMm + (l - 0.5) * width];
      },
      volumeMm3: length * width * width,
    };
  }
  const depth = Math.min(w, tip);
  return {
    sample: (i, j, l) => [
      box.outMm * ax + (2 * i - 1) * box.a,
      box.outMm * ay + (2 * j - 1) * box.a,
      box.seat === 'front' ? l * depth - w / 2 : w / 2 - l * depth,
    ],
    volumeMm3: 4 * box.a * box.a * depth,
  };
}
