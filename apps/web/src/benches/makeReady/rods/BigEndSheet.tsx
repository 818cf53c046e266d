import { bandMm, typedQuantity, type MadeReady, type RodRow, type RodsFigures } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Button } from '../../../ui/Button.js';
import { Caution, Note, ProblemNotice } from '../../../ui/Notice.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { useDisplay } from '../../../ui/display.js';
import { useLogWork } from '../LogWork.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';
import { RodMarks } from './RodMarks.js';
import { TorqueLine } from './TorqueLine.js';

interface RodSheetProps {
  readonly made: MadeReady;
  readonly rods: RodsFigures;
}

const ADVICE = {
  leave: ['inside', 'leave'],
  hone: ['open', 'hone'],
  close: ['outside', 'close'],
  out: ['outside', 'out'],
  cannotYetTell: ['open', 'cannot yet tell'],
} as const;

/** Big ends in directions and depths, each with its verdict, what closing takes and costs, and what is still to hone. */
export function BigEndSheet({ made, rods }: RodSheetProps): ReactNode {
  const entry = useSheetEntry('bigEnds');
  const { figure, say } = useDisplay();
  const { limits } = made.rods;
  const band = bandMm(limits?.bigEnd);
  const { rows, centre } = rods;
  return (
    <div className="grid gap-4">
      <TorqueLine made={made} rods={rods} />
      {limits === null && <Note>Nobody typed the limits of the rods yet: sizes are kept, and nothing is judged.</Note>}
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Big ends, torqued, shells out"
        verdictOf={(name) => {
          const row = rows.find(({ rod }) => name === `Rod ${rod}`);
          if (!row?.advice) return null;
          const [verdict, words] = ADVICE[row.advice];
          return (
            <>
              <VerdictMark verdict={verdict}>{words}</VerdictMark>{' '}
              {row.size && (
                <span className="text-ink-soft">{`mean ${figure(row.size.meanMm, 'mm', 3)}, round ${figure(row.size.outOfRoundMm, 'mm', 3)}, taper ${figure(row.size.taperMm, 'mm', 3)}`}</span>
              )}
            </>
          );
        }}
      />
      {centre && (
        <p>
          {centre.spreadMm === null
            ? `Closing alone makes the rods differ by ${say(centre.afterMm, 'mm', 3)} in centre distance; nobody measured them all. `
            : `Centre distances differ by ${say(centre.spreadMm, 'mm', 3)} now, by ${say(centre.afterMm, 'mm', 3)} once what is to be closed is closed. `}
          {centre.isOver && <VerdictMark verdict="outside">over the limit of the set</VerdictMark>}
        </p>
      )}
      {rows
        .filter(({ waysOut, honing, outBecause, lacksStockMm }) => waysOut ?? honing ?? outBecause ?? lacksStockMm)
        .map((row) => (
          <RodDesk key={row.rod} row={row} made={made} />
        ))}
      <RodMarks made={made} rods={rods} />
    </div>
  );
}

/** What is to be done with one rod, side by side where there are ways; logged as it was done. */
function RodDesk({ row, made }: { readonly row: RodRow; readonly made: MadeReady }): ReactNode {
  const { rod, waysOut, honing, outBecause, lacksStockMm } = row;
  const { say } = useDisplay();
  const { log, isBlocked, error } = useLogWork();
  return (
    <section className="grid gap-2 border-2 border-edge p-3" aria-label={`Rod ${rod}`}>
      {outBecause !== null && (
        <p className="text-lg">
          <strong>{`▲ Rod ${rod} is out: `}</strong>
          {outBecause}.
        </p>
      )}
      {lacksStockMm !== null && (
        <Note>{`Rod ${rod} has ${say(lacksStockMm, 'mm', 3)} too little to hone near the joint: its faces are at an angle, or it has to be closed again.`}</Note>
      )}
      {waysOut && (
        <>
          <p className="text-lg">
            <strong>{`Rod ${rod}: take ${say(waysOut.closing.closeMm, 'mm', 3)} off ${waysOut.faces === 'cap' ? 'the faces of its cap' : 'the faces of rod and cap together'}`}</strong>
            {`, decided ${waysOut.closing.decidesDeg === 0 ? 'along the beam' : `at ${waysOut.closing.decidesDeg}° to the beam`}; honed, it is about ${say(waysOut.closing.shorterMm, 'mm', 3)} shorter.`}
          </p>
          <p className="text-ink-soft">
            {waysOut.shells
              ? `Or shells ${say(waysOut.shells.overMm, 'mm', 2)} larger outside, ${waysOut.shells.stock} in stock, honed to fit; or another rod.`
              : 'No shells with a larger outside on the list would fill it; else another rod.'}
          </p>
          <CloseForm rod={rod} closing={waysOut} onLog={log} isBlocked={isBlocked} />
        </>
      )}
      {honing && (
        <>
          <p className="text-lg">
            <strong>{`Rod ${rod}: ${say(honing.takeMm, 'mm', 3)} still to hone.`}</strong>
            {honing.stopAtS === null
              ? ' Nobody knows yet what the hone takes a second: hone a little, and say for how long.'
              : ` By what it took so far ${Math.round(honing.seconds!)} s${honing.plusMinusS === null ? '' : ` ± ${Math.round(honing.plusMinusS)} s`}: stop at ${Math.round(honing.stopAtS)} s, turn it end for end, gauge it.`}
          </p>
          <HoneForm rod={rod} onLog={log} isBlocked={isBlocked} />
        </>
      )}
      {(waysOut ?? honing) && made.works.length === 0 && (
        <Caution>
          <p>
            Eye protection, no loose sleeves or gloves at hone and grinder, both hands on the rod. Follow the machine maker’s instructions and local
            rules; when in doubt ask a licensed or certified machinist.
          </p>
        </Caution>
      )}
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </section>
  );
}

interface LogProps {
  readonly rod: number;
  readonly onLog: ReturnType<typeof useLogWork>['log'];
  readonly isBlocked: boolean;
}

function CloseForm({
  rod,
  closing: { closing, faces },
  onLog,
  isBlocked,
}: LogProps & { readonly closing: NonNullable<RodRow['waysOut']> }): ReactNode {
  const [text, setText] = useState('');
  const closedMm = text.trim() === '' ? closing.closeMm : typedQuantity(text, 'mm');
  const isGood = closedMm > 0 && closedMm <= 2;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <QuantityField
        label="Taken off the faces"
        unit="mm"
        className="w-44"
        placeholder={closing.closeMm.toFixed(4)}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button disabled={isBlocked || !isGood} onClick={() => onLog({ kind: 'closeRod', rod, closedMm, faces }, () => setText(''))}>
        {`Rod ${rod} was closed: measure it again`}
      </Button>
    </div>
  );
}

function HoneForm({ rod, onLog, isBlocked }: LogProps): ReactNode {
  const [text, setText] = useState('');
  const seconds = typedQuantity(text, 's');
  const isGood = seconds > 0 && seconds <= 3600;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <QuantityField label="Honed for" unit="s" className="w-36" value={text} onChange={(event) => setText(event.target.value)} />
      <Button disabled={isBlocked || !isGood} onClick={() => onLog({ kind: 'honeRod', rod, seconds }, () => setText(''))}>
        {`Rod ${rod} was honed: measure it again`}
      </Button>
    </div>
  );
}
