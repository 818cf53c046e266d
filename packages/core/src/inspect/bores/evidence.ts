import { median } from 'd3-array';

/** Where air is heard that leaks out of a cylinder under pressure. */
export const HEARD_AT = ['nowhere', 'intake', 'exhaust', 'breather', 'coolant'] as const;
export type HeardAt = (typeof HEARD_AT)[number];

/** What was seen and heard of a cylinder before it was opened or measured. */
export interface Evidence {
  /** Pressure put in and pressure held, on the same two gauges; null where nobody tested. */
  readonly leakIn: number | null;
  readonly leakHeld: number | null;
  readonly heardAt: HeardAt;
  /** In words: stain below the rings, scuff, ring lands. */
  readonly seen: string;
}

/** Share of the pressure that leaks away: (in − held)/in (handbook, bores and pistons); null where nobody tested. */
export const leakRatio = ({ leakIn, leakHeld }: Pick<Evidence, 'leakIn' | 'leakHeld'>): number | null =>
  leakIn === null || leakHeld === null || leakIn <= 0 ? null : (leakIn - leakHeld) / leakIn;

/** More than the others by half as much again, and by this share of the pressure, is a leak of its own. */
const MORE = { times: 1.5, ratio: 0.05 };

/** What air heard there comes past, as it is usually found. */
const SUGGESTS: Readonly<Record<HeardAt, string>> = {
  nowhere: 'nothing was heard: listen again, and at the other cylinders’ plug holes',
  intake: 'an intake valve that does not seal',
  exhaust: 'an exhaust valve that does not seal',
  breather: 'air past the rings: rings, ring lands or the bore',
  coolant: 'a head gasket or a crack into the coolant',
};

/** A cylinder as it is compared. */
export interface Witness extends Evidence {
  readonly cylinder: number;
  /** How far from round its bore was measured; null where it was not. */
  readonly outOfRoundMm: number | null;
}

/** What the evidence of a cylinder suggests beside that of the others; never what it is. Null where nothing was tested. */
export function suggestion(one: Witness, all: readonly Witness[]): string | null {
  const ratio = leakRatio(one);
  if (ratio === null) return null;
  const others = all.flatMap((other) => (other.cylinder === one.cylinder ? [] : (leakRatio(other) ?? [])));
  const usual = median(others);
  if (usual === undefined) return `It leaks ${percent(ratio)}; nobody tested another cylinder to hold it against.`;
  const isMore = ratio > MORE.times * usual && ratio > usual + MORE.ratio;
  if (!isMore) return `It leaks ${percent(ratio)}, much as the others do.`;
  const roundness = all.flatMap(({ outOfRoundMm }) => outOfRoundMm ?? []);
  const isLeastRound = one.heardAt === 'breather' && one.outOfRoundMm !== null && roundness.length > 1 && one.outOfRoundMm === Math.max(...roundness);
  return `It leaks ${percent(ratio)} where the others leak about ${percent(usual)}. That suggests ${SUGGESTS[one.heardAt]}${isLeastRound ? '; its bore is the furthest from round, too' : ''}. Look before you decide.`;
}

const percent = (ratio: number): string => `${Math.round(100 * ratio)} %`;
