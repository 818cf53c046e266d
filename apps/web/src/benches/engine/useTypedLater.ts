import { useDeferredValue } from 'react';
import { useWatch, type Control } from 'react-hook-form';
import type { SpecForm } from './specForm.js';

/** What is typed, for what is drawn from it: a drawing may come a frame later than the letter. */
export function useTypedLater(control: Control<SpecForm>): SpecForm {
  return useDeferredValue(useWatch({ control }) as SpecForm);
}
