import { absolute, conjugate, over, times } from '../../units/complex.js';
import { checkNumber, CoreError } from '../../units/check.js';
import { checkVector } from '../../units/checkVector.js';
import { add, scale, subtract, ZERO, type Vector } from '../../units/vector.js';

/** What happened to one plane, in order. Vectors in g·mm; deviations in each component, g·mm. */
export type PlaneEvent =
  /** A reading; `hungGmm` is what hung on the crank in it. */
  | { readonly kind: 'read'; readonly readGmm: Vector; readonly hungGmm: Vector; readonly deviationGmm: number }
  /** Metal that went or came: what it should have changed the unbalance by, and how far the drill may have missed. */
  | { readonly kind: 'cut'; readonly changeGmm: Vector; readonly deviationGmm: number };

/** What is known of one plane by all of it. */
export interface TrackedByFilter {
  /** The true unbalance now, g·mm; points to where the crank is heavy. */
  readonly unbalanceGmm: Vector;
  readonly deviationGmm: number;
  /** What the machine makes of 1 g·mm: 1∠0° when its calibration is right. */
  readonly gain: Vector;
  /** Of the gain in each component, as a share. */
  readonly gainDeviation: number;
}

interface State {
  /** The reading that the unbalance would give, and the gain. */
  readonly s: Vector;
  readonly g: Vector;
  /** Their covariance: P_ss, P_gg real, P_sg complex; of each component. */
  readonly ss: number;
  readonly gg: number;
  readonly sg: Vector;
}

/** No machine reads further off than this, g·mm in each component: a first reading is taken as it is. */
const KNOWS_NOTHING_GMM = 1e6;

/**
 * The unbalance of a plane and its set-up's complex gain, by all readings, cuts and trial pieces together (handbook section 7:
 * compare the observed change with the predicted one).
 *
 * A reading is s + g·T + noise, s = g·U what the crank itself reads and T what hung on it; a cut that changes U by d changes s by
 * g·d. Both are linear in (s, g), with noise alike in all directions: a Kalman filter of two complex states is the exact answer,
 * started with g = 1 ± gainDeviation and s unknown. U = s/g; its deviation is √(P_ss − 2·Re(ū·P_sg) + |u|²·P_gg)/|g| by the first
 * order. A cut's own error is in U, and is taken with the gain as 1.
 *
 * @param gainDeviation of the calibration in each component, as a share
 * @throws CoreError when there is no reading, or a deviation makes no sense
 */
export function trackUnbalance(events: readonly PlaneEvent[], gainDeviation: number): TrackedByFilter {
  checkNumber('The deviation of the gain', gainDeviation, { min: 0, max: 1 }, 'gainDeviation');
  if (!events.some(({ kind }) => kind === 'read')) throw new CoreError('There is no reading to go by.', 'events');
  const start: State = { s: ZERO, g: { re: 1, im: 0 }, ss: KNOWS_NOTHING_GMM ** 2, gg: gainDeviation ** 2, sg: ZERO };
  const { s, g, ss, gg, sg } = events.reduce((state, event) => (event.kind === 'read' ? read(state, event) : cut(state, event)), start);
  const unbalanceGmm = over(s, g);
  const variance = ss - 2 * times(conjugate(unbalanceGmm), sg).re + absolute(unbalanceGmm) ** 2 * gg;
  return { unbalanceGmm, deviationGmm: Math.sqrt(Math.max(0, variance)) / absolute(g), gain: g, gainDeviation: Math.sqrt(gg) };
}

/** s → s + g·d: P_ss grows by 2·Re(d·conj(P_sg))… and |d|²·P_gg, P_sg by d·P_gg, and the drill's own error comes on top. */
function cut({ s, g, ss, gg, sg }: State, { changeGmm: d, deviationGmm }: Extract<PlaneEvent, { kind: 'cut' }>): State {
  checkVector('What a cut changes', d, 'changeGmm');
  checkNumber('What the drill may have missed', deviationGmm, { min: 0, unit: 'g·mm' }, 'deviationGmm');
  return {
    s: add(s, times(g, d)),
    g,
    ss: ss + 2 * times(sg, conjugate(d)).re + absolute(d) ** 2 * gg + deviationGmm ** 2,
    gg,
    sg: add(sg, scale(d, gg)),
  };
}

/** The Kalman step for a reading s + g·T: gains K = P·hᴴ/(h·P·hᴴ + r²), h = [1, T]. */
function read({ s, g, ss, gg, sg }: State, { readGmm, hungGmm: t, deviationGmm }: Extract<PlaneEvent, { kind: 'read' }>): State {
  checkNumber('The scatter of a reading', deviationGmm, { above: 0, unit: 'g·mm' }, 'deviationGmm');
  checkVector('A reading', readGmm, 'readGmm');
  checkVector('A known weight', t, 'hungGmm');
  // Covariances with the reading: of s, P_ss + P_sg·conj(T); of g, conj(P_sg) + P_gg·conj(T).
  const ofS = add({ re: ss, im: 0 }, times(sg, conjugate(t)));
  const ofG = add(conjugate(sg), scale(conjugate(t), gg));
  const total = ss + 2 * times(sg, conjugate(t)).re + absolute(t) ** 2 * gg + deviationGmm ** 2;
  const off = subtract(readGmm, add(s, times(g, t)));
  return {
    s: add(s, scale(times(ofS, off), 1 / total)),
    g: add(g, scale(times(ofG, off), 1 / total)),
    ss: ss - absolute(ofS) ** 2 / total,
    gg: gg - absolute(ofG) ** 2 / total,
    sg: subtract(sg, scale(times(ofS, conjugate(ofG)), 1 / total)),
  };
}
