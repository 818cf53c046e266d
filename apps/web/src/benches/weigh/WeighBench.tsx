import { measuresOf, PART_KINDS } from '@tare/core';
import { useMemo, useRef, useState, type ReactNode, type RefObject } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { KIND_NAMES, MEASURE_NAMES } from '../../format/words.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { useKeys, type KeyAction } from '../../ui/useKeys.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { PartPanel } from './PartPanel.js';
import { PlacementTable } from './PlacementTable.js';
import { useWeighing, type Weighing } from './useWeighing.js';
import { VoidDialog } from './VoidDialog.js';

/** Readings of every part, several placements each: type, Enter, next. */
export function WeighBench(): ReactNode {
  const weighing = useWeighing();
  const { kind, setKind, waiting, nextKind } = weighing;
  const input = useRef<HTMLInputElement>(null);
  const [voiding, setVoiding] = useState<string | null>(null);
  useWeighKeys(weighing, input, setVoiding);
  const name = KIND_NAMES[kind];
  const next = waiting
    ? `Put ${name.one.toLowerCase()} ${waiting.cylinder} on the scale${waiting.measure === 'mass' ? '' : `, ${MEASURE_NAMES[waiting.measure].toLowerCase()}`}; type what it says when it has settled.`
    : nextKind
      ? `${name.many} have all their placements. Enter goes on to ${KIND_NAMES[nextKind].many.toLowerCase()}.`
      : 'Everything is weighed. Go on to Match with ].';
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-5">
      <BenchHead title="Weigh" next={next} />
      <KindTabs kind={kind} onPick={setKind} />
      <form
        className="grid gap-x-6 gap-y-2 md:grid-cols-[auto_minmax(0,1fr)]"
        onSubmit={(event) => {
          event.preventDefault();
          weighing.capture();
        }}
      >
        <label className="grid">
          <span className="text-lg">
            {waiting ? (
              <>
                <strong>{`${name.one} ${waiting.cylinder}`}</strong>
                {waiting.measure === 'mass' ? '' : `, ${MEASURE_NAMES[waiting.measure].toLowerCase()}`}, placement{' '}
                {weighing.readingsOf(waiting).length + 1}
              </>
            ) : (
              'Nothing waits here'
            )}
          </span>
          <span className="flex items-baseline gap-3">
            <input
              ref={input}
              autoFocus
              inputMode="decimal"
              autoComplete="off"
              aria-label="Reading in grams"
              aria-invalid={weighing.problem !== null}
              className="h-20 w-72 rounded-sm border-3 border-ink bg-plate px-3 text-right figure-type text-6xl"
              value={weighing.typed}
              onChange={(event) => {
                weighing.setTyped(event.target.value);
              }}
            />
            <span className="text-3xl text-ink-soft">g</span>
          </span>
        </label>
        <div className="flex flex-wrap items-end gap-3">
          <Button type="submit" look="primary" disabled={weighing.busy} className="min-h-14">
            {waiting === null && nextKind ? `On to ${KIND_NAMES[nextKind].many.toLowerCase()}` : 'Capture'}
          </Button>
          <Choice
            label="Placements"
            className="w-24"
            value={String(weighing.want)}
            onChange={(event) => {
              weighing.setWant(Number(event.target.value));
            }}
            options={[1, 2, 3, 4, 5, 6, 8, 10].map((n) => ({ value: String(n), label: String(n) }))}
          />
          <Choice
            label="Then"
            className="w-48"
            value={weighing.order}
            onChange={(event) => {
              weighing.setOrder(event.target.value as Weighing['order']);
            }}
            options={[
              { value: 'byPart', label: 'the same part again' },
              { value: 'byRound', label: 'the next part' },
            ]}
          />
        </div>
        <p role="alert" className="min-h-6 font-semibold text-outside md:col-span-2">
          {weighing.problem ? `▲ ${weighing.problem}` : ''}
        </p>
      </form>
      <WhoFirst />
      <PlacementTable weighing={weighing} />
      {waiting && <PartPanel partId={waiting.partId} onVoid={setVoiding} />}
      <VoidDialog
        readingId={voiding}
        onClose={() => {
          setVoiding(null);
        }}
      />
    </div>
  );
}

function KindTabs({ kind, onPick }: { readonly kind: Weighing['kind']; readonly onPick: Weighing['setKind'] }): ReactNode {
  const { sheet, figures } = useOpenJob();
  return (
    <div className="flex flex-wrap gap-1" role="group" aria-label="Kind of part">
      {PART_KINDS.map((k) => {
        const parts = figures.weighed.parts.filter(({ part }) => part.kind === k);
        const done = parts.filter(
          ({ now, needsReweighing }) => !needsReweighing && measuresOf(k, sheet.weighChoices.rodSchool).every((measure) => now[measure]),
        ).length;
        return (
          <button
            key={k}
            type="button"
            aria-pressed={k === kind}
            className={`min-h-11 rounded-sm border-2 px-3 ${k === kind ? 'border-ink bg-ink font-semibold text-plate' : 'border-edge bg-plate-low hover:border-ink'}`}
            onClick={() => {
              onPick(k);
            }}
          >
            {KIND_NAMES[k].many}{' '}
            <span className="figure-type text-[0.9rem]">
              {done}/{sheet.spec.layout.cylinders.length}
            </span>
          </button>
        );
      })}
    </div>
  );
}

function useWeighKeys(weighing: Weighing, input: RefObject<HTMLInputElement | null>, voidReading: (id: string) => void): void {
  const keys = useMemo<KeyAction[]>(
    () => [
      ...['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '.', ','].map((key) => ({
        key,
        does: 'type a reading',
        act: () => {
          input.current?.focus();
          weighing.setTyped(weighing.typed + key);
        },
      })),
      { key: 'Enter', does: 'capture', act: weighing.capture },
      // In the reading's own field too: no number has a u in it.
      {
        key: 'u',
        does: 'void the last reading',
        inFields: true,
        act: () => {
          if (weighing.lastReading) voidReading(weighing.lastReading.id);
        },
      },
      {
        key: 'ArrowLeft',
        does: 'the part before',
        act: () => {
          weighing.step(-1);
        },
      },
      {
        key: 'ArrowRight',
        does: 'the next part',
        act: () => {
          weighing.step(1);
        },
      },
    ],
    [weighing, input, voidReading],
  );
  useKeys(keys);
}
