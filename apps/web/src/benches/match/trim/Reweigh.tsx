import { fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import { readQuantity, readingComplaint, type Measure, type WeighedPart } from '@tare/core';
import { useRef, useState, type ReactNode } from 'react';
import { useCapture } from '../../../api/queries.js';
import { useRefreshTools } from '../../../api/tools.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useWho } from '../../../ui/WhoFirst.js';

interface ReweighProps {
  readonly weighed: WeighedPart;
  readonly measure: Measure;
  readonly cutId: string;
  /** What it should read now, g; null where nobody said. */
  readonly expectedG: number | null;
  /** A new part in the old one's place. */
  readonly isNew: boolean;
}

/** One weighing after a cut; Enter captures. */
export function Reweigh({ weighed, measure, cutId, expectedG, isNew }: ReweighProps): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const capture = useCapture(sheet.id);
  const refreshTools = useRefreshTools();
  const { part } = weighed;
  const [typed, setTyped] = useDraft(`reweigh.${part.id}.${measure}`);
  const [complaint, setComplaint] = useState<string | null>(null);
  const attempt = useRef<{ valueG: number; id: string } | null>(null);
  const since = sheet.readings.filter((r) => r.partId === part.id && r.measure === measure && r.cutId === cutId && !r.voided);
  const submit = (): void => {
    const parsed = readQuantity(typed, 'g');
    if (parsed.kind === 'blank') return;
    const reason =
      parsed.kind !== 'quantity'
        ? `“${typed.trim()}” is not a number of grams.`
        : (readingComplaint(part.kind, measure, parsed.value) ?? (personId === null ? 'First say who is at the bench.' : null));
    setComplaint(reason);
    if (reason !== null || parsed.kind !== 'quantity' || personId === null) return;
    if (attempt.current?.valueG !== parsed.value) attempt.current = { valueG: parsed.value, id: crypto.randomUUID() };
    capture.mutate(
      { id: attempt.current.id, personId, partId: part.id, measure, valueG: parsed.value, cutId },
      {
        onSuccess: () => {
          attempt.current = null;
          setTyped('');
          refreshTools();
        },
      },
    );
  };
  const expected = expectedG === null ? '' : ` It should read ${fixed(expectedG, 2)}.`;
  return (
    <form
      className="w-64"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <QuantityField
        label={`${KIND_NAMES[part.kind].one} ${part.cylinder}${measure === 'mass' ? '' : `, ${MEASURE_NAMES[measure].toLowerCase()}`}, ${isNew ? 'the new one' : 'after the cut'}`}
        unit="g"
        value={typed}
        onChange={(event) => {
          setComplaint(null);
          setTyped(event.target.value);
        }}
        hint={
          since.length === 0
            ? `Not weighed since; Enter captures.${expected}`
            : `Since then: ${since.map((r) => fixed(r.valueG, 2)).join('; ')}.${expected}`
        }
        problem={complaint ?? capture.error?.message}
      />
    </form>
  );
}
