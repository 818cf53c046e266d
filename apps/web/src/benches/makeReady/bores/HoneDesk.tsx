import { honeGate, type BoresFigures, type MadeReady } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Button } from '../../../ui/Button.js';
import { DataTable } from '../../../ui/DataTable.js';
import { Field } from '../../../ui/Field.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useDisplay } from '../../../ui/display.js';
import { useLogWork } from '../LogWork.js';

/** What every bore is honed to, for the piston that goes into it; stopped while a piston is not measured. Nothing once all are honed. */
export function HoneDesk({ made, bores }: { readonly made: MadeReady; readonly bores: BoresFigures }): ReactNode {
  const { log, isBlocked, error } = useLogWork();
  const { say } = useDisplay();
  const [why, setWhy] = useState('');
  if (bores.honeLeftMm <= 0) return null;
  const gate = honeGate(made, bores.rows.length);
  return (
    <section className="grid gap-3 border-2 border-edge p-3" aria-label="Finish honing">
      <p>{`Bored, with ${say(bores.honeLeftMm, 'mm', 3)} left for the hone.`}</p>
      {bores.fits.some(({ hone }) => hone) && (
        <DataTable
          caption="What each bore is honed to"
          rows={bores.fits}
          keyOf={({ bore }) => bore}
          columns={[
            { title: 'Bore', is: 'words', cell: ({ bore }) => bore },
            { title: 'for piston', is: 'words', cell: ({ piston }) => piston },
            { title: 'to', cell: ({ hone }) => (hone ? say(hone.toMm, 'mm', 3) : '–') },
            {
              title: 'still to take',
              cell: ({ hone }) => (hone ? `${say(hone.stillMm, 'mm', 3)}${hone.stillMm < 0 ? ' ▲ too large already' : ''}` : '–'),
            },
          ]}
        />
      )}
      {gate !== null && (
        <>
          <Note>{`▲ ${gate}`}</Note>
          <Field label="Honed all the same, because" value={why} maxLength={300} onChange={(event) => setWhy(event.target.value)} />
        </>
      )}
      <Button
        look="primary"
        className="w-fit"
        disabled={isBlocked || (gate !== null && why.trim() === '')}
        onClick={() => log({ kind: 'honeBores', overruled: gate === null ? '' : why.trim() })}
      >
        All were finish honed: measure them again
      </Button>
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </section>
  );
}
