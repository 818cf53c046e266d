import { familyOf, latestOn, type Decided } from '../decisions/decisions.js';
import type { BoresSaid } from './bores/boreFacts.js';
import type { RodsSaid } from './rods/rodFacts.js';
import type { WorkFact, JournalGroup, MadeReady, MeasurementFact } from './inspectFacts.js';

/** Nothing yet: what a job has of an engine that nobody measured. */
export const NOTHING_MADE_READY: MadeReady = {
  measurements: [],
  works: [],
  settings: {},
  limits: null,
  cracks: null,
  planned: {},
  unwornMm: {},
  indexDeg: {},
  marked: {},
  rods: { limits: null, torques: {}, numbers: {}, bolts: {}, cracks: {}, crush: {} },
  bores: { limits: null, offAxisMm: {}, word: null, evidence: {}, noted: null },
  decks: { limits: null, hollowMm: {}, toMm: null },
  noCut: {},
  pinLimits: null,
};

const withoutNulls = (values: Readonly<Record<string, number | null>>): Record<string, number> =>
  Object.fromEntries(Object.entries(values).filter((entry): entry is [string, number] => entry[1] !== null));

/** Nothing stands anywhere in it. */
const isEmpty = (value: unknown): boolean => value === null || (typeof value === 'object' && Object.values(value).every(isEmpty));

/** What was measured, set, decided and done to make an engine's parts ready; null where nothing was. */
export function madeReadyOf(measurements: readonly MeasurementFact[], works: readonly WorkFact[], decided: Decided): MadeReady | null {
  const planned = Object.entries(familyOf(decided, 'inspect.planned.*')).flatMap(([group, plan]) =>
    plan === null ? [] : [[group as JournalGroup, plan.underMm] as const],
  );
  const rods = rodsSaid(decided);
  const bores: BoresSaid = {
    limits: latestOn(decided, 'bores.limits') ?? null,
    offAxisMm: withoutNulls(familyOf(decided, 'bores.offAxis.*')),
    word: latestOn(decided, 'bores.word') ?? null,
    evidence: familyOf(decided, 'bores.evidence.*'),
    noted: latestOn(decided, 'bores.noted') ?? null,
  };
  const noCut = Object.entries(familyOf(decided, 'block.noCut.*')).filter((entry): entry is [string, string] => entry[1] !== null);
  const made: MadeReady = {
    measurements,
    works,
    settings: familyOf(decided, 'gauge.setting.*'),
    limits: latestOn(decided, 'inspect.limits') ?? null,
    cracks: latestOn(decided, 'inspect.cracks') ?? null,
    planned: Object.fromEntries(planned),
    unwornMm: withoutNulls(familyOf(decided, 'inspect.unworn.*')),
    indexDeg: withoutNulls(familyOf(decided, 'inspect.index.*')),
    marked: familyOf(decided, 'inspect.marked.*'),
    rods,
    bores,
    decks: {
      limits: latestOn(decided, 'deck.limits') ?? null,
      hollowMm: withoutNulls(familyOf(decided, 'deck.hollow.*')),
      toMm: latestOn(decided, 'deck.to') ?? null,
    },
    noCut: Object.fromEntries(noCut),
    pinLimits: latestOn(decided, 'pins.limits') ?? null,
  };
  return isEmpty(made) ? null : made;
}

/** What somebody said and decided of a set of rods. */
function rodsSaid(decided: Decided): RodsSaid {
  return {
    limits: latestOn(decided, 'rods.limits') ?? null,
    torques: familyOf(decided, 'rods.torque.*'),
    numbers: familyOf(decided, 'rods.numbers.*'),
    bolts: familyOf(decided, 'rods.bolts.*'),
    cracks: familyOf(decided, 'rods.cracks.*'),
    crush: familyOf(decided, 'rods.crush.*'),
  };
}
