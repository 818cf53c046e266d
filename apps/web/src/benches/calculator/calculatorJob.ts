import { fixed } from '@tare/card';
import type { DecisionBody } from '@tare/contract';
import { readQuantity, type BobCard, type EngineLayout, type JobChoices, type JobSpec, type SingleKind } from '@tare/core';
import { laidOut, emptyForm, type SpecForm } from '../engine/specForm.js';
import type { TypedElsewhere, TypedElsewhereKind } from '../engine/elsewhereForm.js';
import { CALCULATOR_LINES, readAddress, writeAddress, type CalculatorLine, type CalculatorState } from './calculatorAddress.js';

const LINE_OF: Readonly<Record<Exclude<SingleKind, 'rod'>, CalculatorLine>> = {
  piston: 'pistonG',
  pin: 'pinG',
  lockPair: 'lockPairG',
  ringSet: 'ringSetG',
  bearingPair: 'bearingPairG',
};

/** The form of a job for a bob card, by what was typed in the calculator: one figure a kind, and none of a kind that weighs nothing. */
export function formOfCalculator(params: URLSearchParams): SpecForm {
  const state = readAddress(params);
  const given = (massG: string, more: Partial<TypedElsewhereKind> = {}): TypedElsewhereKind => {
    const read = readQuantity(massG, 'g');
    const isNone = read.kind === 'quantity' && read.value === 0;
    return { why: isNone ? 'notInEngine' : 'notWeighed', by: '', massG: isNone ? '' : massG, bigEndG: '', smallEndG: '', ...more };
  };
  const kinds = Object.entries(LINE_OF).map(([kind, line]) => [kind, given(state.lines[line])] as const);
  const rod = given('', { why: 'notWeighed', bigEndG: state.lines.bigEndG, smallEndG: state.lines.smallEndG });
  return laidOut({
    ...emptyForm(),
    jobKind: 'bobCard',
    elsewhere: Object.fromEntries([...kinds, ['rod', rod]]) as unknown as TypedElsewhere,
    layoutId: state.layoutId,
    strokeMm: state.stroke,
    rodLengthMm: state.rod,
    throwSpacingMm: state.spacing,
    redlineRpm: state.rpm,
  });
}

/** What the calculator says of factor, oil and extra lines, where those can be read. */
export function choicesOfCalculator(params: URLSearchParams): Partial<Pick<JobChoices['bobChoices'], 'factorRatio' | 'oilG' | 'extras'>> {
  const { factor, oil, extras } = readAddress(params);
  const [percent, oilG] = [readQuantity(factor, '%'), readQuantity(oil, 'g')];
  return {
    ...(percent.kind === 'quantity' ? { factorRatio: percent.value / 100 } : {}),
    ...(oilG.kind === 'quantity' ? { oilG: oilG.value } : {}),
    ...(extras.length > 0 ? { extras } : {}),
  };
}

/** The same as first choices of a job. */
export const calculatorDecisions = (params: URLSearchParams): DecisionBody[] =>
  Object.entries(choicesOfCalculator(params)).map(([name, value]) => ({ subject: `bob.${name}`, value }) as DecisionBody);

/** The calculator's address for a job: what its parts weigh on average, on its first pin's number of rods. */
export function addressOfJob(
  card: Extract<BobCard, { kind: 'ready' }>,
  { bobChoices, spec }: { readonly bobChoices: JobChoices['bobChoices']; readonly spec: JobSpec },
): URLSearchParams {
  const meanOf = (key: CalculatorLine): string => {
    const each = card.pins.flatMap(({ card: pin }) => pin.lines.find((line) => line.key === key)?.eachG ?? []);
    return each.length === 0 ? '' : fixed(each.reduce((sum, g) => sum + g, 0) / each.length, 2);
  };
  const state: CalculatorState = {
    lines: Object.fromEntries(CALCULATOR_LINES.map(([key]) => [key, meanOf(key)])) as CalculatorState['lines'],
    rods: String(card.pins[0]?.cylinders.length ?? 1),
    oil: String(bobChoices.oilG),
    factor: String(Math.round(1000 * bobChoices.factorRatio) / 10),
    extras: bobChoices.extras,
    layoutId: spec.layoutId === 'own' ? 'v8Cross90' : spec.layoutId,
    stroke: String(spec.strokeMm),
    rod: String(spec.rodLengthMm),
    spacing: String(spacingOf(spec.layout)),
    rpm: String(spec.redlineRpm),
  };
  return writeAddress(state);
}

/** Throw to throw, of pins that are not two halves of one throw. */
function spacingOf({ pins }: EngineLayout): number {
  const [first] = pins;
  const next = pins.find(({ zMm, angleDeg }) => zMm > (first?.zMm ?? 0) + 40 || (angleDeg === first?.angleDeg && zMm > first.zMm));
  return first && next ? Math.round(10 * (next.zMm - first.zMm)) / 10 : 110;
}
