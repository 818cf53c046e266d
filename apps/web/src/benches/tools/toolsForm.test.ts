import { shopToolsSchema, check } from '@tare/contract';
import { USUAL_TOOLS } from '@tare/core';
import { readForm, typedOf, type Units } from '../../ui/form/typedForm.js';
import { FIGURES } from './toolsForm.js';

const UNITS: Units = Object.fromEntries(Object.values(FIGURES).flatMap((group) => group.map(([path, , unit]) => [path, unit])));

/** The usual tools with one figure typed otherwise. */
function changed(path: string, text: string): unknown {
  const [group, key] = path.split('.') as [string, string | undefined];
  const typed = typedOf(USUAL_TOOLS) as Record<string, unknown>;
  const next = key === undefined ? { ...typed, [group]: text } : { ...typed, [group]: { ...(typed[group] as object), [key]: text } };
  return readForm(shopToolsSchema, next, UNITS).content;
}
const complaintsOf = (content: unknown): string[] => {
  const read = check(shopToolsSchema, content);
  return read.ok ? [] : read.problems.map(({ field, message }) => `${field}: ${message}`);
};

describe('the tools as they are typed', () => {
  it('are the same after they were shown and read again', () => {
    expect(readForm(shopToolsSchema, typedOf(USUAL_TOOLS), UNITS).content).toEqual(USUAL_TOOLS);
  });
  it('take a decimal comma, inches, and a blank where there is no pilot', () => {
    expect(changed('minutes.pilot', '2,5')).toMatchObject({ minutes: { pilot: 2.5 } });
    expect(changed('pilotAboveMm.steel', '1/2 in')).toMatchObject({ pilotAboveMm: { steel: 12.7 } });
    expect(changed('pilotAboveMm.steel', ' ')).toMatchObject({ pilotAboveMm: { steel: null } });
  });
  it.each([
    ['minutes.pilot', 'soon', 'minutes.pilot: A pilot hole has to be a number.'],
    ['pilotAboveMm.cast', 'never', 'pilotAboveMm.cast: The largest bit without a pilot in cast iron has to be a number.'],
    ['money', '', 'money: The money’s name is blank.'],
    ['drill.densityRatio', '1', 'drill.densityRatio: What the density may be off by is 1; the most that makes sense is 0.2.'],
  ])('say what is wrong with %s typed as “%s” at its own field', (path, typed, complaint) => {
    expect(complaintsOf(changed(path, typed))).toEqual([complaint]);
  });
});
