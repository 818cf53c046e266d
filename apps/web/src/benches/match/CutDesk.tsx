import type { CutRemoval } from '@tare/contract';
import { measuresOf, parseDecimal, readingComplaint, type Measure, type WeighedPart } from '@tare/core';
import { useRef, useState, type ReactNode } from 'react';
import { useCapture, useEntry } from '../../api/queries.js';
import { fixed } from '../../format/numbers.js';
import { KIND_NAMES, MEASURE_NAMES } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { NumberField } from '../../ui/Field.js';
import { Caution, ProblemNotice } from '../../ui/Notice.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';

/** Logs a cut and the weighing that follows it; a part that was cut has no weight until it is weighed again. */
export function CutDesk(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const personId = useWho();
  const cut = useEntry(sheet.id);
  const candidates = figures.weighed.parts.filter(({ part, now }) => (part.kind === 'piston' || part.kind === 'rod') && Object.keys(now).length > 0);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const chosen = candidates.find(({ part }) => part.id === chosenId) ?? candidates.find((c) => c.needsReweighing) ?? heaviest(candidates, figures);
  if (!chosen) return null;
  const title = `${KIND_NAMES[chosen.part.kind].one} ${chosen.part.cylinder}`;
  return (
    <section className="grid gap-3 border-t-2 border-edge pt-3">
      <h2 className="text-xl">Log a cut, and weigh again</h2>
      <Caution>
        <p>
          Eye protection on, the part clamped, gloves off near turning tools; mask or extraction for grinding dust. Never the crown, the ring lands,
          the outer skirt or the struts: the part maker’s instructions come first.
        </p>
      </Caution>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Part"
          className="w-56"
          value={chosen.part.id}
          onChange={(event) => {
            setChosenId(event.target.value);
          }}
          options={candidates.map(({ part, needsReweighing }) => ({
            value: part.id,
            label: `${KIND_NAMES[part.kind].one} ${part.cylinder}${needsReweighing ? ' (cut, weigh it)' : ''}`,
          }))}
        />
        {!chosen.needsReweighing && (
          <Button
            disabled={personId === null || cut.isPending}
            onClick={() => {
              cut.mutate({
                path: 'part-cuts',
                body: { id: crypto.randomUUID(), personId, partId: chosen.part.id, removal: removalOf(chosen, figures) },
              });
              setChosenId(chosen.part.id);
            }}
          >
            {title} was cut: weigh it again
          </Button>
        )}
      </div>
      {cut.error && <ProblemNotice>{cut.error.message}</ProblemNotice>}
      {chosen.lastCutId !== null && (
        <div className="flex flex-wrap gap-4">
          {measuresOf(chosen.part.kind, sheet.weighChoices.rodSchool).map((measure) => (
            <Reweigh key={`${chosen.part.id} ${measure}`} weighed={chosen} measure={measure} cutId={chosen.lastCutId!} />
          ))}
        </div>
      )}
    </section>
  );
}

/** What the bench says is to come off this part: kept with the cut, to be compared with what came off. */
function removalOf({ part }: WeighedPart, { sets, rods }: ReturnType<typeof useOpenJob>['figures']): CutRemoval {
  if (part.kind === 'rod') {
    if (rods.kind !== 'matched') return {};
    const of = (end: typeof rods.bigEnd): number => end.items.find((item) => item.id === part.id)?.removalG ?? 0;
    return { bigEnd: of(rods.bigEnd), smallEnd: of(rods.smallEnd) };
  }
  const set = sets.kind === 'matched' ? sets.cylinders.find((c) => c.pistonId === part.id) : undefined;
  return set ? { mass: set.removalG } : {};
}

/** The part with most to take off, which is what the bench is about next. */
function heaviest(candidates: readonly WeighedPart[], { sets }: ReturnType<typeof useOpenJob>['figures']): WeighedPart | undefined {
  if (sets.kind !== 'matched') return candidates[0];
  const worst = [...sets.cylinders].sort((x, y) => y.removalG - x.removalG)[0];
  return candidates.find(({ part }) => part.id === worst?.pistonId) ?? candidates[0];
}

function Reweigh({ weighed, measure, cutId }: { readonly weighed: WeighedPart; readonly measure: Measure; readonly cutId: string }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const capture = useCapture(sheet.id);
  const { part } = weighed;
  const [typed, setTyped] = useDraft(`reweigh.${part.id}.${measure}`);
  const [complaint, setComplaint] = useState<string | null>(null);
  const attempt = useRef<{ valueG: number; id: string } | null>(null);
  const since = sheet.readings.filter((r) => r.partId === part.id && r.measure === measure && r.cutId === cutId && !r.voided);
  const submit = (): void => {
    const parsed = parseDecimal(typed);
    if (parsed.kind === 'blank') return;
    const reason =
      parsed.kind === 'notANumber'
        ? `“${typed.trim()}” is not a number of grams.`
        : (readingComplaint(part.kind, measure, parsed.value) ?? (personId === null ? 'First say who is at the bench.' : null));
    setComplaint(reason);
    if (reason !== null || parsed.kind !== 'number' || personId === null) return;
    if (attempt.current?.valueG !== parsed.value) attempt.current = { valueG: parsed.value, id: crypto.randomUUID() };
    capture.mutate(
      { id: attempt.current.id, personId, partId: part.id, measure, valueG: parsed.value, cutId },
      {
        onSuccess: () => {
          attempt.current = null;
          setTyped('');
        },
      },
    );
  };
  return (
    <form
      className="w-64"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <NumberField
        label={`${KIND_NAMES[part.kind].one} ${part.cylinder}${measure === 'mass' ? '' : `, ${MEASURE_NAMES[measure].toLowerCase()}`}, after the cut`}
        unit="g"
        value={typed}
        onChange={(event) => {
          setComplaint(null);
          setTyped(event.target.value);
        }}
        hint={since.length === 0 ? 'Not weighed since; Enter captures.' : `Since the cut: ${since.map((r) => fixed(r.valueG, 2)).join('; ')}`}
        problem={complaint ?? capture.error?.message}
      />
    </form>
  );
}
