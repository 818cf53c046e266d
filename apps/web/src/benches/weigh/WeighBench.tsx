import { fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import { isWanted, kindsHere, measuresOf, type Measure, type PartFact } from '@tare/core';
import { useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Note } from '../../ui/Notice.js';
import { useKeys, type KeyAction } from '../../ui/useKeys.js';
import { PickButton } from '../../ui/PickButton.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { ChangedParts } from './ChangedParts.js';
import { InstrumentLine } from './InstrumentLine.js';
import { KindLadder } from './KindLadder.js';
import { PartPanel } from './PartPanel.js';
import { PlacementTable } from './PlacementTable.js';
import { ReadingForm } from './ReadingForm.js';
import { ReadingsFile } from './ReadingsFile.js';
import { SpareParts } from './SpareParts.js';
import { useWeighing, type Weighing } from './useWeighing.js';
import { VoidDialog } from './VoidDialog.js';
import { WeighSchools } from './WeighSchools.js';

/** Readings of every part, several placements each: type or capture, Enter, next. */
export function WeighBench(): ReactNode {
  const { sheet } = useOpenJob();
  if (kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere).length > 0) return <Scale />;
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-5">
      <BenchHead title="Weigh" next="No kind of part is weighed here. At Check in it is said which are." />
    </div>
  );
}

function Scale(): ReactNode {
  const weighing = useWeighing();
  const { kind, waiting } = weighing;
  const input = useRef<HTMLInputElement>(null);
  const [voiding, setVoiding] = useState<string | null>(null);
  useWeighKeys(weighing, input, setVoiding);
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-5">
      <BenchHead title="Weigh" next={nextStep(weighing)} />
      <KindTabs kind={kind} onPick={weighing.setKind} />
      <WeighSchools kind={kind} />
      <InstrumentLine weighing={weighing} />
      <ReadingForm weighing={weighing} input={input} />
      <WhoFirst />
      {weighing.doubt && (
        <Note>
          {weighing.doubt}{' '}
          <Button look="quiet" onClick={weighing.zeroed}>
            It is zeroed (z)
          </Button>
        </Note>
      )}
      <PlacementTable weighing={weighing} />
      <KindLadder weighing={weighing} />
      {waiting && <PartPanel partId={waiting.partId} onVoid={setVoiding} />}
      <ChangedParts key={kind} kind={kind} />
      <SpareParts key={`spare ${kind}`} kind={kind} />
      <ReadingsFile weighing={weighing} />
      <VoidDialog readingId={voiding} onClose={() => setVoiding(null)} />
    </div>
  );
}

function nextStep({ kind, waiting, nextKind, openZero, doubt, reference }: Weighing): string {
  const name = KIND_NAMES[kind];
  const tared = reference ? `${name.one.toLowerCase()} ${reference.cylinder}` : null;
  if (openZero && tared) return `Put ${tared} back on, that the scale is tared on. What does it show? Enter alone means 0.`;
  if (openZero) return 'Lift it off. What does the empty scale show? Enter alone means 0.';
  if (doubt && waiting) return `Zero the scale and press z. Then ${name.one.toLowerCase()} ${waiting.cylinder} again.`;
  if (waiting) {
    const what = waiting.measure === 'mass' ? '' : `, ${MEASURE_NAMES[waiting.measure].toLowerCase()}`;
    if (tared && waiting.partId !== reference?.partId)
      return `With the scale tared on ${tared}, put ${name.one.toLowerCase()} ${waiting.cylinder} on${what}; take the difference with its sign.`;
    return `Put ${name.one.toLowerCase()} ${waiting.cylinder} on the scale${what}; take what it says when it has settled.`;
  }
  return nextKind
    ? `${name.many} have all their placements. Enter goes on to ${KIND_NAMES[nextKind].many.toLowerCase()}.`
    : 'Everything is weighed. Go on to Match with ].';
}

function KindTabs({ kind, onPick }: { readonly kind: Weighing['kind']; readonly onPick: Weighing['setKind'] }): ReactNode {
  const { sheet, figures } = useOpenJob();
  return (
    <div className="flex flex-wrap gap-1" role="group" aria-label="Kind of part">
      {kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere).map((k) => {
        const { rodSchool, sample = 'every' } = sheet.weighChoices;
        const asked = (part: PartFact): Measure[] => measuresOf(k, rodSchool).filter((measure) => isWanted(sample, part, measure, figures.weighed));
        const parts = figures.weighed.parts.filter(({ part }) => part.kind === k && asked(part).length > 0);
        const done = parts.filter(({ part, now, needsReweighing }) => !needsReweighing && asked(part).every((measure) => now[measure])).length;
        return (
          <PickButton key={k} isPicked={k === kind} onClick={() => onPick(k)}>
            {KIND_NAMES[k].many}{' '}
            <span className="figure-type text-[0.9rem]">
              {done}/{fixed(parts.length, 0)}
            </span>
          </PickButton>
        );
      })}
    </div>
  );
}

function useWeighKeys(weighing: Weighing, input: RefObject<HTMLInputElement | null>, voidReading: (id: string) => void): void {
  const keys = useMemo<KeyAction[]>(
    () => [
      ...['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.', ',', '-', '+', '#'].map((key) => ({
        key,
        does: 'type a reading',
        act: () => {
          input.current?.focus();
          weighing.setTyped(weighing.typed + key);
        },
      })),
      { key: 'Enter', does: 'capture', act: weighing.enter },
      // In the reading's own field too: no number has a u in it.
      {
        key: 'u',
        does: 'void the last reading',
        inFields: true,
        act: () => {
          if (weighing.lastReading) voidReading(weighing.lastReading.id);
        },
      },
      // No number has a z in it either.
      { key: 'z', does: 'the scale is zeroed', inFields: true, act: weighing.zeroed },
      { key: 'ArrowLeft', does: 'the part before', act: () => weighing.step(-1) },
      { key: 'ArrowRight', does: 'the next part', act: () => weighing.step(1) },
    ],
    [weighing, input, voidReading],
  );
  useKeys(keys);
}
