import { readQuantity, type ReadQuantity } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';
import { useCautions } from './Cautions.js';
import { StandinDrawer, useStandinDials } from './StandinDrawer.js';
import { useHung } from './useHung.js';
import type { Spin } from './useSpin.js';
import { useSpinSetUp } from './useSpinSetUp.js';

/** Bounds of the balancing speed and of a reading's turns, as the server holds them. */
const SPEED_RPM = { least: 100, most: 1500 };
const TURNS = { least: 10, most: 1000 };

/** Speed, turns, and the cautions that come before every spin. */
export function SpinOrderForm({ onStart }: { readonly onStart: Spin['start'] }): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const first = sheet.spins.length === 0;
  const [speed, setSpeed] = useDraft(`speed.${sheet.id}`, first ? '450' : '600');
  const [turns, setTurns] = useDraft(`turns.${sheet.id}`, '60');
  const { cautions, allConfirmed } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, fields: setUpFields, startOver } = useSpinSetUp();
  const [dials, setDials] = useStandinDials();
  const [speedRpm, n] = [readQuantity(speed, 'rpm'), readQuantity(turns, '')];
  const speedProblem = within(speedRpm, SPEED_RPM) ? undefined : `A balancing speed is between ${SPEED_RPM.least} and ${SPEED_RPM.most} rpm.`;
  const turnsProblem = within(n, TURNS) && Number.isInteger(n.value) ? undefined : `A reading takes ${TURNS.least} to ${TURNS.most} whole turns.`;
  const ready = personId !== null && allConfirmed && whole && speedProblem === undefined && turnsProblem === undefined;
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready && speedRpm.kind === 'quantity' && n.kind === 'quantity') {
          onStart({ personId, speedRpm: speedRpm.value, turns: n.value, hungPieces, dials, ...setUp });
          startOver();
        }
      }}
    >
      <div className="grid items-start gap-4 lg:grid-cols-2">
        {cautions}
        <div className="grid gap-1">
          <div className="flex flex-wrap items-start gap-4">
            <QuantityField
              label="Balancing speed"
              unit="rpm"
              className="w-32"
              value={speed}
              onChange={(event) => {
                setSpeed(event.target.value);
              }}
              problem={speedProblem}
              hint={first ? 'First spin slow' : undefined}
            />
            <QuantityField
              label="Turns to read"
              unit=""
              className="w-28"
              value={turns}
              onChange={(event) => {
                setTurns(event.target.value);
              }}
              problem={turnsProblem}
            />
            <Button type="submit" look="primary" className="mt-6" disabled={!ready}>
              {first ? 'Spin as received' : 'Spin again'}
            </Button>
          </div>
        </div>
      </div>
      {setUpFields}
      {fields}
      <StandinDrawer dials={dials} onChange={setDials} />
    </form>
  );
}

function within(parsed: ReadQuantity, { least, most }: { least: number; most: number }): parsed is { kind: 'quantity'; value: number } {
  return parsed.kind === 'quantity' && parsed.value >= least && parsed.value <= most;
}
