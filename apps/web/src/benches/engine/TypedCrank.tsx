import type { ReactNode } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import { CrankViews } from '../../draw/CrankViews.js';
import { Note } from '../../ui/Notice.js';
import { checkedDrawing, useLastGood } from './metal/useLastGood.js';
import type { SpecForm } from './specForm.js';

/** The crank drawn from what is typed, as long as that makes sense. */
export function TypedCrank({ form }: { readonly form: UseFormReturn<SpecForm> }): ReactNode {
  const drawn = useLastGood(useWatch({ control: form.control }) as SpecForm, checkedDrawing);
  return drawn ? <CrankViews drawn={drawn} /> : <Note>The crank is drawn once its figures make sense.</Note>;
}
