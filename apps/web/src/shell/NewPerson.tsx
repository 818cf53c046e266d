import type { ReactNode } from 'react';
import { FormField } from '../ui/form/FormFields.js';
import { useWriteForm } from '../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../ui/form/WriteFormFrame.js';

/** Somebody new, who is put at the bench at once. */
export function NewPerson({ onDone }: { readonly onDone: (id: string) => void }): ReactNode {
  const write = useWriteForm({ route: 'POST shop/people', place: 'person', initial: { name: '', role: '' }, onDone: ({ id }) => onDone(id) });
  const { control } = write.form;
  return (
    <WriteFormFrame write={write} keep="Add and put at the bench" asksWho={false}>
      <FormField label="Name" autoFocus control={control} name="name" />
      <FormField label="What they do here" control={control} name="role" />
    </WriteFormFrame>
  );
}
