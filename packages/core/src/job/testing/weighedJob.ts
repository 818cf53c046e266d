import { USUAL_DRILL } from '../../cuts/drillErrors.js';
import type { LayoutId } from '../../engine/library.js';
import { USUAL_MATCH_CHOICES } from '../../match/matchChoices.js';
import { SINGLE_KINDS, type Measure, type ReadingFact, type SingleKind } from '../../parts/facts.js';
import type { JobFacts, JobSpec } from '../jobFacts.js';
import { madeUpSpec } from './madeUpSpec.js';

/** What each part of a made-up engine weighs, g; of its rods both ends and the total. */
export const PART_G = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, bearingPair: 42 } as const;
export const ROD_G = { total: 630, bigEnd: 448, smallEnd: 182 } as const;

/** A reading of a part, by default of its weight as it came. */
export const readingOf = (partId: string, valueG: number, more: Partial<ReadingFact> = {}): ReadingFact => ({
  id: `${partId}.${more.measure ?? 'mass'}.${valueG}`,
  partId,
  measure: 'mass',
  valueG,
  cutId: null,
  referencePartId: null,
  voided: false,
  ...more,
});

/** One reading of every weighing of a kind's part, and alike. */
export const readingsOfKind = (kind: SingleKind, partId: string): ReadingFact[] =>
  kind === 'rod'
    ? Object.entries(ROD_G).map(([measure, valueG]) => readingOf(partId, valueG, { measure: measure as Measure }))
    : [readingOf(partId, PART_G[kind])];

/** A job of this layout with every part weighed once, and alike; a part is called by its kind and cylinder. */
export function weighedJob(layoutId: LayoutId, more: Partial<JobFacts> = {}, spec: Partial<JobSpec> = {}): JobFacts {
  const own = madeUpSpec(layoutId, spec);
  const parts = own.layout.cylinders.flatMap(({ number }) =>
    SINGLE_KINDS.map((kind) => ({ id: `${kind}${number}`, kind, cylinder: number, damaged: false })),
  );
  return {
    spec: own,
    matchChoices: USUAL_MATCH_CHOICES,
    drill: USUAL_DRILL,
    spinsThatAreSo: [],
    fixedTargets: {},
    weighChoices: { rodSchool: 'endsAndTotal', partSchool: 'eachPart', references: {} },
    arrivals: {},
    bobChoices: { factorRatio: 0.5, oilG: 4, extras: [], acceptedG: null },
    parts,
    readings: parts.flatMap(({ id, kind }) => readingsOfKind(kind, id)),
    partCuts: [],
    spins: [],
    holes: [],
    signedOffSpinId: null,
    ...more,
  };
}
