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
  bores: { limits: null, offAxisMm: {}, word: null, evidence: {} },
  pinLimits: null,
};

const withoutNulls = (values: Readonly<Record<string, number | null>>): Record<string, number> =>
  Object.fromEntries(Object.entries(values).filter((entry): entry is [string, number] => entry[1] !== null));

/** What was measured, set, decided and done to make a crank ready; null where nothing was. */
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
  };
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
    pinLimits: latestOn(decided, 'pins.limits') ?? null,
  };
  const isNothing =
    made.limits === null &&
    rods.limits === null &&
    bores.limits === null &&
    bores.word === null &&
    made.pinLimits === null &&
    made.cracks === null &&
    works.length === 0 &&
    measurements.length === 0;
  const isNothingSaid = [
    made.settings,
    made.planned,
    made.unwornMm,
    made.indexDeg,
    made.marked,
    rods.torques,
    rods.numbers,
    rods.bolts,
    rods.cracks,
    rods.crush,
    bores.offAxisMm,
    bores.evidence,
  ].every((said) => Object.keys(said).length === 0);
  return isNothing && isNothingSaid ? null : made;
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
