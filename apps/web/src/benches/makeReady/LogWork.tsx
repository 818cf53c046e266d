import { everySpinOf } from '@tare/contract';
import { typedQuantity, type CrankFigures, type Work } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useWho } from '../../ui/WhoFirst.js';

export interface LogWork {
  readonly log: (work: Work, onLogged?: () => void) => void;
  readonly isBlocked: boolean;
  readonly error: string | null;
}

/** Logs what was done to a part, after the spin that was last. */
export function useLogWork(): LogWork {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const write = useWrite('POST jobs/:jobId/works', { jobId: sheet.id });
  const afterSpinId = everySpinOf(sheet).at(-1)?.id ?? null;
  return {
    log: (work, onLogged) => {
      if (personId !== null) write.mutate({ personId, work, afterSpinId }, { onSuccess: () => onLogged?.() });
    },
    isBlocked: personId === null || write.isPending,
    error: write.error?.message ?? null,
  };
}

type Next = NonNullable<Extract<CrankFigures['runOut'], { kind: 'read' }>['next']>;

/** A push as it was made: it may be another than what was suggested. */
export function LogPush({ next }: { readonly next: Next }): ReactNode {
  const { log, isBlocked, error } = useLogWork();
  const [pressed, setPressed] = useState('');
  const [at, setAt] = useState('');
  const pressedMm = pressed.trim() === '' ? next.pressMm : typedQuantity(pressed, 'mm');
  const highAtDeg = at.trim() === '' ? next.highAtDeg : typedQuantity(at, '°');
  const isGood = pressedMm > 0 && pressedMm <= 20 && highAtDeg >= 0 && highAtDeg < 360;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <QuantityField
        label="It was pressed"
        unit="mm"
        className="w-40"
        placeholder={next.pressMm.toFixed(2)}
        value={pressed}
        onChange={(event) => setPressed(event.target.value)}
      />
      <QuantityField
        label="on the side at"
        unit="°"
        className="w-36"
        placeholder={String(Math.round(next.highAtDeg))}
        value={at}
        onChange={(event) => setAt(event.target.value)}
      />
      <Button
        disabled={isBlocked || !isGood}
        onClick={() =>
          log({ kind: 'push', main: next.main, pressedMm, highAtDeg }, () => {
            setPressed('');
            setAt('');
          })
        }
      >
        {`Main ${next.main} was pushed: read it again`}
      </Button>
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </div>
  );
}
