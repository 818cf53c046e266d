import type { CutRate } from './cutRate.js';
import type { MatchedItem } from './matchToLightest.js';

/** What can be exchanged between two sets: the weights of one kind's parts, by the set they are in. */
export interface Exchangeable {
  readonly kind: string;
  readonly partOf: Readonly<Record<string, { readonly partId: string; readonly weightG: number }>>;
}

interface Cost {
  /** Metal still to come off all parts together, g. */
  readonly gramsG: number;
  /** Parts still to cut. */
  readonly cuts: number;
  /** Null while no rate is known. */
  readonly minutes: number | null;
}

/** A way out after something was cut too far, with what it leaves to do. */
export type WayOut =
  /** The set as a whole still comes within the tolerance, the light one included. */
  | ({ readonly way: 'accept'; readonly possible: boolean; readonly spreadG: number } & Cost)
  /** Two parts of a kind change places, and the light set is no longer too light; null when no exchange does it. */
  | ({ readonly way: 'swap'; readonly exchange: Exchange | null } & Cost)
  /** Everything comes down to the light one. */
  | ({ readonly way: 'retarget'; readonly targetG: number } & Cost)
  /** A new part in its place, weighed and matched anew. */
  | ({ readonly way: 'replace' } & Cost);

export interface Exchange {
  readonly kind: string;
  readonly lightPartId: string;
  readonly otherPartId: string;
  readonly otherSetId: string;
}

/** Nothing finer than this is metal: rounding of sums of weights. */
const DUST_G = 1e-9;

/**
 * The ways out when a set or part has fallen below the target, side by side (handbook section 3): nothing moves by itself.
 *
 * What is left to cut is, for every other item outside the tolerance above its target, its way down to that target. To accept
 * is possible when the largest that stays uncut is no more than the tolerance above the light one; what is above comes down
 * to the target all the same.
 *
 * @param items all sets or parts with their present weights, the light one among them
 * @param exchangeable kinds whose parts may still change places; empty for parts of one kind
 */
export function waysOut(
  items: readonly MatchedItem[],
  lightId: string,
  targetG: number,
  toleranceG: number,
  exchangeable: readonly Exchangeable[],
  rate: CutRate | null,
): WayOut[] {
  const light = items.find((item) => item.id === lightId)!;
  const others = items.filter((item) => item.id !== lightId);
  const left = (weightsG: readonly number[], downToG: number, bandG: number): Cost => {
    const offs = weightsG.map((g) => g - downToG).filter((off) => off > bandG + DUST_G);
    const gramsG = offs.reduce((sum, off) => sum + off, 0);
    return { gramsG, cuts: offs.length, minutes: rate === null ? null : gramsG / rate.gramsPerS / 60 };
  };
  const weights = others.map((item) => item.weightG);
  // With the light one accepted, what stays uncut must lie within the tolerance of it.
  const bandG = light.weightG + toleranceG - targetG;
  const accepted = left(weights, targetG, Math.max(0, bandG));
  const uncut = weights.filter((g) => g - targetG <= Math.max(0, bandG) + DUST_G);
  const best = bestExchange(items, lightId, targetG, toleranceG, exchangeable, left);
  return [
    {
      way: 'accept',
      possible: bandG >= -DUST_G,
      spreadG: Math.max(targetG, ...uncut) - light.weightG,
      ...accepted,
    },
    { way: 'swap', exchange: best?.exchange ?? null, ...(best?.cost ?? left(weights, targetG, toleranceG)) },
    { way: 'retarget', targetG: light.weightG, ...left(weights, light.weightG, toleranceG) },
    { way: 'replace', ...left(weights, targetG, toleranceG) },
  ];
}

/** The exchange of two parts that lifts the light set to the target, or above, with the least metal still to come off. */
function bestExchange(
  items: readonly MatchedItem[],
  lightId: string,
  targetG: number,
  toleranceG: number,
  exchangeable: readonly Exchangeable[],
  left: (weightsG: readonly number[], downToG: number, bandG: number) => Cost,
): { readonly exchange: Exchange; readonly cost: Cost } | null {
  let best: { exchange: Exchange; cost: Cost } | null = null;
  for (const { kind, partOf } of exchangeable) {
    const own = partOf[lightId];
    if (!own) continue;
    for (const other of items) {
      const theirs = partOf[other.id];
      if (other.id === lightId || other.damaged || !theirs) continue;
      const gainG = theirs.weightG - own.weightG;
      const changed = items.map((item) => item.weightG + (item.id === lightId ? gainG : item.id === other.id ? -gainG : 0));
      const stillLight = changed.some((g, i) => g < targetG - DUST_G && !items[i]!.damaged);
      if (stillLight) continue;
      const cost = left(changed, targetG, toleranceG);
      if (best === null || cost.gramsG < best.cost.gramsG - DUST_G)
        best = { exchange: { kind, lightPartId: own.partId, otherPartId: theirs.partId, otherSetId: other.id }, cost };
    }
  }
  return best;
}
