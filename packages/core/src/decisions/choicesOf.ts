import { USUAL_MATCH_CHOICES, type MatchChoices, type TargetGroup, type FixedTarget } from '../match/matchChoices.js';
import type { Arrival, ArrivalKey } from '../job/arrivals.js';
import type { PartFact } from '../parts/facts.js';
import type { SpinFact, WeighChoices } from '../job/jobFacts.js';
import type { BobChoices } from '../bob/bobChoices.js';
import { BUILT_WITHIN_G, isAccepted } from '../bob/build/weighIn.js';
import { familyOf, latestOf, latestOn, type Decided, type PartMarks } from './decisions.js';

/** What a shop takes where a job says nothing else. */
export interface UsualBobChoices {
  readonly factorRatio: number;
  readonly oilG: number;
}

/** What follows from a job's decisions, with what is taken where nobody decided. */
export interface JobChoices {
  readonly weighChoices: WeighChoices;
  readonly matchChoices: MatchChoices;
  readonly fixedTargets: Readonly<Partial<Record<TargetGroup, FixedTarget>>>;
  readonly arrivals: Readonly<Partial<Record<ArrivalKey, Arrival>>>;
  readonly bobChoices: BobChoices;
  /** What is noted of parts, by the part's id; a part without notes is not in it. */
  readonly partMarks: Readonly<Record<string, PartMarks>>;
  /** Spins that do not fit what was known, and of which somebody said that it is so. */
  readonly spinsThatAreSo: readonly string[];
  /** Why the job goes on without spins with known weights; null where nobody said so. */
  readonly weightsRefused: string | null;
}

/** The one reading of a job's decisions, for server and screen alike. */
export function choicesOf(decided: Decided, usual: UsualBobChoices): JobChoices {
  return {
    weighChoices: {
      rodSchool: latestOn(decided, 'weigh.rodSchool') ?? 'endsAndTotal',
      partSchool: latestOn(decided, 'weigh.partSchool') ?? 'eachPart',
      ...sampleOf(decided),
      references: withoutNulls(familyOf(decided, 'weigh.reference.*')),
    },
    matchChoices: latestOn(decided, 'match.choices') ?? USUAL_MATCH_CHOICES,
    fixedTargets: withoutNulls(familyOf(decided, 'match.target.*')),
    arrivals: familyOf(decided, 'arrival.*'),
    bobChoices: {
      factorRatio: latestOn(decided, 'bob.factorRatio') ?? usual.factorRatio,
      oilG: latestOn(decided, 'bob.oilG') ?? usual.oilG,
      extras: latestOn(decided, 'bob.extras') ?? [],
      acceptedG: latestOn(decided, 'bob.acceptedG') ?? null,
      ...refusedPins(decided),
    },
    partMarks: familyOf(decided, 'part.marks.*'),
    spinsThatAreSo: Object.keys(withoutNulls(familyOf(decided, 'spin.isSo.*'))).sort(),
    weightsRefused: latestOn(decided, 'correct.weightsRefused') ?? null,
  };
}

function sampleOf(decided: Decided): Pick<WeighChoices, 'sample'> {
  const sample = latestOn(decided, 'weigh.sample');
  return sample === undefined || sample === 'every' ? {} : { sample };
}

/** Accepted bobs that were weighed since and are off, or whose halves differ. */
function refusedPins(decided: Decided): Pick<BobChoices, 'refusedPins'> {
  const acceptedG = latestOn(decided, 'bob.acceptedG') ?? [];
  const limitG = latestOn(decided, 'bob.build')?.limitG ?? BUILT_WITHIN_G;
  const pins = acceptedG.flatMap((figureG, i) => {
    const weighIn = latestOf(decided, 'bob.weighIn.*', i + 1);
    return weighIn && isAccepted(weighIn, figureG, limitG) === false ? [i + 1] : [];
  });
  return pins.length === 0 ? {} : { refusedPins: pins };
}

/** A job's parts as decided: damaged or to be replaced, and the cylinder that each runs in where a swap moved it, if any. */
export function decidedParts<P extends Omit<PartFact, 'damaged' | 'runsIn' | 'spare'>>(parts: readonly P[], decided: Decided): (P & PartFact)[] {
  const arrangement = latestOn(decided, 'match.arrangement') ?? {};
  const damaged = familyOf(decided, 'part.damaged.*');
  const marks = familyOf(decided, 'part.marks.*');
  const isBeyond = (kind: PartFact['kind'], place: number): boolean =>
    parts.some((part) => part.extra === true && part.kind === kind && part.cylinder === place);
  return parts.map((part) => {
    const runsIn = arrangement[part.id];
    return {
      ...part,
      ...(runsIn === undefined ? {} : { runsIn }),
      ...(isBeyond(part.kind, runsIn ?? part.cylinder) ? { spare: true as const } : {}),
      damaged: damaged[part.id] === true || marks[part.id]?.replace === true,
    };
  });
}

/** A calibration that was made anew, of which nobody says how good it is. */
const CALIBRATED_ANEW = 0.15;

/** Spins as they were decided to have been: what was really mounted, and from where on the machine's gain is another. */
export function decidedSpins<S extends Pick<SpinFact, 'id' | 'mounted' | 'machineId' | 'gainEpoch' | 'gainDeviation'>>(
  spins: readonly S[],
  decided: Decided,
): S[] {
  const mounted = withoutNulls(familyOf(decided, 'spin.mounted.*'));
  const anew = withoutNulls(familyOf(decided, 'spin.calibratedAnew.*'));
  const epochs = new Map<string | null, number>();
  return spins.map((spin) => {
    const machine = spin.machineId ?? null;
    if (anew[spin.id] === true) epochs.set(machine, (epochs.get(machine) ?? 0) + 1);
    const epoch = epochs.get(machine) ?? 0;
    return {
      ...spin,
      ...(mounted[spin.id] ? { mounted: mounted[spin.id] } : {}),
      // Far from what the machine's own count reaches.
      ...(epoch > 0 ? { gainEpoch: (spin.gainEpoch ?? 0) + 1_000_000 * epoch } : {}),
      ...(anew[spin.id] === true ? { gainDeviation: CALIBRATED_ANEW } : {}),
    };
  });
}

const withoutNulls = <V>(values: Readonly<Record<string, V | null>>): Record<string, V> =>
  Object.fromEntries(Object.entries(values).filter((entry): entry is [string, V] => entry[1] !== null));
