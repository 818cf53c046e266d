import { partOfRim, usuallyMounted } from '../job/usuallyMounted.js';
import type { HoleFact, JobSpec, SpinFact } from '../job/jobFacts.js';
import type { PartMasses } from '../job/turningMasses.js';
import type { Counterweight, Crank, NoDrillArc } from '../rotor/crank.js';
import { normaliseAngleDeg } from '../units/angle.js';
import { sameParts, type SetUp } from './setUp.js';

/** A job's record as it was kept: rims at their own zero, cuts where they were in the set-up in which they were made. */
export interface KeptRecord<S extends SpinFact, H extends HoleFact> {
  readonly spec: JobSpec;
  readonly spins: readonly S[];
  readonly holes: readonly H[];
}

/** The set-up that a spin belongs to: the one it was made in, else the first that has its parts; null for none. */
export function setUpOfSpin(
  { setUpId, mounted }: Pick<SpinFact, 'setUpId' | 'mounted'>,
  list: readonly SetUp[],
  crank: Pick<Crank, 'counterweights'>,
): SetUp | null {
  const said = list.find(({ id }) => id === setUpId);
  if (said) return said;
  const parts = mounted ?? usuallyMounted(crank);
  return list.find((setUp) => sameParts(setUp.mounted, parts)) ?? null;
}

/** The whole record in the parts' own angles, for the estimate: a cut belongs to its part for good. */
export function ownRecord<S extends SpinFact, H extends HoleFact>({ spec, spins, holes }: KeptRecord<S, H>, setUp: SetUp): KeptRecord<S, H> {
  const crank = { ...spec.crank, planes: setUp.planes ?? spec.crank.planes };
  return { spec: { ...spec, crank }, spins, holes: holes.map((hole) => turnedBy(hole, -(hole.turnedDeg ?? 0))) };
}

/**
 * A job as it stands in one of its set-ups: what is mounted and nothing else, each rim and the cuts in it turned as its part is; planes,
 * tolerance, mass and spins of that set-up.
 */
export function inSetUp<S extends SpinFact, H extends HoleFact>(kept: KeptRecord<S, H>, setUp: SetUp, list: readonly SetUp[]): KeptRecord<S, H> {
  const { spec, spins } = kept;
  const own = ownRecord(kept, setUp);
  const turnOf = (rim: Counterweight): number | undefined => setUp.mounted[partOfRim(rim)];
  const turns = new Map(spec.crank.counterweights.map((rim) => [rim.id, turnOf(rim)]));
  const isOn = (counterweightId: string): boolean => !turns.has(counterweightId) || turns.get(counterweightId) !== undefined;
  const turned = <C extends { readonly counterweightId: string; readonly angleDeg: number }>(cut: C): C =>
    turnedBy(cut, turns.get(cut.counterweightId) ?? 0);
  const { found } = spec.crank;
  const crank: Crank = {
    ...own.spec.crank,
    counterweights: spec.crank.counterweights.filter((rim) => turnOf(rim) !== undefined).map((rim) => turnedRim(rim, turnOf(rim)!)),
    ...(found ? { found: found.filter(({ counterweightId }) => isOn(counterweightId)).map(turned) } : {}),
  };
  return {
    spec: { ...spec, crank, tolerance: setUp.tolerance ?? spec.tolerance },
    spins: spins.filter((spin) => setUpOfSpin(spin, list, spec.crank)?.id === setUp.id),
    holes: own.holes.filter(({ counterweightId }) => isOn(counterweightId)).map(turned),
  };
}

function turnedBy<C extends { readonly angleDeg: number }>(cut: C, deg: number): C {
  return deg === 0 ? cut : { ...cut, angleDeg: normaliseAngleDeg(cut.angleDeg + deg) };
}

function turnedRim(rim: Counterweight, deg: number): Counterweight {
  if (deg === 0) return rim;
  const turnedArc = (arc: NoDrillArc): NoDrillArc => {
    const fromDeg = normaliseAngleDeg(arc.fromDeg + deg);
    // An arc goes clockwise from one to the other; one all the way round is the same wherever it is turned.
    return Math.abs(arc.toDeg - arc.fromDeg) >= 360 ? arc : { ...arc, fromDeg, toDeg: normaliseAngleDeg(arc.toDeg + deg) };
  };
  return { ...rim, arcCentreDeg: normaliseAngleDeg(rim.arcCentreDeg + deg), ...(rim.noDrill ? { noDrill: rim.noDrill.map(turnedArc) } : {}) };
}

/** Mass and mass centre of what is mounted, as far as its masses are known. */
export function massOf(
  { massKg, massCentreZMm }: Crank,
  { mounted }: Pick<SetUp, 'mounted'>,
  masses: PartMasses,
): Pick<Crank, 'massKg' | 'massCentreZMm'> {
  const parts = Object.keys(mounted).flatMap((part) => (masses[part] ? [masses[part]] : []));
  const total = parts.reduce((sum, part) => sum + part.massKg, massKg);
  const moment = parts.reduce((sum, part) => sum + part.massKg * part.zMm, massKg * massCentreZMm);
  return { massKg: total, massCentreZMm: moment / total };
}

/** Whether a rim may be corrected in a set-up, which says so part by part. */
export const isCorrectedIn = (rim: Counterweight, { corrects }: Pick<SetUp, 'corrects'>): boolean => corrects.includes(partOfRim(rim));
