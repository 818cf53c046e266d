import { readQuantity } from '@tare/core';
import type { SyntheticEvent } from 'react';
import { useWatch } from 'react-hook-form';
import type { TypedForm } from '../../ui/form/useTypedForm.js';

/** A study that is taken reading by reading. */
export interface TakenForm {
  readonly subject: string;
  /** What was taken so far, with blanks between. */
  readonly taken: string;
  /** The reading that is typed. */
  readonly next: string;
}

/** What was taken so far. */
export const readingsOf = (taken: string): number[] =>
  taken
    .split(' ')
    .filter((text) => text !== '')
    .map(Number);

interface Taken {
  readonly readings: readonly number[];
  /** Nothing is typed that was not taken. */
  readonly isBlank: boolean;
  readonly takeBack: () => void;
  /** The form's own, but that Enter takes the reading until the study is whole. */
  readonly submitOr: (isWhole: boolean) => TypedForm<TakenForm>['submit'];
}

/** Readings of a study, each taken by Enter. */
export function useTaken(write: TypedForm<TakenForm>): Taken {
  const { control, setValue, setError, setFocus } = write.form;
  const { taken = '', next = '' } = useWatch({ control });
  const readings = readingsOf(taken);
  const take = (): void => {
    const parsed = readQuantity(next, 'g');
    if (parsed.kind === 'blank') return;
    if (parsed.kind !== 'quantity' || parsed.value <= 0) return setError('next', { message: `“${next.trim()}” is not a weight in grams.` });
    setValue('taken', [...readings, parsed.value].join(' '));
    setValue('next', '');
    return setFocus('next');
  };
  return {
    readings,
    isBlank: next.trim() === '',
    takeBack: () => setValue('taken', readings.slice(0, -1).join(' ')),
    submitOr: (isWhole) => (event?: SyntheticEvent) => {
      event?.preventDefault();
      if (isWhole) write.submit();
      else take();
    },
  };
}
