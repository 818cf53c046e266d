import { rimKindOf } from '../rotor/crank.js';
import { onlyRims } from '../cuts/correctable.js';
import { toPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { subtract, type Vector } from '../units/vector.js';
import type { ChoicesInput } from './planChoices.js';

/** What a part that bolts on carries of an external balance. */
export interface BoltOnUnbalance {
  readonly zMm: number;
  /** Points to where the part is heavy. */
  readonly unbalanceGmm: Vector;
}

/**
 * The plan's input for a crank that is to be balanced without what bolts on: its own unbalance is what all of it together reads,
 * less what damper and flywheel carry; only its own counterweights are worked on, heavy metal among the means (handbook
 * section 5: converting external to internal needs heavy metal).
 */
export function toInternal(input: ChoicesInput, boltOns: readonly BoltOnUnbalance[]): ChoicesInput {
  const { a, b, toleranceAGmm, toleranceBGmm, drill } = input.known;
  const { crank, existing } = onlyRims(input, (rim) => rimKindOf(rim) === 'counterweight');
  const carried = boltOns.map(({ zMm, unbalanceGmm }) => toPlanes(unbalanceGmm, zMm, crank.planes));
  const less = (whole: Vector, plane: keyof PlaneUnbalance): Vector => carried.reduce((left, part) => subtract(left, part[plane]), whole);
  return {
    ...input,
    crank,
    existing,
    bars: input.tools?.bars ?? input.bars,
    share: { a: 1, b: 1 },
    // How all of it came says nothing of the crank by itself.
    known: {
      a: { ...a, unbalanceGmm: less(a.unbalanceGmm, 'aGmm') },
      b: { ...b, unbalanceGmm: less(b.unbalanceGmm, 'bGmm') },
      toleranceAGmm,
      toleranceBGmm,
      drill,
    },
  };
}
