import { cutDoubts, type DrillErrors } from '../cuts/drillErrors.js';
import { furtherCut, metalNow } from '../cuts/metalNow.js';
import type { EstimateInput, Mounted, RecordEvent, SpinEvent } from '../estimate/estimate.js';
import { hungCovariance } from '../estimate/hungPieces.js';
import { rimKindOf, type Crank, type RimKind } from '../rotor/crank.js';
import { BALANCED } from '../rotor/planes.js';
import { supportsMoved } from '../rotor/supports.js';
import { toPolar } from '../units/vector.js';
import type { HoleFact, JobFacts, SpinFact } from './jobFacts.js';

/** What of a job the estimate is made of. */
export type EstimateFacts = Pick<JobFacts, 'spec' | 'spins' | 'holes' | 'drill' | 'spinsThatAreSo'>;

/** The crank itself, as a part that is mounted. */
const CRANK = 'crank';

const partOf = (kind: RimKind): string => (kind === 'counterweight' ? CRANK : kind);

/** What is mounted where nobody said: the crank with every damper, flywheel and clutch cover that it is described with. */
export function usuallyMounted({ counterweights }: Pick<Crank, 'counterweights'>): Mounted {
  return Object.fromEntries([CRANK, ...counterweights.map((c) => partOf(rimKindOf(c)))].map((part) => [part, 0]));
}

/** A calibration of which nobody says how good it is. */
const GAIN_OF_NOBODY_KNOWS = 0.05;

/** What names each spin's gain: another machine, another calibration, the same one set anew, or supports that were moved, has another. */
function gainsOf(spins: readonly SpinFact[]): ReadonlyMap<string, string> {
  const moves = new Map<string, { readonly at: SpinFact['supports']; readonly times: number }>();
  return new Map(
    spins.map(({ id, machineId, calibrationId, gainEpoch, supports }) => {
      const read = JSON.stringify([machineId ?? null, calibrationId ?? null, gainEpoch ?? 0]);
      const before = moves.get(read) ?? { at: null, times: 0 };
      const times = before.times + (supportsMoved(before.at, supports) ? 1 : 0);
      moves.set(read, { at: supports ?? before.at, times });
      return [id, times === 0 ? read : `${read} moved ${times}`];
    }),
  );
}

/** A job's spins that count and its cuts, in the order they happened, as the estimate takes them. */
export function recordEvents({ spec: { crank }, spins, holes, drill, spinsThatAreSo }: EstimateFacts): EstimateInput {
  const before = holes.filter(({ afterSpinId }) => !spins.some(({ id }) => id === afterSpinId));
  let metal = metalNow(crank, before);
  const gains = gainsOf(spins);
  const events: RecordEvent[] = [];
  for (const spin of spins) {
    if (spin.quick !== true) events.push(spinEvent(spin, gains.get(spin.id)!, crank, spinsThatAreSo.includes(spin.id)));
    for (const hole of holes.filter(({ afterSpinId }) => afterSpinId === spin.id)) {
      events.push({ kind: 'cut', id: hole.id, part: partOfCut(crank, hole), ...cutDoubts(metal, hole, drill) });
      metal = furtherCut(metal, [hole]);
    }
  }
  return { planes: crank.planes, gainDeviation: gainDeviations(spins, gains), densityDeviation: densityDeviationOf(drill), events };
}

const partOfCut = (crank: Crank, { counterweightId }: HoleFact): string => {
  const found = crank.counterweights.find(({ id }) => id === counterweightId);
  return found ? partOf(rimKindOf(found)) : CRANK;
};

/** A gain that is known to a hair would leave nothing to learn from. */
const densityDeviationOf = ({ densityRatio }: DrillErrors): number => Math.max(1e-4, densityRatio);

function spinEvent(spin: SpinFact, gain: string, crank: Crank, isSo: boolean): SpinEvent {
  const { source, spread, knownDeviationGmm, turns } = spin;
  // A machine that says one number a spin, however often it was asked.
  const of = source === 'typed' || (source === undefined && spread == null) ? 'spins' : 'turns';
  const run = spread ? { a: spread.aGmm.runGmm, b: spread.bGmm.runGmm } : { a: null, b: null };
  const known = knownDeviationGmm == null ? null : { a: knownDeviationGmm, b: knownDeviationGmm };
  return {
    kind: 'spin',
    id: spin.id,
    calibration: gain,
    planes: spin.planes,
    mounted: spin.mounted ?? usuallyMounted(crank),
    hung: spin.hung ?? BALANCED,
    hungCovariance: spin.hungPieces ? hungCovariance(spin.hungPieces, spin.planes) : null,
    reading: { turns, of, display: spin.display ?? null, atLeastGmm: spin.atLeastGmm ?? { a: null, b: null } },
    scatterGmm: of === 'spins' ? known : run.a === null || run.b === null ? null : { a: run.a, b: run.b },
    isSo,
  };
}

/** How far each calibration may be off, as a share of what it was first used on. */
function gainDeviations(spins: readonly SpinFact[], gains: ReadonlyMap<string, string>): Record<string, number> {
  const deviations: Record<string, number> = {};
  for (const spin of spins) {
    const key = gains.get(spin.id)!;
    if (key in deviations) continue;
    const ratios = (['aGmm', 'bGmm'] as const).map((plane) => {
      const [common, { amount }] = [spin.spread?.[plane].commonGmm ?? 0, toPolar(spin.turns.mean[plane])];
      return common > 0 && amount > 0 ? Math.min(1, common / amount) : null;
    });
    const said = ratios.filter((ratio) => ratio !== null);
    deviations[key] = spin.gainDeviation ?? (said.length > 0 ? Math.max(...said) : GAIN_OF_NOBODY_KNOWS);
  }
  return deviations;
}
