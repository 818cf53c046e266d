import type { ReactNode } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { CrankViews } from '../../draw/CrankViews.js';
import { Note } from '../../ui/Notice.js';
import { checkedDrawing, useLastGood } from './metal/useLastGood.js';
import type { SpecForm } from './specForm.js';
import { useTypedLater } from './useTypedLater.js';

/** The crank drawn from what is typed, as long as that makes sense. */
export function TypedCrank({ form }: { readonly form: UseFormReturn<SpecForm> }): ReactNode {
  const drawn = useLastGood(useTypedLater(form.control), checkedDrawing);
  return drawn ? <CrankViews drawn={drawn} /> : <Note>The crank is drawn once its figures make sense.</Note>;
}
