import type { Machine, MachineUnit } from '@tare/contract';
import { checkConvention, fromHeavyDeg, normaliseAngleDeg, typedQuantity, type ConventionCheck as Checked, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useWrite } from '../../api/useWrite.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { useWho } from '../../ui/WhoFirst.js';
import { MACHINE_UNITS } from '../spin/own/unitWords.js';
import { ConventionDial } from './ConventionDial.js';

const FIELDS = [
  ['beforeAmount', 'Reading in A without it'],
  ['beforeDeg', 'Its angle without it'],
  ['withAmount', 'Reading in A with it'],
  ['withDeg', 'Its angle with it'],
  ['weightAmount', 'The weight'],
  ['weightDeg', 'Its angle, from crankpin 1'],
] as const;
/** What a field's number is kept in. */
const unitOf = (key: string, unit: MachineUnit): Unit => (key.endsWith('Deg') ? '°' : MACHINE_UNITS[unit]);

type Typed = Readonly<Record<(typeof FIELDS)[number][0], string>>;

/** The convention on a drawing, and one known weight to confirm it: 180° and mirror mistakes are named. */
export function ConventionCheck({ machine }: { readonly machine: Machine }): ReactNode {
  const { convention, unit } = machine.spec;
  const personId = useWho();
  const entry = useWrite('PUT machines/:machineId', { machineId: machine.id });
  // 60° from the machine's own zero tells all the usual mistakes apart.
  const bestDeg = Math.round(normaliseAngleDeg(convention.zeroAtDeg + 60));
  const [typed, setTyped] = useState<Typed>({
    beforeAmount: '',
    beforeDeg: '',
    withAmount: '',
    withDeg: '',
    weightAmount: '',
    weightDeg: String(bestDeg),
  });
  const [checked, setChecked] = useState<Checked | string | null>(null);
  const number = (key: keyof Typed): number => typedQuantity(typed[key], unitOf(key, unit));
  const look = (): void => {
    const missing = FIELDS.filter(([key]) => Number.isNaN(number(key)) && !(key === 'weightAmount' && unit === 'none'));
    if (missing.length > 0) return setChecked(`Still to type, as numbers: ${missing.map(([, name]) => name).join('; ')}.`);
    setChecked(
      checkConvention(
        { amount: number('beforeAmount'), angleDeg: number('beforeDeg') },
        { amount: number('withAmount'), angleDeg: number('withDeg') },
        { amount: unit === 'none' ? null : number('weightAmount'), angleDeg: number('weightDeg') },
        convention,
      ),
    );
  };
  return (
    <section aria-label={`The convention of ${machine.spec.name}`} className="grid items-start gap-4 md:grid-cols-[16rem_minmax(0,1fr)]">
      <ConventionDial convention={convention} />
      <div className="grid gap-3">
        <p>
          {`Confirm it once with a known weight in plane A: read the crank, fix the weight at ${bestDeg}° from crankpin 1 (there the machine should name ${Math.round(fromHeavyDeg(bestDeg, { ...convention, shows: 'heavy' }))}), read again. Tape it well and stand clear.`}
        </p>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          {FIELDS.filter(([key]) => key !== 'weightAmount' || unit !== 'none').map(([key, name]) => (
            <QuantityField
              key={key}
              label={name}
              unit={unitOf(key, unit)}
              asShown
              value={typed[key]}
              onChange={(event) => {
                setChecked(null);
                setTyped({ ...typed, [key]: event.target.value });
              }}
            />
          ))}
        </div>
        <Button className="w-fit" onClick={look}>
          Check the convention
        </Button>
        {typeof checked === 'string' && <ProblemNotice>{checked}</ProblemNotice>}
        {checked !== null && typeof checked !== 'string' && (
          <div className="grid gap-2">
            <VerdictMark sentence verdict={checked.fault === 'none' ? 'inside' : checked.fault === 'cannotTell' ? 'open' : 'outside'}>
              {checked.sentence}
            </VerdictMark>
            {checked.mended !== null && personId !== null && (
              <Button
                className="w-fit"
                disabled={entry.isPending}
                onClick={() =>
                  entry.mutate(
                    { personId, baseVersion: machine.version, spec: { ...machine.spec, convention: checked.mended! } },
                    { onSuccess: () => setChecked(null) },
                  )
                }
              >
                Mend the convention by that
              </Button>
            )}
          </div>
        )}
        {entry.error && <ProblemNotice>{entry.error.message}</ProblemNotice>}
      </div>
    </section>
  );
}
