import type { DrawnCrank } from '@tare/card';
import { checkCrank, checkCrankSizes, checkLayout, CoreError, orNull, sizesOf, typedQuantity, type Crank } from '@tare/core';
import { useState } from 'react';
import { crankOf, layoutOf, type SpecForm } from '../specForm.js';

/** What is typed while it makes sense; after that the last that did, so that a drawing stays while somebody types on. */
export function useLastGood<T>(typed: SpecForm, read: (typed: SpecForm) => T): T | null {
  const [last, setLast] = useState(() => ({ typed, good: orNull(() => read(typed)) }));
  if (last.typed !== typed) setLast({ typed, good: orNull(() => read(typed)) ?? last.good });
  return last.good;
}

/** The crank's metal as it is typed. @throws CoreError where it makes no sense yet */
export function checkedCrank(form: SpecForm): Crank {
  const crank = crankOf(form);
  checkCrank(crank);
  return crank;
}

/** The crank as it is typed, to be drawn. @throws CoreError where it makes no sense yet */
export function checkedDrawing(form: SpecForm): DrawnCrank {
  const [crank, layout, strokeMm] = [checkedCrank(form), layoutOf(form), typedQuantity(form.strokeMm, 'mm')];
  checkLayout(layout);
  if (!(strokeMm > 0)) throw new CoreError('The stroke is not a length yet.', 'strokeMm');
  const sizes = sizesOf({ layoutId: form.layoutId, layout, crank, strokeMm });
  checkCrankSizes(sizes, layout);
  return { crank, layout, strokeMm, sizes, cuts: (crank.found ?? []).map((cut, i) => ({ cut, isPlanned: false, name: String(i + 1) })) };
}
