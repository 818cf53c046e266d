import {
  CRANK_PART,
  normaliseAngleDeg,
  orNull,
  STAGE_PARTS,
  typedPositions,
  typedQuantity,
  usuallyMounted,
  type JobSpec,
  type Mounted,
  type OwnPart,
  type SetUp,
  type SetUps,
} from '@tare/core';

/** A part in a set-up as it is typed. */
export interface TypedPart {
  readonly part: string;
  readonly isOn: boolean;
  readonly turnedDeg: string;
  readonly isCorrected: boolean;
  /** Why it is not on it. */
  readonly missing: string;
  /** Why it is corrected again. */
  readonly reopened: string;
}

/** A set-up as it is typed; blank where the job's own figures hold. */
export interface TypedSetUp {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly TypedPart[];
  readonly zAMm: string;
  readonly zBMm: string;
  readonly radiusAMm: string;
  readonly radiusBMm: string;
  readonly zLeftMm: string;
  readonly zRightMm: string;
  readonly tolerance: string;
  readonly speedRpm: string;
  readonly limitRpm: string;
  readonly closed: string;
}

export interface TypedSetUps {
  readonly list: readonly TypedSetUp[];
  /** "6", or "0 60 120": by the part. */
  readonly positions: readonly { readonly part: string; readonly text: string }[];
}

/** What may be mounted besides the crank: what usually bolts on, and whatever this job has. */
export function partsOf({ list }: SetUps, { crank }: Pick<JobSpec, 'crank'>, own: readonly string[] = []): string[] {
  const named = list.flatMap(({ mounted, missing }) => [...Object.keys(mounted), ...missing.map(({ part }) => part)]);
  return [...new Set([CRANK_PART, ...STAGE_PARTS, 'gear', 'keys', 'adapter', ...Object.keys(usuallyMounted(crank)), ...own, ...named])];
}

const text = (value: number | null | undefined): string => (value == null ? '' : String(Math.round(value * 1e4) / 1e4));

export const typedSetUp = (setUp: SetUp, parts: readonly string[]): TypedSetUp => ({
  id: setUp.id,
  name: setUp.name,
  parts: parts.map((part) => ({
    part,
    isOn: part in setUp.mounted,
    turnedDeg: text(setUp.mounted[part] ?? 0),
    isCorrected: setUp.corrects.includes(part),
    missing: setUp.missing.find((one) => one.part === part)?.why ?? '',
    reopened: setUp.reopened.find((one) => one.part === part)?.why ?? '',
  })),
  zAMm: text(setUp.planes?.zAMm),
  zBMm: text(setUp.planes?.zBMm),
  radiusAMm: text(setUp.planes?.radiusAMm),
  radiusBMm: text(setUp.planes?.radiusBMm),
  zLeftMm: text(setUp.supports?.zLeftMm),
  zRightMm: text(setUp.supports?.zRightMm),
  tolerance: text(setUp.tolerance?.value),
  speedRpm: text(setUp.speedRpm),
  limitRpm: text(setUp.limitRpm),
  closed: setUp.closed ?? '',
});

export const typedSetUps = (setUps: SetUps, parts: readonly string[]): TypedSetUps => ({
  list: setUps.list.map((setUp) => typedSetUp(setUp, parts)),
  positions: parts.filter((part) => part !== CRANK_PART).map((part) => ({ part, text: (setUps.positionsDeg[part] ?? []).map(text).join(' ') })),
});

/** A figure; null for a blank, NaN for what is no figure. */
const figure = (typed: string, unit: Parameters<typeof typedQuantity>[1]): number | null => (typed.trim() === '' ? null : typedQuantity(typed, unit));

/** Set-ups as they are typed: figures that are none stay NaN, for the schema to name. */
export function setUpsOf(
  { list, positions }: TypedSetUps,
  { crank, tolerance }: Pick<JobSpec, 'crank' | 'tolerance'>,
  ownParts: Readonly<Record<string, OwnPart>> = {},
): SetUps {
  const known = Object.fromEntries(
    Object.entries(ownParts).filter(([name]) => list.some(({ parts }) => parts.some((one) => one.part === name && one.isOn))),
  );
  return {
    ...(Object.keys(known).length > 0 ? { known } : {}),
    list: list.map((typed) => setUpOf(typed, { crank, tolerance })),
    positionsDeg: Object.fromEntries(
      positions.flatMap(({ part, text: words }) => {
        const allowed = words.trim() === '' ? null : orNull(() => typedPositions(words));
        return allowed ? [[part, allowed]] : [];
      }),
    ),
  };
}

function setUpOf(typed: TypedSetUp, { crank, tolerance }: Pick<JobSpec, 'crank' | 'tolerance'>): SetUp {
  const on = typed.parts.filter(({ isOn }) => isOn);
  const mounted: Mounted = Object.fromEntries(
    on.map(({ part, turnedDeg }) => {
      const deg = figure(turnedDeg, '°') ?? 0;
      return [part, Number.isFinite(deg) ? normaliseAngleDeg(deg) : deg];
    }),
  );
  const planes = (['zAMm', 'zBMm', 'radiusAMm', 'radiusBMm'] as const).map((key) => [key, figure(typed[key], 'mm')] as const);
  const [zLeftMm, zRightMm] = [figure(typed.zLeftMm, 'mm'), figure(typed.zRightMm, 'mm')];
  const value = figure(typed.tolerance, '');
  return {
    id: typed.id,
    name: typed.name.trim(),
    mounted,
    missing: typed.parts.flatMap(({ part, isOn, missing }) => (!isOn && missing.trim() !== '' ? [{ part, why: missing.trim() }] : [])),
    corrects: on.filter(({ isCorrected }) => isCorrected).map(({ part }) => part),
    reopened: typed.parts.flatMap(({ part, reopened }) => (reopened.trim() === '' ? [] : [{ part, why: reopened.trim() }])),
    planes: planes.every(([, mm]) => mm === null)
      ? null
      : (Object.fromEntries(planes.map(([key, mm]) => [key, mm ?? crank.planes[key]])) as unknown as SetUp['planes']),
    supports: zLeftMm === null && zRightMm === null ? null : { zLeftMm: zLeftMm ?? NaN, zRightMm: zRightMm ?? NaN },
    tolerance: value === null ? null : { school: tolerance.school, value },
    speedRpm: figure(typed.speedRpm, 'rpm'),
    limitRpm: figure(typed.limitRpm, 'rpm'),
    closed: typed.closed.trim() === '' ? null : typed.closed.trim(),
  };
}

/** The form's field of a place in what is kept. */
export const fieldOfSetUps = (path: string): string =>
  path
    .replace(/^value\./, '')
    .replace(/\.(planes|supports)\./, '.')
    .replace(/\.tolerance\.value$/, '.tolerance');
