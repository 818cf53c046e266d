import { bandMm, featureOf, typedQuantity, type Acceptance, type CrankFigures, type JournalGroup, type MadeReady } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { DataTable } from '../../ui/DataTable.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { useDecide } from '../../ui/useDecide.js';
import { useDisplay } from '../../ui/display.js';
import { FigureEach } from './FigureEach.js';
import { useLogWork } from './LogWork.js';
import { pinWidthMm, plannedGrind } from './plannedGrind.js';
import { PlaceEntry } from './PlaceEntry.js';
import { PlaceTable } from './PlaceTable.js';
import { useSheetEntry } from './useSheetEntry.js';

const ADVICE = {
  leave: ['inside', 'leave'],
  polish: ['inside', 'polish'],
  grind: ['outside', 'grind'],
  cannotYetTell: ['open', 'cannot yet tell'],
} as const;

interface JournalSheetProps {
  readonly group: JournalGroup;
  readonly made: MadeReady;
  readonly figures: CrankFigures;
}

const one = (group: JournalGroup): string => (group === 'mains' ? 'Main' : 'Pin');

/** Journals of a group, place by place: each with its verdict, and the undersize that the whole group needs. */
export function JournalSheet({ group, made, figures }: JournalSheetProps): ReactNode {
  const entry = useSheetEntry(group);
  const { figure } = useDisplay();
  const limits = made.limits?.[group] ?? null;
  const { journals } = figures.groups[group];
  const band = bandMm(limits);
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption={`${group === 'mains' ? 'Main journals' : 'Crankpins'}: diameters`}
        verdictOf={(row) => {
          const journal = journals.find(({ number }) => row === `${one(group)} ${number}`);
          const own = journal?.figures;
          if (!own) return null;
          const [verdict, words] = ADVICE[own.advice];
          return (
            <>
              <VerdictMark verdict={verdict}>{words}</VerdictMark>{' '}
              <span className="text-ink-soft">
                {`round ${figure(own.outOfRoundMm, 'mm', 3)}, taper ${figure(own.taperMm, 'mm', 3)}${outsideWords('fillet', journal.fillet)}${outsideWords('width', journal.width)}`}
              </span>
            </>
          );
        }}
      />
      <Marked group={group} made={made} numbers={journals.map(({ number }) => number)} />
      {group === 'pins' && (
        <FigureEach
          title="Throws off their place"
          members={journals.map(({ number, feature }) => ({
            subject: `inspect.index.${feature}`,
            label: `Pin ${number} stands off by`,
            kept: made.indexDeg[feature],
          }))}
          unit="°"
          isGood={(deg) => Math.abs(deg) <= 10}
          complaint="Degrees, at most 10; 0 for a throw in its place."
        />
      )}
      <FigureEach
        title="Worn on one side"
        members={journals.map(({ number, feature }) => ({
          subject: `inspect.unworn.${feature}`,
          label: `${one(group)} ${number}, where it never wore`,
          kept: made.unwornMm[feature],
        }))}
        unit="mm"
        isGood={(mm) => mm >= 0 && mm <= 1000}
        complaint="A length; 0 for wear all round."
      />
      <UndersizeDesk group={group} made={made} figures={figures} />
    </div>
  );
}

function Marked({
  group,
  made,
  numbers,
}: {
  readonly group: JournalGroup;
  readonly made: MadeReady;
  readonly numbers: readonly number[];
}): ReactNode {
  const { decide, blocked } = useDecide();
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="text-ink-soft">Marks that can be felt with a nail</legend>
      {numbers.map((number) => {
        const feature = featureOf(group, number);
        return (
          <CheckRow
            key={number}
            disabled={blocked}
            checked={made.marked[feature] === true}
            onChange={(event) => decide({ subject: `inspect.marked.${feature}`, value: event.target.checked })}
          >{`${one(group)} ${number}`}</CheckRow>
        );
      })}
    </fieldset>
  );
}

/** A grind that is decided on: logged as it was done, or left. */
function PlannedDesk({ group, made, figures, underMm }: JournalSheetProps & { readonly underMm: number }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const work = useLogWork();
  const { say } = useDisplay();
  const [width, setWidth] = useState('');
  const [moved, setMoved] = useState('');
  const [towards, setTowards] = useState('');
  const read = (text: string, unit: 'mm' | '°', usual: number): number => (text.trim() === '' ? usual : typedQuantity(text, unit));
  const ground = {
    widthMm: read(width, 'mm', pinWidthMm(sheet, figures)),
    axisMovedMm: read(moved, 'mm', 0),
    axisMovedAtDeg: read(towards, '°', 0),
  };
  const isGood = Object.values(ground).every((value) => Number.isFinite(value) && value >= 0) && ground.widthMm > 0;
  const grind = plannedGrind(group, { made, figures, sheet }, ground);
  const logged = (): void => decide({ subject: `inspect.planned.${group}`, value: null });
  return (
    <div className="grid gap-2 border-2 border-edge p-3">
      <p className="text-lg">
        <strong>{`The ${group} are to be ground ${say(underMm, 'mm', 2)} under.`}</strong> Spin waits until they are.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        {group === 'pins' ? (
          <QuantityField
            label="Ground over a width of"
            unit="mm"
            className="w-48"
            placeholder={pinWidthMm(sheet, figures).toFixed(1)}
            value={width}
            onChange={(event) => setWidth(event.target.value)}
          />
        ) : (
          <>
            <QuantityField
              label="Their axis moved by"
              unit="mm"
              className="w-48"
              placeholder="0"
              value={moved}
              onChange={(event) => setMoved(event.target.value)}
            />
            <QuantityField
              label="towards"
              unit="°"
              className="w-36"
              placeholder="0"
              value={towards}
              onChange={(event) => setTowards(event.target.value)}
            />
          </>
        )}
        <Button
          look="primary"
          disabled={work.isBlocked || blocked || !isGood}
          onClick={() => {
            if (grind) work.log(grind, logged);
          }}
        >
          {`The ${group} were ground: measure them again`}
        </Button>
        <Button disabled={blocked} onClick={logged}>
          They stay as they are
        </Button>
      </div>
      {(work.error ?? error?.message) && <ProblemNotice>{work.error ?? error?.message}</ProblemNotice>}
    </div>
  );
}

/** What of a journal besides its diameter lies outside. */
const outsideWords = (what: string, size: { readonly verdict: Acceptance } | null | undefined): string =>
  size?.verdict.kind === 'outside' ? `, ▲ ${what} outside` : '';

/** The smallest undersize at which all of a group clean up, decided, and ground. */
function UndersizeDesk({ group, made, figures }: JournalSheetProps): ReactNode {
  const { decide, blocked, error } = useDecide();
  const { say } = useDisplay();
  const { undersize } = figures.groups[group];
  const planned = made.planned[group];
  const nameOf = (feature: string): string => `${one(group)} ${feature.split('.')[1]!}`;
  if (planned !== undefined) return <PlannedDesk group={group} made={made} figures={figures} underMm={planned} />;
  if (!undersize) return null;
  const decides = undersize.needs.find(({ id }) => id === undersize.decidesId)!;
  return (
    <div className="grid gap-2">
      <DataTable
        caption={`What the ${group} need, were they ground`}
        rows={undersize.needs}
        keyOf={({ id }) => id}
        columns={[
          { title: one(group), is: 'words', cell: ({ id }) => nameOf(id) },
          { title: 'Cleans up at', cell: ({ needMm }) => say(needMm, 'mm', 3) },
          { title: 'Alone it would take', cell: ({ alone }) => (alone ? say(alone.underMm, 'mm', 2) : 'none on sale') },
        ]}
      />
      {undersize.size ? (
        <div className="flex flex-wrap items-center gap-3">
          <p>
            {`All together ${say(undersize.size.underMm, 'mm', 2)} under; ${nameOf(decides.id).toLowerCase()} decides.`}
            {undersize.size.stock !== null && ` ${undersize.size.stock} in stock.`}
          </p>
          <Button disabled={blocked} onClick={() => decide({ subject: `inspect.planned.${group}`, value: { underMm: undersize.size!.underMm } })}>
            {`Grind the ${group} ${say(undersize.size.underMm, 'mm', 2)} under`}
          </Button>
        </div>
      ) : (
        <Note>{`No undersize on sale cleans up ${nameOf(decides.id).toLowerCase()}: weld it up, or find another crank.`}</Note>
      )}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
