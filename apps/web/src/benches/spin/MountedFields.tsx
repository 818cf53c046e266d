import { PART_WORDS } from '@tare/card';
import { normaliseAngleDeg, turnable, type Mounted } from '@tare/core';
import type { ReactNode } from 'react';
import { CommitQuantity } from '../../ui/form/CommitFields.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AddRow } from '../../ui/RowButtons.js';
import { Field } from '../../ui/Field.js';
import { useDraft } from '../../ui/useDraft.js';

/** What may be bolted on, besides what the crank is described with; its bobs are part of it. */
const USUAL_PARTS = ['damper', 'gear', 'flywheel', 'clutchCover', 'adapter'];

interface MountedFieldsProps {
  /** Where what is half typed of it is kept on this machine. */
  readonly place: string;
  readonly mounted: Mounted;
  /** Parts that were mounted before: they are offered too. */
  readonly known: Mounted;
  readonly onChange: (mounted: Mounted) => void;
}

/** What turns with the crank in a spin. */
export function MountedFields({ place, mounted, known, onChange }: MountedFieldsProps): ReactNode {
  const [other, setOther] = useDraft(`mounted-other.${place}`);
  const { sheet } = useOpenJob();
  const bolted = turnable(mounted, sheet.spec.crank);
  const parts = [...new Set(['crank', ...USUAL_PARTS, ...Object.keys(known), ...Object.keys(mounted)])];
  return (
    <>
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="font-semibold">What turns with the crank in this spin</legend>
        {parts.map((part) => (
          <CheckRow
            key={part}
            checked={part in mounted}
            disabled={part === 'crank'}
            onChange={(event) =>
              onChange(
                event.target.checked ? { ...mounted, [part]: 0 } : Object.fromEntries(Object.entries(mounted).filter(([name]) => name !== part)),
              )
            }
          >
            {PART_WORDS[part] ?? part}
          </CheckRow>
        ))}
      </fieldset>
      {bolted.length > 0 && (
        <div className="flex flex-wrap items-start gap-3">
          {bolted.map((part) => (
            <CommitQuantity
              key={part}
              label={`The ${PART_WORDS[part] ?? part} is turned by`}
              unit="°"
              className="w-52"
              place={`turned.${place}.${part}`}
              kept={mounted[part]!}
              isGood={(deg) => deg > -360 && deg <= 360}
              complaint="Degrees from its own mark, clockwise seen from the front."
              onCommit={(deg, settled) => {
                onChange({ ...mounted, [part]: normaliseAngleDeg(deg) });
                settled();
              }}
            />
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Something else that is mounted" className="w-64" value={other} onChange={(event) => setOther(event.target.value)} />
        <AddRow
          disabled={other.trim() === ''}
          onClick={() => {
            onChange({ ...mounted, [other.trim()]: 0 });
            setOther('');
          }}
        >
          Add it
        </AddRow>
      </div>
    </>
  );
}
