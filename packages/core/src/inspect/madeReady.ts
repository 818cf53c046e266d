import { familyOf, latestOn, type Decided } from '../decisions/decisions.js';
import type { CrankWorkFact, JournalGroup, MadeReady, MeasurementFact } from './inspectFacts.js';

const withoutNulls = (values: Readonly<Record<string, number | null>>): Record<string, number> =>
  Object.fromEntries(Object.entries(values).filter((entry): entry is [string, number] => entry[1] !== null));

/** What was measured, set, decided and done to make a crank ready; null where nothing was. */
export function madeReadyOf(measurements: readonly MeasurementFact[], works: readonly CrankWorkFact[], decided: Decided): MadeReady | null {
  const planned = Object.entries(familyOf(decided, 'inspect.planned.*')).flatMap(([group, plan]) =>
    plan === null ? [] : [[group as JournalGroup, plan.underMm] as const],
  );
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
  };
  const isNothing = made.limits === null && made.cracks === null && works.length === 0 && measurements.length === 0;
  const isNothingSaid = [made.settings, made.planned, made.unwornMm, made.indexDeg, made.marked].every((said) => Object.keys(said).length === 0);
  return isNothing && isNothingSaid ? null : made;
}
