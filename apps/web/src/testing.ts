import type { JobSheet, ReadingEntry } from '@tare/contract';
import { NO_SET_UPS, SINGLE_KINDS, USUAL_DRILL, USUAL_MATCH_CHOICES, type LayoutId, type Measure } from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';

/** A job sheet for tests, with nothing on record unless `more` says so. */
export function sheetOf(layoutId: LayoutId, more: Partial<JobSheet> = {}): JobSheet {
  const spec = madeUpSpec(layoutId);
  return {
    id: 'job',
    number: 7,
    personId: 'ottoline',
    at: '2026-11-25T01:00:00.000Z',
    spec,
    specVersion: 1,
    specAt: '2026-01-05T08:00:00.000Z',
    scales: {},
    usual: { factorRatio: 0.5, oilG: 4 },
    drill: USUAL_DRILL,
    spinsThatAreSo: [],
    weightsRefused: null,
    hungWeights: [],
    measurements: [],
    works: [],
    voids: [],
    putRight: [],
    parts: spec.layout.cylinders.flatMap(({ number }) =>
      SINGLE_KINDS.map((kind) => ({ id: `${kind}${number}`, kind, cylinder: number, damaged: false })),
    ),
    readings: [],
    partCuts: [],
    partMarks: {},
    arrivals: {},
    decisions: {},
    setUps: NO_SET_UPS,
    weighChoices: { rodSchool: 'endsAndTotal', partSchool: 'eachPart', references: {} },
    matchChoices: USUAL_MATCH_CHOICES,
    fixedTargets: {},
    bobChoices: { factorRatio: 0.5, oilG: 4, extras: [], acceptedG: null },
    spins: [],
    plans: [],
    holes: [],
    signOffs: [],
    said: {},
    photos: [],
    ...more,
  };
}

let made = 0;

/** A reading of a part, as the ledger has it. */
export function readingOf(partId: string, valueG: number, more: Partial<ReadingEntry> = {}): ReadingEntry {
  made += 1;
  const measure: Measure = partId.startsWith('rod') ? 'total' : 'mass';
  return {
    id: `reading-${made}`,
    partId,
    measure,
    valueG,
    cutId: null,
    referencePartId: null,
    instrumentId: null,
    source: 'typed',
    zero: null,
    voided: false,
    voidedBy: null,
    personId: 'ottoline',
    at: '2026-11-25T01:00:00.000Z',
    ...more,
  };
}
