import { bandMm, type MadeReady, type RodsFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { CheckRow } from '../../../ui/CheckRow.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { JudgedSize } from '../acceptanceWords.js';
import { BestGrades } from '../BestGrades.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { SaysOtherwise } from '../SaysOtherwise.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** Clearance of every rod on its crankpin with its error, held against a second method, the best grades and what to order. */
export function RodBearingSheet({ made, rods }: { readonly made: MadeReady; readonly rods: RodsFigures }): ReactNode {
  const entry = useSheetEntry('rodBearings');
  const { decide, blocked, error } = useDecide();
  const limits = made.rods.limits?.clearance;
  const band = bandMm(limits);
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Walls of the shells"
        verdictOf={(name) => {
          const own = rods.bearings.find(({ rod }) => name === `Rod ${rod}`);
          return own && <JudgedSize mm={own.clearanceMm} deviationMm={own.deviationMm} verdict={own.verdict} />;
        }}
      />
      <p className="text-ink-soft">
        Big ends along the beam, from their own sheet, and crankpins from theirs. Where the lower wall was not read, the upper one serves for both,
        and its error counts twice.
      </p>
      <SaysOtherwise bearings={rods.bearings.map((one) => ({ ...one, name: `Rod ${one.rod}` }))} />
      <BestGrades of="Rod" grades={rods.grades} order={rods.order} />
      <fieldset className="flex flex-wrap gap-x-5">
        <legend className="text-ink-soft">Crush seen: both halves stand a little proud of the joint</legend>
        {rods.rows.map(({ rod }) => (
          <CheckRow
            key={rod}
            disabled={blocked}
            checked={made.rods.crush[rod] === true}
            onChange={(event) => decide({ subject: `rods.crush.${rod}`, value: event.target.checked })}
          >{`Rod ${rod}`}</CheckRow>
        ))}
      </fieldset>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
