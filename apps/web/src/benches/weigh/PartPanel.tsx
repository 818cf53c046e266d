import { clock, fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import { Switch } from 'radix-ui';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useInstruments } from '../../api/instruments.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { Photos } from '../photos/Photos.js';
import { PartMarksForm } from './PartMarksForm.js';
import { NoSuchSpare } from './SpareParts.js';
import { SaidWords } from '../../ui/SaidWords.js';
import { useDecide } from '../../ui/useDecide.js';

interface PartPanelProps {
  readonly partId: string;
  readonly onVoid: (readingId: string) => void;
}

/** One part's ledger: every reading that was ever captured of it, voided ones struck through with their reason. */
export function PartPanel({ partId, onVoid }: PartPanelProps): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { data: cupboard } = useInstruments();
  const part = sheet.parts.find((p) => p.id === partId);
  if (!part) return null;
  const readings = sheet.readings.filter((r) => r.partId === partId);
  const instrumentName = (id: string | null): string => {
    const instrument = cupboard?.instruments.find((one) => one.id === id);
    return instrument ? `, on ${instrument.spec.name}` : '';
  };
  const cylinderOf = (id: string): number | undefined => sheet.parts.find((p) => p.id === id)?.cylinder;
  const title = `${KIND_NAMES[part.kind].one} ${part.cylinder}`;
  return (
    <Disclosure
      className="border-t-2 border-edge pt-2"
      large
      title={
        <>
          {title}
          {part.spare ? ', a spare' : ''}: its ledger, notes and photos
        </>
      }
    >
      <div className="grid gap-2 pt-1">
        <NoSuchSpare part={part} />
        <DamagedSwitch partId={partId} damaged={part.damaged} title={title} />
        <PartMarksForm key={part.id} part={part} />
        <Photos of={{ partId }} title={title} />
        {readings.length === 0 && <p className="text-ink-soft">Nothing captured yet.</p>}
        <ul>
          {readings.map((reading) => (
            <li key={reading.id} className="flex flex-wrap items-center gap-x-4 border-b border-edge">
              <span className={`w-28 text-right figure-type ${reading.voided ? 'text-ink-soft line-through' : ''}`}>
                {reading.referencePartId !== null && reading.valueG >= 0 ? '+' : ''}
                {fixed(reading.valueG, 2)} g
              </span>
              <span className="grow text-ink-soft">
                {reading.measure === 'mass' ? '' : `${MEASURE_NAMES[reading.measure].toLowerCase()}, `}
                {reading.referencePartId === null
                  ? ''
                  : `against ${KIND_NAMES[part.kind].one.toLowerCase()} ${cylinderOf(reading.referencePartId)}, `}
                {reading.cutId === null ? '' : 'after a cut, '}
                {`${nameOf(reading.personId)}, ${clock(reading.at)}`}
                {instrumentName(reading.instrumentId)}
                {reading.voidedBy && `; voided by ${nameOf(reading.voidedBy.personId)}: ${reading.voidedBy.reason}`}
                <SaidWords entryId={reading.id} />
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
    </Disclosure>
  );
}

function DamagedSwitch({ partId, damaged, title }: { readonly partId: string; readonly damaged: boolean; readonly title: string }): ReactNode {
  const { decide, blocked, error } = useDecide();
  return (
    <div className="grid gap-2">
      <label className="flex min-h-11 items-center gap-3">
        <Switch.Root
          checked={damaged}
          disabled={blocked}
          className="h-7 w-13 rounded-full border-2 border-ink bg-plate-low p-0.5 data-[state=checked]:bg-outside"
          onCheckedChange={(value) => decide({ subject: `part.damaged.${partId}`, value })}
        >
          <Switch.Thumb className="block size-5 rounded-full bg-ink transition-transform data-[state=checked]:translate-x-5.5 data-[state=checked]:bg-plate" />
        </Switch.Root>
        {title} is damaged or to be replaced: it is never the reference of its set
      </label>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
