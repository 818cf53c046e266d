import type { ComponentProps, ReactNode } from 'react';
import { useController, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { CheckRow } from '../CheckRow.js';
import { Choice } from '../Choice.js';
import { Field } from '../Field.js';

interface InForm<F extends FieldValues> {
  readonly control: Control<F>;
  readonly name: FieldPath<F>;
}
type Own<P, F extends FieldValues> = Omit<P, 'name' | 'value' | 'onChange' | 'onBlur' | 'ref' | 'problem' | 'checked'> & InForm<F>;

/** A field for words in a form that react-hook-form holds. */
export function FormField<F extends FieldValues>({ control, name, ...field }: Own<ComponentProps<typeof Field>, F>): ReactNode {
  const { field: input, fieldState } = useController({ control, name });
  return <Field {...field} {...input} problem={fieldState.error?.message} />;
}

/** One of a few named choices in such a form. */
export function FormChoice<F extends FieldValues>({ control, name, ...choice }: Own<ComponentProps<typeof Choice>, F>): ReactNode {
  const { field } = useController({ control, name });
  return <Choice {...choice} name={name} value={field.value} onChange={field.onChange} />;
}

/** A box to tick in such a form. */
export function FormCheck<F extends FieldValues>({ control, name, ...box }: Own<ComponentProps<typeof CheckRow>, F>): ReactNode {
  const { field } = useController({ control, name });
  return <CheckRow {...box} {...field} value={undefined} checked={field.value === true} />;
}
