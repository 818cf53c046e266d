import type { Study } from '@tare/contract';
import { useState, type ReactNode } from 'react';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useWriteForm } from '../../ui/form/useWriteForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { Modal } from '../../ui/Modal.js';

/** Puts a study right that was typed wrongly: what it was stays on record, with the reason. */
export function AmendStudy({ study }: { readonly study: Study }): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => setOpen(true)}>
        Put this study right
      </button>
      <Modal title="Put this study right" open={open} onOpenChange={setOpen}>
        <AmendForm study={study} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}

export function AmendForm({ study, onDone }: { readonly study: Study; readonly onDone: () => void }): ReactNode {
  const { id, instrumentId, kind, subject, readingsG, nominalG } = study;
  const isDrift = kind === 'drift';
  const write = useWriteForm({
    route: 'POST instruments/:instrumentId/studies',
    ids: { instrumentId },
    place: `study.amend.${id}`,
    initial: {
      subject,
      readings: readingsG.join('  '),
      nominalG: nominalG === null ? '' : String(nominalG),
      amends: { entryId: id, reason: '' },
    },
    contentOf: ({ readings, nominalG: marked, ...typed }) => ({
      ...typed,
      kind,
      readingsG: readings.split(/[\s;]+/).filter((text) => text !== ''),
      nominalG: !isDrift ? null : marked.trim() === '' ? 'blank' : marked,
    }),
    // All of them are typed in one field.
    fieldOf: (path) => (path.startsWith('readingsG') ? 'readings' : path),
    onDone,
  });
  const { control } = write.form;
  return (
    <WriteFormFrame write={write} keep="This is what was read">
      <FormField label="What stood on it" control={control} name="subject" />
      <FormField label="The readings, g, with blanks between" isFigure control={control} name="readings" />
      {isDrift && <FormQuantity label="What the check weight is marked" unit="g" control={control} name="nominalG" />}
      <FormField label="Why is it put right?" control={control} name="amends.reason" />
    </WriteFormFrame>
  );
}
