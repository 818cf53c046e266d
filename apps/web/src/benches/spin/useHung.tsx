import { type HungPiece } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDisplay } from '../../ui/display.js';
import { useKept } from '../../ui/form/useKept.js';
import { HungFields } from './HungFields.js';
import { blankRow, hungWords, pieceOf, type HungRow } from './hungRows.js';

export interface Hung {
  /** Empty for nothing. */
  readonly hungPieces: readonly HungPiece[];
  /** The typed weights are whole. */
  readonly whole: boolean;
  readonly fields: ReactNode;
}

/** Where the weights that will hang in a job's next spin are typed. */
export const hungDraft = (jobId: string): string => `hung-pieces.${jobId}`;

/** Known weights that hang on the crank in the next spin: a check of the calibration, or a trial piece before metal is added. */
export function useHung(): Hung {
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const { systems } = useDisplay();
  const { value: rows, set, clear } = useKept<readonly HungRow[]>(hungDraft(sheet.id), [blankRow(crank)], []);
  const pieces = rows.map((row) => pieceOf(row, crank));
  const hungPieces = pieces.filter((piece) => piece !== null);
  const whole = hungPieces.length === rows.length;
  const [opened, setOpened] = useState(rows.length > 0);
  return {
    hungPieces,
    whole,
    fields: (
      <Disclosure
        open={opened}
        onToggle={(event) => setOpened(event.currentTarget.open)}
        title={
          <>
            Known weights on the crank:{' '}
            <span className="text-ink-soft">{!whole ? 'not whole yet' : hungPieces.length === 0 ? 'none' : hungWords(hungPieces, systems)}</span>
          </>
        }
      >
        <HungFields crank={crank} rows={rows} onChange={(next) => (next.length === 0 ? clear() : set(next))} />
      </Disclosure>
    ),
  };
}
