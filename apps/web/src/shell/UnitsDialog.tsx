import { INCH, KINDS_IN_TWO_SYSTEMS, METRIC, SYSTEMS, type KindInTwoSystems, type System, type Systems } from '@tare/core';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.js';
import { Choice } from '../ui/Choice.js';
import { Modal } from '../ui/Modal.js';
import { ProblemNotice } from '../ui/Notice.js';
import { useDisplay, useDisplayChange } from '../ui/display.js';

const KIND_NAMES: Readonly<Record<KindInTwoSystems, string>> = {
  length: 'Lengths',
  mass: 'Weights',
  unbalance: 'Unbalance',
  force: 'Forces',
  torque: 'Torques',
  density: 'Densities',
};
const UNITS: Readonly<Record<KindInTwoSystems, readonly [metric: string, inch: string]>> = {
  length: ['mm', 'inches'],
  mass: ['g and kg', 'oz and lb'],
  unbalance: ['g·mm', 'oz·in'],
  force: ['N', 'lbf'],
  torque: ['N·m', 'lb·ft'],
  density: ['g/cm³', 'lb/in³'],
};

const nameOf = (kind: KindInTwoSystems, system: System): string =>
  system === 'both' ? `${UNITS[kind][0]}, with ${UNITS[kind][1]} beside` : UNITS[kind][system === 'metric' ? 0 : 1];

/** In which units whoever is at the bench reads and types: everybody has a choice of their own. */
export function UnitsDialog({ open, onOpenChange }: { readonly open: boolean; readonly onOpenChange: (open: boolean) => void }): ReactNode {
  const { systems, gr } = useDisplay();
  const { change, blocked, error } = useDisplayChange();
  const set = (more: Partial<Systems>): void => change({ systems: { ...systems, ...more } });
  return (
    <Modal title="My units" open={open} onOpenChange={onOpenChange}>
      <div className="grid gap-3">
        <p>
          A number typed without a unit is in the unit beside its field. With a unit it may be in any: 3.45 in, 5/8 in, 0.842 kg, 30 thou. A touch on
          the unit turns that one field to the other system.
        </p>
        <p className="text-ink-soft">
          Lengths and forces are shown so too. Weights stay in grams on every bench, as the trade weighs, and unbalance in grams at its radius; other
          units of it are under “Read it your way”.
        </p>
        <div className="flex flex-wrap gap-3">
          <Button disabled={blocked} onClick={() => set(METRIC)}>
            All metric
          </Button>
          <Button disabled={blocked} onClick={() => set(INCH)}>
            Inch shop: lengths in inches, weights in grams
          </Button>
        </div>
        <div className="grid gap-3 sm:grid-cols-2">
          {KINDS_IN_TWO_SYSTEMS.map((kind) => (
            <Choice
              key={kind}
              label={KIND_NAMES[kind]}
              disabled={blocked}
              value={systems[kind]}
              onChange={(event) => set({ [kind]: event.target.value as System })}
              options={SYSTEMS.map((system) => ({ value: system, label: nameOf(kind, system) }))}
            />
          ))}
          <Choice
            label="gr means"
            disabled={blocked}
            value={gr ?? ''}
            onChange={(event) => change({ gr: event.target.value === '' ? null : (event.target.value as 'grain' | 'g') })}
            options={[
              { value: '', label: 'ask me' },
              { value: 'grain', label: 'grain' },
              { value: 'g', label: 'gram' },
            ]}
          />
        </div>
        {blocked && <p className="text-ink-soft">First say who is at the bench, at the top right.</p>}
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
      </div>
    </Modal>
  );
}
