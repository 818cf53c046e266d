import { Switch } from 'radix-ui';
import type { ReactNode } from 'react';
import { useEntry } from '../../api/queries.js';
import { clock, fixed } from '../../format/numbers.js';
import { KIND_NAMES, MEASURE_NAMES } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { PartMarksForm } from './PartMarksForm.js';
import { useWho } from '../../ui/WhoFirst.js';

interface PartPanelProps {
  readonly partId: string;
  readonly onVoid: (readingId: string) => void;
}

/** One part's ledger: every reading that was ever captured of it, voided ones struck through with their reason. */
export function PartPanel({ partId, onVoid }: PartPanelProps): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const part = sheet.parts.find((p) => p.id === partId);
  if (!part) return null;
  const readings = sheet.readings.filter((r) => r.partId === partId);
  const title = `${KIND_NAMES[part.kind].one} ${part.cylinder}`;
  return (
    <details className="border-t-2 border-edge pt-2">
      <summary className="min-h-11 py-2 text-lg font-semibold">{title}: its ledger, and whether it is damaged</summary>
      <div className="grid gap-2 pt-1">
        <DamagedSwitch partId={partId} damaged={part.damaged} title={title} />
        <PartMarksForm key={part.id} part={part} />
        {readings.length === 0 && <p className="text-ink-soft">Nothing captured yet.</p>}
        <ul>
          {readings.map((reading) => (
            <li key={reading.id} className="flex flex-wrap items-center gap-x-4 border-b border-edge">
              <span className={`w-28 text-right figure-type ${reading.voided ? 'text-ink-soft line-through' : ''}`}>
                {fixed(reading.valueG, 2)} g
              </span>
              <span className="grow text-ink-soft">
                {reading.measure === 'mass' ? '' : `${MEASURE_NAMES[reading.measure].toLowerCase()}, `}
                {reading.cutId === null ? '' : 'after a cut, '}
                {`${nameOf(reading.personId)}, ${clock(reading.at)}`}
                {reading.voidedBy && `; voided by ${nameOf(reading.voidedBy.personId)}: ${reading.voidedBy.reason}`}
              </span>
              {!reading.voided && (
                <button
                  type="button"
                  className="min-h-11 px-2 underline underline-offset-4"
                  onClick={() => {
                    onVoid(reading.id);
                  }}
                >
                  Void …
                </button>
              )}
            </li>
          ))}
        </ul>
      </div>
    </details>
  );
}

function DamagedSwitch({ partId, damaged, title }: { readonly partId: string; readonly damaged: boolean; readonly title: string }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const decide = useEntry(sheet.id);
  const subject = `part.damaged.${partId}`;
  return (
    <div className="grid gap-2">
      <label className="flex min-h-11 items-center gap-3">
        <Switch.Root
          checked={damaged}
          disabled={personId === null || decide.isPending}
          className="h-7 w-13 rounded-full border-2 border-ink bg-plate-low p-0.5 data-[state=checked]:bg-outside"
          onCheckedChange={(value) => {
            decide.mutate({
              path: 'decisions',
              body: { id: crypto.randomUUID(), personId, baseVersion: sheet.decisions[subject]?.version ?? 0, subject, value },
            });
          }}
        >
          <Switch.Thumb className="block size-5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5.5 data-[state=checked]:bg-plate" />
        </Switch.Root>
        {title} is damaged or to be replaced: it is never the reference of its set
      </label>
      {decide.error && <ProblemNotice>{decide.error.message}</ProblemNotice>}
    </div>
  );
}
