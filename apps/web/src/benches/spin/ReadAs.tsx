import { degrees, fixed } from '@tare/card';
import {
  gmmToOzin,
  newtonsToLbf,
  readQuantity,
  staticAndCouple,
  toPolar,
  unbalanceForceN,
  type SpinFigures,
  type Unit,
  type Vector,
} from '@tare/core';
import type { ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Choice } from '../../ui/Choice.js';
import { DataTable } from '../../ui/DataTable.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useDisplay } from '../../ui/display.js';
import { useDraft } from '../../ui/useDraft.js';

const VERBS = { remove: 'remove', add: 'add' } as const;
const UNITS = { g: 'g at the radius', gmm: 'g·mm', ozin: 'oz·in' } as const;
type Verb = keyof typeof VERBS;
type SaidIn = keyof typeof UNITS;

/** The last reading said otherwise: as what to remove or add, at any radius and unit, as static plus couple, as force at any speed; and the tolerance by every school. */
export function ReadAs({ spin }: { readonly spin: SpinFigures }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { planes } = sheet.spec.crank;
  const display = useDisplay();
  const [verbText, setVerb] = useDraft('read-verb', 'remove');
  const [unitText, setUnit] = useDraft('read-unit', 'g');
  const [radius, setRadius] = useDraft(`read-at.${sheet.id}`);
  const [speed, setSpeed] = useDraft(`read-speed.${sheet.id}`, String(sheet.spec.redlineRpm));
  const verb: Verb = verbText === 'add' ? 'add' : 'remove';
  const unit: SaidIn = unitText in UNITS ? (unitText as SaidIn) : 'g';
  const typedMm = numberAbove(radius, 'mm', 2000);
  const rpm = numberAbove(speed, 'rpm', 30000);
  const { staticGmm, coupleInBGmm } = staticAndCouple({ aGmm: spin.a.meanGmm, bGmm: spin.b.meanGmm }, planes);
  const say = (vector: Vector, ownRadiusMm: number): string => {
    const { amount, angleDeg } = toPolar(vector);
    const at = degrees(verb === 'add' ? (angleDeg + 180) % 360 : angleDeg, 1);
    if (unit === 'gmm') return `${fixed(amount, 0)} g·mm @ ${at}`;
    if (unit === 'ozin') return `${fixed(gmmToOzin(amount), 3)} oz·in @ ${at}`;
    const radiusMm = radius.trim() === '' ? ownRadiusMm : typedMm;
    return radiusMm === null ? '–' : `${fixed(amount / radiusMm, 2)} g at ${display.say(radiusMm, 'mm', 0)} @ ${at}`;
  };
  const first = figures.spins[0]!;
  return (
    <Disclosure title="Read it your way: other units, static and couple, force at any speed, the tolerance by every school">
      <div className="grid gap-4">
        <div className="flex flex-wrap items-start gap-4">
          <Choice label="Say where to" className="w-36" value={verb} onChange={(event) => setVerb(event.target.value)} options={optionsOf(VERBS)} />
          <Choice label="In" className="w-40" value={unit} onChange={(event) => setUnit(event.target.value)} options={optionsOf(UNITS)} />
          {unit === 'g' && (
            <QuantityField
              label="At the radius"
              unit="mm"
              className="w-44"
              hint="Blank: each plane’s own"
              value={radius}
              onChange={(event) => setRadius(event.target.value)}
            />
          )}
          <QuantityField label="Force at" unit="rpm" className="w-36" value={speed} onChange={(event) => setSpeed(event.target.value)} />
        </div>
        <Said
          caption={`Where to ${verb}`}
          hideCaption
          rows={[
            [`Plane A: ${verb}`, say(spin.a.meanGmm, planes.radiusAMm)],
            [`Plane B: ${verb}`, say(spin.b.meanGmm, planes.radiusBMm)],
            ['Static, both planes together', say(staticGmm, planes.radiusAMm)],
            ['Couple: in B, and opposite in A', say(coupleInBGmm, planes.radiusBMm)],
          ]}
        />
        {rpm !== null && (
          <Said
            caption={`Force at ${fixed(rpm, 0)} rpm`}
            rows={[
              ['As received, plane A', forceWords(first.a.meanGmm, rpm)],
              ['As received, plane B', forceWords(first.b.meanGmm, rpm)],
              ...(spin.spinId === first.spinId
                ? []
                : ([
                    ['Last spin, plane A', forceWords(spin.a.meanGmm, rpm)],
                    ['Last spin, plane B', forceWords(spin.b.meanGmm, rpm)],
                  ] as const)),
            ]}
          />
        )}
        <ToleranceTable />
      </div>
    </Disclosure>
  );
}

function ToleranceTable(): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { aGmm, bGmm, gramsAtRadiusA, gramsAtRadiusB, aOzin, bOzin, gradeMmPerS, isOverhung } = figures.tolerance;
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const share = (100 * aGmm) / (aGmm + bGmm);
  return (
    <Said
      caption={`The tolerance by every school; A has ${fixed(share, 0)} % of it, B ${fixed(100 - share, 0)} %${isOverhung ? '; the mass centre lies outside the planes, and its levers share it' : ''}`}
      rows={[
        [
          'Grams at the correction radius',
          `A ${fixed(gramsAtRadiusA, 2)} at ${say(radiusAMm, 'mm', 0)}, B ${fixed(gramsAtRadiusB, 2)} at ${say(radiusBMm, 'mm', 0)}`,
        ],
        ['g·mm in each plane', `A ${fixed(aGmm, 0)}, B ${fixed(bGmm, 0)}`],
        ['oz·in in each plane', `A ${fixed(aOzin, 3)}, B ${fixed(bOzin, 3)}`],
        [`Grade G at ${fixed(sheet.spec.redlineRpm, 0)} rpm`, `G ${fixed(gradeMmPerS, 1)}`],
      ]}
    />
  );
}

interface SaidProps {
  readonly caption: string;
  readonly hideCaption?: boolean;
  readonly rows: readonly (readonly [name: string, figure: string])[];
}

/** Names, and what each comes to. */
const Said = (props: SaidProps): ReactNode => (
  <DataTable
    {...props}
    hideHead
    className="w-full max-w-2xl"
    columns={[
      { title: 'What', is: 'words', className: 'font-normal', cell: ([name]) => name },
      { title: 'Figure', cell: ([, figure]) => figure },
    ]}
    keyOf={([name]) => name}
  />
);

const optionsOf = (words: Readonly<Record<string, string>>): { value: string; label: string }[] =>
  Object.entries(words).map(([value, label]) => ({ value, label }));

function forceWords(vector: Vector, rpm: number): string {
  const newtons = unbalanceForceN(toPolar(vector).amount, rpm);
  return `${fixed(newtons, 0)} N, ${fixed(newtonsToLbf(newtons), 0)} lbf`;
}

function numberAbove(typed: string, keptIn: Unit, most: number): number | null {
  const parsed = readQuantity(typed, keptIn);
  return parsed.kind === 'quantity' && parsed.value > 0 && parsed.value <= most ? parsed.value : null;
}
