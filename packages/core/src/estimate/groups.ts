import { planeShares, type Planes } from '../rotor/planes.js';
import { degToRad, normaliseAngleDeg } from '../units/angle.js';
import type { CutEvent, Mounted, RecordEvent, SpinEvent } from './events.js';
import { toFour, type FourNumbers } from './fourNumbers.js';
import type { StateReading } from './reading.js';
import type { CutStep, PartInSpin, ReadStep } from './states.js';

/** Parts that every spin had mounted together, turned alike, are one. */
export interface Group {
  readonly parts: readonly string[];
  /** How far each is turned against the first. */
  readonly turnedDeg: Readonly<Record<string, number>>;
}

export function groupsOf(events: readonly RecordEvent[]): Group[] {
  const spins = events.filter((event): event is SpinEvent => event.kind === 'spin');
  const parts = [...new Set(spins.flatMap(({ mounted }) => Object.keys(mounted)))];
  const alike = (x: string, y: string): boolean => {
    const turns = spins.map(({ mounted }) =>
      x in mounted === y in mounted ? (x in mounted ? normaliseAngleDeg(mounted[y]! - mounted[x]!) : null) : NaN,
    );
    const seen = turns.filter((turn) => turn !== null);
    return seen.every((turn) => Math.abs(turn - seen[0]!) < 1e-6);
  };
  const groups: Group[] = [];
  for (const part of parts) {
    const at = groups.findIndex((group) => alike(group.parts[0]!, part));
    const found = groups[at];
    if (!found) groups.push({ parts: [part], turnedDeg: { [part]: 0 } });
    else {
      const together = spins.find(({ mounted }) => part in mounted)!.mounted;
      groups[at] = { parts: [...found.parts, part], turnedDeg: { ...found.turnedDeg, [part]: together[part]! - together[found.parts[0]!]! } };
    }
  }
  return groups;
}

export const isMounted = (group: Group, mounted: Mounted): boolean => group.parts[0]! in mounted;

/** A state's reading as a step of the estimate. */
export function readStep(
  event: SpinEvent,
  { mean, covariance, seen }: StateReading,
  groups: readonly Group[],
  calibrations: readonly string[],
  planes: Planes,
): ReadStep {
  // Of what is kept in the estimate's planes, seen in the spin's: u at z counts (z_B − z)/(z_B − z_A) and the rest.
  const [fromA, fromB] = [planeShares(planes.zAMm, event.planes), planeShares(planes.zBMm, event.planes)];
  const shares = [fromA.shareA, fromB.shareA, fromA.shareB, fromB.shareB] as const;
  return {
    kind: 'read',
    gain: calibrations.indexOf(event.calibration),
    parts: groups.map((group): PartInSpin | null => {
      if (!isMounted(group, event.mounted)) return null;
      const turn = degToRad(event.mounted[group.parts[0]!]!);
      return { cos: Math.cos(turn), sin: Math.sin(turn), shares };
    }),
    hung: toFour(event.hung),
    mean,
    covariance,
    seen,
  };
}

/** A cut of a part that no spin has seen changes nothing that is known. */
export function cutStep({ part, change, perDensity, covariance }: CutEvent, groups: readonly Group[]): CutStep | null {
  const index = groups.findIndex(({ parts }) => parts.includes(part));
  if (index < 0) return null;
  const turnedDeg = groups[index]!.turnedDeg[part]!;
  if (turnedDeg === 0) return { kind: 'cut', part: index, change: toFour(change), perDensity: toFour(perDensity), covariance };
  const turn = degToRad(turnedDeg);
  const turned = (four: FourNumbers): number[] =>
    [0, 2].flatMap((at) => [
      four[at]! * Math.cos(turn) - four[at + 1]! * Math.sin(turn),
      four[at]! * Math.sin(turn) + four[at + 1]! * Math.cos(turn),
    ]);
  const columns = [0, 1, 2, 3].map((j) => turned([0, 1, 2, 3].map((i) => covariance[4 * i + j]!)));
  const rows = [0, 1, 2, 3].map((i) => turned(columns.map((column) => column[i]!)));
  return { kind: 'cut', part: index, change: turned(toFour(change)), perDensity: turned(toFour(perDensity)), covariance: rows.flat() };
}

const NOTHING = [0, 0, 0, 0];
/** Nothing is known of a part any more. */
export const forgotten = (part: number): CutStep => ({
  kind: 'cut',
  part,
  change: NOTHING,
  perDensity: NOTHING,
  covariance: [0, 1, 2, 3].flatMap((i) => [0, 1, 2, 3].map((j) => (i === j ? FORGOTTEN_GMM ** 2 : 0))),
});
const FORGOTTEN_GMM = 1e6;

/** Rows that take an unbalance of both planes out of the state: parts at a place, turned. */
export function rowsOf(size: number, parts: readonly (readonly [at: number, cos: number, sin: number])[]): Float64Array {
  const rows = new Float64Array(4 * size);
  for (const [at, cos, sin] of parts) {
    for (let p = 0; p < 4; p += 2) {
      rows[p * size + at + p] = cos;
      rows[p * size + at + p + 1] = -sin;
      rows[(p + 1) * size + at + p] = sin;
      rows[(p + 1) * size + at + p + 1] = cos;
    }
  }
  return rows;
}

/** Of everything that is mounted so. */
export function totalOf(groups: readonly Group[], mounted: Mounted, size: number): Float64Array {
  return rowsOf(
    size,
    groups.flatMap((group, part) => {
      if (!isMounted(group, mounted)) return [];
      const turn = degToRad(mounted[group.parts[0]!]!);
      return [[4 * part, Math.cos(turn), Math.sin(turn)] as const];
    }),
  );
}
