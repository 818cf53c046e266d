import type { GaugeCommand, StandinGauge, StandinMoved } from '@tare/contract';
import { useMemo, useState, type ReactNode } from 'react';
import { ask } from '../../api/client.js';
import { StandinDials } from '../../instruments/StandinDials.js';
import { useStandinHand } from '../../instruments/useStandinHand.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useKeys, type KeyAction } from '../../ui/useKeys.js';
import type { SheetEntry } from './useSheetEntry.js';

const DIALS = {
  divisionMm: { label: 'Division', unit: 'mm' },
  playMm: { label: 'Play', unit: 'mm' },
  noiseMm: { label: 'Noise of the needle', unit: 'mm' },
  driftMmPerMin: { label: 'Drift of the zero', unit: '', unitWords: 'mm/min' },
  settlingS: { label: 'Settling', unit: 's' },
  gaugeC: { label: 'Gauge', unit: '', unitWords: '°C' },
  partC: { label: 'Part', unit: '', unitWords: '°C' },
} as const;
const command = (body: GaugeCommand): Promise<StandinMoved> => ask('POST standin-gauge/commands', { body });
const readCharacter = (): Promise<StandinGauge> => ask('GET standin-gauge/character', {});
const become = (character: StandinGauge): Promise<unknown> => command({ word: 'BECOME', character });

/** The hand with the stand-in gauge: on its setting piece, at the place that waits, off. Clearly not the real thing. */
export function StandinGaugeDrawer({ entry: { waiting, setting, live } }: { readonly entry: SheetEntry }): ReactNode {
  const { sheet } = useOpenJob();
  const { move, error } = useStandinHand(live, command);
  const [dials, setDials] = useState(false);
  const setMm = setting?.setValueMm ?? 0;
  const actions = useMemo(
    () => ({
      place: () => {
        if (!waiting) return;
        const { feature, quantity, angleDeg, depth } = waiting;
        move({ word: 'PLACE', jobId: sheet.id, feature, quantity, angleDeg, depth });
      },
      set: () => move({ word: 'SET', setMm }),
      zero: () => move({ word: 'ZERO' }),
      lift: () => move({ word: 'LIFT' }),
    }),
    [waiting, move, sheet.id, setMm],
  );
  const keys = useMemo<KeyAction[]>(
    () => [
      { key: 'p', does: 'hold the gauge at the place', inFields: true, act: actions.place },
      { key: 's', does: 'onto its setting piece', inFields: true, act: actions.set },
      { key: 'z', does: 'turn its zero', inFields: true, act: actions.zero },
      { key: 'l', does: 'lift it off', inFields: true, act: actions.lift },
    ],
    [actions],
  );
  useKeys(keys);
  return (
    <div className="flex flex-wrap items-center gap-3 border-2 border-dashed border-steel px-3 py-2" role="group" aria-label="Stand-in gauge">
      <span className="text-ink-soft">With the stand-in gauge:</span>
      <Button onClick={actions.set}>Onto its setting piece (s)</Button>
      <Button onClick={actions.zero}>Turn its zero (z)</Button>
      <Button disabled={!waiting} onClick={actions.place}>{`Hold it at ${waiting ? `${waiting.row}, ${waiting.column}` : 'a place'} (p)`}</Button>
      <Button onClick={actions.lift}>Lift it off (l)</Button>
      <Button look="quiet" aria-expanded={dials} onClick={() => setDials(!dials)}>
        Its dials
      </Button>
      {dials && <StandinDials noun="gauge" dials={DIALS} read={readCharacter} become={become} />}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
