import { LAYOUT_IDS, type BobLineKey, type ExtraLine, type LayoutId } from '@tare/core';

/** The lines that are typed, with their short names in the address. */
export const CALCULATOR_LINES = [
  ['bigEndG', 'big'],
  ['bearingPairG', 'bearing'],
  ['smallEndG', 'small'],
  ['pistonG', 'piston'],
  ['pinG', 'pin'],
  ['lockPairG', 'locks'],
  ['ringSetG', 'rings'],
] as const satisfies readonly (readonly [BobLineKey, string])[];
export type CalculatorLine = (typeof CALCULATOR_LINES)[number][0];

/** What stands in the address: everything as it was typed. */
export interface CalculatorState {
  readonly lines: Readonly<Record<CalculatorLine, string>>;
  readonly rods: string;
  readonly oil: string;
  readonly factor: string;
  readonly extras: readonly ExtraLine[];
  readonly layoutId: LayoutId;
  readonly stroke: string;
  readonly rod: string;
  readonly spacing: string;
  readonly rpm: string;
}

const PLAIN = [
  ['rods', '2'],
  ['oil', '4'],
  ['factor', '50'],
  ['stroke', '88'],
  ['rod', '150'],
  ['spacing', '110'],
  ['rpm', '6000'],
] as const;

/** Reads an address; what it does not say is as at the start. An extra line is `name~side~grams`. */
export function readAddress(params: URLSearchParams): CalculatorState {
  const plain = Object.fromEntries(PLAIN.map(([key, usual]) => [key, params.get(key) ?? usual])) as Record<(typeof PLAIN)[number][0], string>;
  const asked = params.get('layout');
  return {
    ...plain,
    lines: Object.fromEntries(CALCULATOR_LINES.map(([key, short]) => [key, params.get(short) ?? ''])) as CalculatorState['lines'],
    layoutId: LAYOUT_IDS.find((id) => id === asked && id !== 'own') ?? 'v8Cross90',
    extras: params.getAll('x').flatMap((text): ExtraLine[] => {
      const [name = '', side, grams] = text.split('~');
      const eachG = Number(grams);
      return name !== '' && Number.isFinite(eachG) && eachG >= 0 ? [{ name, group: side === 'turns' ? 'rotating' : 'reciprocating', eachG }] : [];
    }),
  };
}

/** The address of what was typed; what is as at the start is left out, so that it stays short. */
export function writeAddress(state: CalculatorState): URLSearchParams {
  const params = new URLSearchParams();
  for (const [key, short] of CALCULATOR_LINES) if (state.lines[key] !== '') params.set(short, state.lines[key]);
  for (const [key, usual] of PLAIN) if (state[key] !== usual) params.set(key, state[key]);
  if (state.layoutId !== 'v8Cross90') params.set('layout', state.layoutId);
  for (const { name, group, eachG } of state.extras)
    params.append('x', `${name.replaceAll('~', ' ')}~${group === 'rotating' ? 'turns' : 'moves'}~${eachG}`);
  return params;
}
