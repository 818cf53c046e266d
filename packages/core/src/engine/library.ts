/** A layout by its shape; positions along the crank follow from the spacings of the engine at hand. */
export interface LayoutTemplate {
  readonly id: LayoutId;
  readonly name: string;
  readonly family: LayoutFamily;
  /** Throws from front to rear; a split throw has one pin a rod. */
  readonly throws: readonly ThrowTemplate[];
  /** Every throw carries one cylinder of each bank. */
  readonly bankDegs: readonly number[];
  readonly customaryFactorRatio: number;
  readonly factorReason: string;
  /** Distance of the two rods of a split throw, as a share of the throw spacing, until it is measured. */
  readonly splitOffsetRatio: number;
  /** Webs that carry no counterweight, as throw (from 0) and side. */
  readonly bareWebs: readonly (readonly [number, -1 | 1])[];
}

export interface ThrowTemplate {
  readonly angleDeg: number;
  /** Angle from the first to the second pin of a split throw; 0 for a shared pin or a single rod. */
  readonly splayDeg: number;
}

export const LAYOUT_FAMILIES = ['Inline', 'V', 'Flat', 'W and radial', 'Own'] as const;
export type LayoutFamily = (typeof LAYOUT_FAMILIES)[number];

export const LAYOUT_IDS = [
  'v8Cross90',
  'v6Split60',
  'inline4',
  'inline3',
  'inline6',
  'single',
  'inline2Parallel',
  'inline2Opposed',
  'inline5',
  'inline7',
  'inline8',
  'v2At45',
  'v2At90',
  'v4At90',
  'v6Split90',
  'v6Shared90',
  'v8Flat90',
  'v10At72',
  'v10Split90',
  'v12At60',
  'v16At45',
  'flat2',
  'flat4',
  'flat6',
  'flat12Shared',
  'w12',
  'radial5',
  'radial7',
  'radial9',
  'own',
] as const;
export type LayoutId = (typeof LAYOUT_IDS)[number];

const shared = (...angles: number[]): ThrowTemplate[] => angles.map((angleDeg) => ({ angleDeg, splayDeg: 0 }));
const split = (splayDeg: number, ...angles: number[]): ThrowTemplate[] => angles.map((angleDeg) => ({ angleDeg, splayDeg }));
const v = (betweenDeg: number): number[] => [360 - betweenDeg / 2, betweenDeg / 2];
const round = (n: number): number[] => Array.from({ length: n }, (_, i) => (i * 360) / n);

/** Half the throw spacing: the rods of opposed cylinders share it evenly. */
const BOXER_OFFSET_RATIO = 0.5;
/** Two rods side by side with a thin web between them: 24 mm of 110. */
const SPLIT_OFFSET_RATIO = 24 / 110;

const REASONS = {
  cancels: 'the pins cancel one another, so no factor enters the balance of the crank',
  exact: 'two rods at 90° on a pin leave nothing turning backward, so half the reciprocating mass is exact',
  couple: 'the forward-turning couple vanishes at 50 %; a backward couple remains whatever the factor',
  force: '50 % makes the forward-turning force vanish; other figures prefer a direction',
} as const;

const named = (
  id: LayoutId,
  family: LayoutFamily,
  name: string,
  throws: readonly ThrowTemplate[],
  bankDegs: readonly number[],
  factorReason: string,
  more: Partial<LayoutTemplate> = {},
): LayoutTemplate => ({
  id,
  family,
  name,
  throws,
  bankDegs,
  factorReason,
  customaryFactorRatio: 0.5,
  splitOffsetRatio: SPLIT_OFFSET_RATIO,
  bareWebs: [],
  ...more,
});

const TEMPLATES: readonly LayoutTemplate[] = [
  named('v8Cross90', 'V', '90° V8, shared pins, cross-plane crank', shared(0, 90, 270, 180), v(90), REASONS.exact, {
    // Six-counterweight cranks have none by the centre main.
    bareWebs: [
      [1, 1],
      [2, -1],
    ],
  }),
  // Pins splayed 60° about throws 120° apart fire evenly; the first pin of each throw carries the bank at +30°.
  named(
    'v6Split60',
    'V',
    '60° V6, six split pins',
    split(60, 30, 150, 270),
    [30, 330],
    'the forward-turning couple vanishes at 50 %; some shops use 45 % by custom',
  ),
  named('inline4', 'Inline', 'Inline four, flat-plane crank', shared(0, 180, 180, 0), [0], REASONS.cancels),
  named('inline3', 'Inline', 'Inline three, pins at 120°', shared(0, 120, 240), [0], REASONS.couple),
  named('inline6', 'Inline', 'Inline six, pins at 120°', shared(0, 120, 240, 240, 120, 0), [0], REASONS.cancels),
  named(
    'single',
    'Inline',
    'Single cylinder',
    shared(0),
    [0],
    '50 % makes the primary force a circle of half size; other figures prefer a direction',
  ),
  named('inline2Parallel', 'Inline', 'Inline twin, pins together', shared(0, 0), [0], REASONS.force),
  named('inline2Opposed', 'Inline', 'Inline twin, pins opposite', shared(0, 180), [0], REASONS.couple),
  named('inline5', 'Inline', 'Inline five, pins at 72°', shared(0, 144, 216, 288, 72), [0], REASONS.couple),
  named('inline7', 'Inline', 'Inline seven, pins at 360/7°', shared(...[0, 2, 4, 6, 1, 3, 5].map((k) => (k * 360) / 7)), [0], REASONS.couple),
  named('inline8', 'Inline', 'Inline eight, two fours crosswise', shared(0, 180, 90, 270, 270, 90, 180, 0), [0], REASONS.cancels),
  named(
    'v2At45',
    'V',
    '45° V-twin, shared pin',
    shared(0),
    v(45),
    `${REASONS.force}; figures of 55 to 60 % are customary where it may shake fore and aft`,
  ),
  named('v2At90', 'V', '90° V-twin, shared pin', shared(0), v(90), REASONS.exact),
  named('v4At90', 'V', '90° V4, shared pins opposite', shared(0, 180), v(90), REASONS.exact),
  // 30° of splay turn the second rod's firing to an even 120°.
  named('v6Split90', 'V', '90° V6, split pins, even firing', split(30, 15, 135, 255), [45, 315], REASONS.couple),
  named('v6Shared90', 'V', '90° V6, shared pins, odd firing', shared(0, 120, 240), v(90), REASONS.exact),
  named('v8Flat90', 'V', '90° V8, shared pins, flat-plane crank', shared(0, 180, 180, 0), v(90), REASONS.cancels),
  named('v10At72', 'V', '72° V10, shared pins', shared(0, 144, 216, 288, 72), v(72), REASONS.couple),
  // 18° back: 90° of bank less 18 is the 72° that ten cylinders fire at.
  named('v10Split90', 'V', '90° V10, split pins, even firing', split(-18, 0, 144, 216, 288, 72), [45, 315], REASONS.couple),
  named('v12At60', 'V', '60° V12, shared pins', shared(0, 120, 240, 240, 120, 0), v(60), REASONS.cancels),
  named('v16At45', 'V', '45° V16, shared pins', shared(0, 180, 90, 270, 270, 90, 180, 0), v(45), REASONS.cancels),
  named('flat2', 'Flat', 'Flat twin, pins opposite', split(180, 90), [0, 180], REASONS.couple, { splitOffsetRatio: BOXER_OFFSET_RATIO }),
  named('flat4', 'Flat', 'Flat four, four pins', split(180, 90, 270), [0, 180], REASONS.cancels, { splitOffsetRatio: BOXER_OFFSET_RATIO }),
  named('flat6', 'Flat', 'Flat six, six pins', split(180, 90, 210, 330), [0, 180], REASONS.cancels, { splitOffsetRatio: BOXER_OFFSET_RATIO }),
  named('flat12Shared', 'Flat', '180° V12, shared pins', shared(0, 120, 240, 240, 120, 0), [270, 90], REASONS.cancels),
  named('w12', 'W and radial', 'W12, three banks at 60°', shared(0, 180, 180, 0), [300, 0, 60], REASONS.cancels),
  named(
    'radial5',
    'W and radial',
    'Radial five, one row',
    shared(0),
    round(5),
    'evenly spread cylinders leave nothing turning backward, so half the reciprocating mass is exact',
  ),
  named(
    'radial7',
    'W and radial',
    'Radial seven, one row',
    shared(0),
    round(7),
    'evenly spread cylinders leave nothing turning backward, so half the reciprocating mass is exact',
  ),
  named(
    'radial9',
    'W and radial',
    'Radial nine, one row',
    shared(0),
    round(9),
    'evenly spread cylinders leave nothing turning backward, so half the reciprocating mass is exact',
  ),
];

/** Laid out by hand or brought in from a file: its shape is the job's own, and nothing follows from this entry. */
const OWN = named(
  'own',
  'Own',
  'Own layout, by hand or from a file',
  shared(0),
  [0],
  'the forward-turning part vanishes at 50 % wherever the factor matters',
);

/** The layouts a new job can start from; pin 1 is at 0 in each. */
export const LAYOUTS = Object.fromEntries([...TEMPLATES, OWN].map((template) => [template.id, template])) as Readonly<
  Record<LayoutId, LayoutTemplate>
>;
