import { act, renderHook } from '@testing-library/react';
import type { JobSpec } from '@tare/core';
import { ProblemError } from '../../api/problem.js';
import { emptyForm, type SpecForm } from './specForm.js';
import { useSpecForm } from './useSpecForm.js';

const named = (): SpecForm => ({ ...emptyForm(), customer: 'Marit Dunlavy', engineName: 'V8' });
const open = (onSpec: (spec: JobSpec) => Promise<void> = () => Promise.resolve(), followFigures = true, initial = named) =>
  renderHook(() => useSpecForm('new-job', initial, followFigures, onSpec)).result;
const type = (form: ReturnType<typeof open>, field: keyof SpecForm, text: string): void =>
  act(() => form.current.form.setValue(field, text as never, { shouldDirty: true }));

beforeEach(() => {
  localStorage.clear();
});

describe('the engine form', () => {
  it('lays the crank out afresh as the stroke is typed, until somebody changes it by hand', () => {
    const form = open();
    type(form, 'strokeMm', '100');
    expect([form.current.byHand, form.current.form.getValues('radiusAMm')]).toEqual([false, '91']);
    type(form, 'radiusAMm', '90');
    expect(form.current.byHand).toBe(true);
    type(form, 'strokeMm', '88');
    expect(form.current.form.getValues('radiusAMm')).toBe('90');
    act(() => form.current.layOutAfresh());
    expect([form.current.byHand, form.current.form.getValues('radiusAMm')]).toEqual([false, '85']);
  });
  it('leaves a running job’s crank alone', () => {
    const form = open(undefined, false);
    type(form, 'strokeMm', '100');
    expect(form.current.form.getValues('radiusAMm')).toBe('85');
  });
  it('brings the half-typed form back, and forgets it once it was kept', async () => {
    type(open(), 'redlineRpm', '5 4');
    const again = open();
    expect(again.current.form.getValues('redlineRpm')).toBe('5 4');
    type(again, 'redlineRpm', '5400');
    await act(() => again.current.submit());
    expect(open().current.form.getValues('redlineRpm')).toBe(named().redlineRpm);
  });
  it('says what cannot be read at its field, and sends nothing', async () => {
    const onSpec = jest.fn(() => Promise.resolve());
    const form = open(onSpec);
    // A field has to be drawn to be told of.
    act(() => void form.current.form.register('redlineRpm'));
    type(form, 'redlineRpm', 'fast');
    await act(() => form.current.submit());
    expect(form.current.form.getFieldState('redlineRpm').error?.message).toBe('The redline has to be a number.');
    expect(onSpec).not.toHaveBeenCalled();
  });
  it('shows what the server refused: at the field, or below the form where it has none', async () => {
    const refused = new ProblemError(
      {
        type: '',
        title: '',
        status: 400,
        detail: '',
        errors: [
          { field: 'spec.rodLengthMm', message: 'The rod cannot turn.' },
          { field: 'spec.crank.counterweights', message: 'One of them has holes in it.' },
        ],
      },
      false,
    );
    const form = open(() => Promise.reject(refused));
    act(() => void form.current.form.register('rodLengthMm'));
    await act(() => form.current.submit());
    expect(form.current.form.getFieldState('rodLengthMm').error?.message).toBe('The rod cannot turn.');
    expect(form.current.otherProblems).toEqual(['One of them has holes in it.']);
    expect(localStorage.getItem('tare.draft.new-job')).toBeNull();
  });
});
