import { KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import type { ScaleCommand, StandinCharacter, StandinMoved } from '@tare/contract';
import { useMemo, useState, type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { StandinDials } from '../../instruments/StandinDials.js';
import { useStandinHand } from '../../instruments/useStandinHand.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useKeys, type KeyAction } from '../../ui/useKeys.js';
import type { Weighing } from './useWeighing.js';

const DIALS = {
  divisionG: { label: 'Division', unit: 'g' },
  noiseG: { label: 'Noise of the display', unit: 'g' },
  driftGPerMin: { label: 'Drift of the zero', unit: '', unitWords: 'g/min' },
  settlingS: { label: 'Settling', unit: 's' },
  placeG: { label: 'Where the part stands', unit: 'g' },
  levelErrorG: { label: 'Fixture off level', unit: 'g' },
} as const;
const command = (body: ScaleCommand): Promise<StandinMoved> => ask('POST standin-scale/commands', { body });
const readCharacter = (): Promise<StandinCharacter> => ask('GET standin-scale/character', {});
const become = (character: StandinCharacter): Promise<unknown> => command({ word: 'BECOME', character });

/** The hands at the stand-in scale: put the part on, tap the table, lift it off. Clearly not the real thing. */
export function StandinDrawer({ weighing }: { readonly weighing: Weighing }): ReactNode {
  const { sheet } = useOpenJob();
  const { kind, waiting, scale } = weighing;
  const { move, error } = useStandinHand(scale, command);
  const [dials, setDials] = useState(false);
  const name = waiting
    ? `${KIND_NAMES[kind].one.toLowerCase()} ${waiting.cylinder}${waiting.measure === 'mass' ? '' : `, ${MEASURE_NAMES[waiting.measure].toLowerCase()},`}`
    : '';
  const actions = useMemo(
    () => ({
      put: () => {
        if (waiting) move({ word: 'PUT', jobId: sheet.id, partId: waiting.partId, measure: waiting.measure });
      },
      lift: () => move({ word: 'LIFT' }),
      tap: () => move({ word: 'TAP' }),
      zero: () => move({ word: 'ZERO' }),
    }),
    [waiting, move, sheet.id],
  );
  const keys = useMemo<KeyAction[]>(
    () => [
      { key: 'p', does: 'put the part on', inFields: true, act: actions.put },
      { key: 'l', does: 'lift it off', inFields: true, act: actions.lift },
      { key: 't', does: 'tap the table', inFields: true, act: actions.tap },
      { key: 'z', does: 'press zero', inFields: true, act: actions.zero },
    ],
    [actions],
  );
  useKeys(keys);
  return (
    <div className="flex flex-wrap items-center gap-3 border-2 border-dashed border-steel px-3 py-2" role="group" aria-label="Stand-in scale">
      <span className="text-ink-soft">On the stand-in scale:</span>
      <Button disabled={!waiting} onClick={actions.put}>{`Put ${name} on (p)`}</Button>
      <Button onClick={actions.tap}>Tap the table (t)</Button>
      <Button onClick={actions.lift}>Lift it off (l)</Button>
      <Button onClick={actions.zero}>Zero (z)</Button>
      <Button look="quiet" aria-expanded={dials} onClick={() => setDials(!dials)}>
        Its dials
      </Button>
      {dials && <StandinDials noun="scale" dials={DIALS} read={readCharacter} become={become} />}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
