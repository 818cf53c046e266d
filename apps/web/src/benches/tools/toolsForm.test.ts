import { check, shopToolsSchema } from '@tare/contract';
import { USUAL_TOOLS } from '@tare/core';
import { formOfTools, toolsOfForm, type ToolsForm } from './toolsForm.js';

const changed = (path: string, typed: string): ToolsForm => {
  const form = formOfTools(USUAL_TOOLS);
  return { ...form, figures: { ...form.figures, [path]: typed } };
};
const complaintsOf = (form: ToolsForm): string[] => {
  const read = check(shopToolsSchema, toolsOfForm(form));
  return read.ok ? [] : read.problems.map(({ field, message }) => `${field}: ${message}`);
};

describe('the tools as they are typed', () => {
  it('are the same after they were shown and read again', () => {
    expect(toolsOfForm(formOfTools(USUAL_TOOLS))).toEqual(USUAL_TOOLS);
  });
  it('take a decimal comma, and a blank where there is no pilot', () => {
    expect(toolsOfForm(changed('minutes.pilot', '2,5')).minutes.pilot).toBe(2.5);
    expect(toolsOfForm(changed('pilotAboveMm.steel', ' ')).pilotAboveMm.steel).toBeNull();
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
