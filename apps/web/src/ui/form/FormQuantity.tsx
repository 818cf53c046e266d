import type { ReactNode } from 'react';
import { useController, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { QuantityField, type QuantityFieldProps } from '../QuantityField.js';

type FormQuantityProps<F extends FieldValues> = Omit<QuantityFieldProps, 'value' | 'onChange' | 'onBlur' | 'inputRef' | 'problem' | 'name'> & {
  readonly control: Control<F>;
  readonly name: FieldPath<F>;
};

/** A quantity field in a form that react-hook-form holds. */
export function FormQuantity<F extends FieldValues>({ control, name, ...field }: FormQuantityProps<F>): ReactNode {
  const { field: input, fieldState } = useController({ control, name });
  return (
    <QuantityField
      {...field}
      name={name}
      value={input.value}
      onChange={input.onChange}
      onBlur={input.onBlur}
      inputRef={input.ref}
      problem={fieldState.error?.message}
    />
  );
}
