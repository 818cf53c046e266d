import { isRunOut } from '@tare/core';
import type { ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { Field } from '../../ui/Field.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useDisplay } from '../../ui/display.js';
import { useKeys } from '../../ui/useKeys.js';
import { useQuantityText } from '../../ui/useQuantityText.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { Photos } from '../photos/Photos.js';
import { GaugeLine } from './GaugeLine.js';
import type { WalkOrder } from './sheets.js';
import { StandinGaugeDrawer } from './StandinGaugeDrawer.js';
import type { SheetEntry } from './useSheetEntry.js';
import { WherePlace } from './WherePlace.js';

const REASONS = ['slip of the finger', 'wrong place', 'gauge moved', 'not clean'];

interface PlaceEntryProps {
  readonly entry: SheetEntry;
  readonly smallestBandMm: number | null;
  /** What else is chosen of how it is read. */
  readonly choices?: ReactNode;
}

/** The one field of a sheet: what waits, what the gauge shows, Enter; with the gauge that is in the hand. */
export function PlaceEntry({ entry, smallestBandMm, choices }: PlaceEntryProps): ReactNode {
  const { figure } = useDisplay();
  const { waiting, setting, last, live } = entry;
  const typed = useQuantityText({ unit: 'mm', value: entry.typed, onText: entry.type });
  useKeys([
    { key: 'ArrowLeft', does: 'the place before', act: () => entry.step(-1) },
    { key: 'ArrowRight', does: 'the next place', act: () => entry.step(1) },
  ]);
  const isRead = (waiting !== null && isRunOut(waiting.quantity)) || setting !== null;
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-4">
        {choices}
        <Choice
          label="Walked"
          className="w-64"
          value={entry.walk.order}
          onChange={(event) => entry.walkSo({ order: event.target.value as WalkOrder })}
          options={[
            { value: 'front', label: 'from the front, one by one' },
            { value: 'rear', label: 'from the rear, one by one' },
            { value: 'byPlace', label: 'one place of all, then the next' },
          ]}
        />
      </div>
      <GaugeLine entry={entry} smallestBandMm={smallestBandMm} />
      {entry.gauge?.source === 'standin' && <StandinGaugeDrawer entry={entry} />}
      <div className="grid items-end gap-3 xl:grid-cols-[1fr_18rem]">
        <form
          className="flex flex-wrap items-end gap-4"
          onSubmit={(event) => {
            event.preventDefault();
            entry.enter();
          }}
        >
          <label className="grid">
            <span className="text-lg">
              {waiting ? (
                <>
                  <strong>{waiting.row}</strong>, {waiting.column}
                  {isRead && <span className="text-ink-soft">: what the needle shows</span>}
                </>
              ) : (
                'Every place is read'
              )}
            </span>
            <span className="flex items-baseline gap-3">
              <input
                autoFocus
                inputMode="decimal"
                autoComplete="off"
                aria-label={`Reading of the gauge in ${typed.shownUnit}`}
                aria-invalid={entry.problem !== null}
                className="h-16 w-60 min-w-0 rounded-sm border-3 border-ink bg-plate px-3 text-right figure-type text-4xl"
                value={typed.shown}
                onChange={(event) => typed.type(event.target.value)}
              />
              <span className="text-2xl text-ink-soft">{typed.shownUnit}</span>
            </span>
          </label>
          {waiting?.asksAngle && (
            <QuantityField
              label="Highest at"
              unit="°"
              className="w-32"
              value={entry.angle}
              onChange={(event) => entry.typeAngle(event.target.value)}
            />
          )}
          <Button type="submit" look="primary" className="min-h-14" disabled={entry.isBlocked}>
            Capture
          </Button>
          <Field label="A note on it" className="w-60" value={entry.note} maxLength={300} onChange={(event) => entry.setNote(event.target.value)} />
          {live.shown && (
            <p className="grid pb-1" aria-label="What the gauge shows">
              <span className="figure-type text-2xl">{`${figure(live.shown.mm, 'mm', 4)} ${typed.shownUnit}`}</span>
              <span className="text-ink-soft">{live.shown.stable ? 'Enter takes it' : 'it moves'}</span>
            </p>
          )}
          {live.openSerial && <Button onClick={live.openSerial}>Open the serial gauge</Button>}
          {last && (
            <span className="pb-2">
              <span className="text-ink-soft">{`Last: ${figure(entry.sizeOf(last), 'mm', 3)} `}</span>
              <VoidButton entryId={last.id} what="the last measurement" reasons={REASONS} />
            </span>
          )}
        </form>
        <WherePlace waiting={waiting} made={entry.made} />
      </div>
      {last && (
        <Disclosure title="Pictures of the last measurement">
          <Photos of={{ entryId: last.id }} title="the last measurement" />
        </Disclosure>
      )}
      {live.problem !== null && <ProblemNotice>{live.problem}</ProblemNotice>}
      {entry.problem !== null && <ProblemNotice>{entry.problem}</ProblemNotice>}
      {setting?.moved === 'doubted' && <Note>The zero of this gauge is doubted: what was read with it counts for nothing. Set it anew.</Note>}
    </div>
  );
}
