import { KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import type { ReactNode, RefObject } from 'react';
import { CheckRow } from '../../ui/CheckRow.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { GrainOrGram } from '../../ui/QuantityField.js';
import { useDisplay } from '../../ui/display.js';
import { useQuantityText } from '../../ui/useQuantityText.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { ORDERS, type Order } from './nextCell.js';
import { PasteDialog, usePaste } from './PasteDialog.js';
import type { Weighing } from './useWeighing.js';

const ORDER_WORDS: Readonly<Record<Order, string>> = { byPart: 'the same part again', byRound: 'the next part' };

/** The number that is typed or shown, large enough for an arm's length, and how the bench goes on. */
export function ReadingForm({ weighing, input }: { readonly weighing: Weighing; readonly input: RefObject<HTMLInputElement | null> }): ReactNode {
  const { waiting, openZero, nextKind, scale } = weighing;
  const { figure } = useDisplay();
  const typed = useQuantityText({ unit: 'g', value: weighing.typed, onText: weighing.setTyped });
  const paste = usePaste(weighing);
  return (
    <form
      className="grid gap-x-6 gap-y-2 md:grid-cols-[auto_minmax(0,1fr)]"
      onSubmit={(event) => {
        event.preventDefault();
        weighing.enter();
      }}
    >
      <label className="grid">
        <span className="text-lg">{openZero ? <strong>The empty scale shows</strong> : <WhatWaits weighing={weighing} />}</span>
        <span className="flex items-baseline gap-3">
          <input
            ref={input}
            autoFocus
            inputMode="decimal"
            autoComplete="off"
            aria-label={`Reading in ${typed.shownUnit === 'g' ? 'grams' : typed.shownUnit}`}
            aria-invalid={weighing.problem !== null}
            placeholder={scale.shown ? figure(scale.shown.valueG, 'g', 1) : openZero ? '0.0' : ''}
            className="h-20 w-72 min-w-0 rounded-sm border-3 border-ink bg-plate px-3 text-right figure-type text-6xl placeholder:text-ink-soft"
            value={typed.shown}
            onChange={(event) => typed.type(event.target.value)}
            onPaste={paste.onPaste}
          />
          <span className="text-3xl text-ink-soft">{typed.shownUnit}</span>
        </span>
      </label>
      <div className="flex flex-wrap items-end gap-3">
        {scale.shown && (
          <p className="w-full" data-scale={scale.shown.stable ? 'settled' : 'moving'}>
            <VerdictMark verdict={scale.shown.stable ? 'inside' : 'open'}>{scale.shown.stable ? 'settled' : 'moving'}</VerdictMark>
          </p>
        )}
        <Button type="submit" look="primary" className="min-h-14">
          {openZero ? 'Zero seen' : waiting === null && nextKind ? `On to ${KIND_NAMES[nextKind].many.toLowerCase()}` : 'Capture'}
        </Button>
        <Choice
          label="Placements"
          className="w-24"
          value={String(weighing.want)}
          onChange={(event) => weighing.setWant(Number(event.target.value))}
          options={[1, 2, 3, 4, 5, 6, 8, 10].map((n) => ({ value: String(n), label: String(n) }))}
        />
        <Choice
          label="Then"
          className="w-48"
          value={weighing.order}
          onChange={(event) => weighing.setOrder(event.target.value as Order)}
          options={ORDERS.map((order) => ({ value: order, label: ORDER_WORDS[order] }))}
        />
        <CheckRow checked={weighing.askZero} onChange={(event) => weighing.setAskZero(event.target.checked)}>
          Ask for the zero
        </CheckRow>
      </div>
      <p role="alert" className="min-h-6 font-semibold text-outside md:col-span-2">
        {weighing.problem ? `▲ ${weighing.problem}` : ''}
        {!weighing.problem && typed.understood && <span className="font-normal text-ink">{typed.understood}</span>}
      </p>
      {weighing.asked && (
        <div role="alert" className="grid gap-2 border-2 border-outside p-3 md:col-span-2">
          <p className="text-lg">
            <strong>{`▲ ${weighing.asked.sentence}`}</strong> Enter once more keeps it as it is.
          </p>
          {weighing.asked.meantG !== null && (
            <Button className="w-fit" onClick={weighing.takeMeant}>
              {`It is ${figure(weighing.asked.meantG, 'g', 2)} g, typed ${weighing.asked.slip}`}
            </Button>
          )}
        </div>
      )}
      {typed.sayGr && <GrainOrGram onSay={typed.sayGr} />}
      <PasteDialog paste={paste} weighing={weighing} />
    </form>
  );
}

function WhatWaits({ weighing: { kind, waiting, readingsOf } }: { readonly weighing: Weighing }): ReactNode {
  if (!waiting) return 'Nothing waits here';
  return (
    <>
      <strong>{`${KIND_NAMES[kind].one} ${waiting.cylinder}`}</strong>
      {waiting.measure === 'mass' ? '' : `, ${MEASURE_NAMES[waiting.measure].toLowerCase()}`}, placement {readingsOf(waiting).length + 1}
    </>
  );
}
