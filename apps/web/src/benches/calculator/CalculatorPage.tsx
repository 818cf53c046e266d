import { fixed } from '@tare/card';
import {
  bobsNeeded,
  bobWeight,
  CoreError,
  crankTemplate,
  layOut,
  LAYOUT_FAMILIES,
  LAYOUT_IDS,
  LAYOUTS,
  LINE_NAMES,
  readQuantity,
  type Unit,
  type BobWeight,
  type EngineLayout,
  type Planes,
  type ShakingEngine,
} from '@tare/core';
import { Link2 } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { Link } from 'react-router';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { BobCardTable } from '../bobs/BobCardTable.js';
import { FactorEffectView } from '../bobs/effect/FactorEffectView.js';
import { ExtraLineList } from '../bobs/ExtraLines.js';
import { CALCULATOR_LINES, writeAddress, type CalculatorState } from './calculatorAddress.js';
import { useCalculator } from './useCalculator.js';

/** The bob weight card without a job: typed numbers, and an address that carries them. */
export function CalculatorPage(): ReactNode {
  const { state, change } = useCalculator();
  const worked = workOut(state);
  return (
    <main className="mx-auto w-full max-w-6xl p-4">
      <div className="grid gap-5 border-2 border-edge bg-plate p-5">
        <div className="flex flex-wrap items-start gap-4">
          <div className="grow">
            <h1 className="text-3xl">Bob weight calculator</h1>
            <p className="mt-1 text-lg">Type what one rod carries. Nothing is kept but in the address, which can be shared.</p>
          </div>
          <CopyAddress />
        </div>
        <Typed state={state} change={change} />
        <ExtraLineList extras={state.extras} blocked={false} onChange={(extras) => change({ extras })} />
        {worked.kind === 'open' && <Note>{worked.why}</Note>}
        {worked.kind === 'refused' && <ProblemNotice>{worked.why}</ProblemNotice>}
        {worked.kind === 'ready' && <Worked state={state} change={change} card={worked.card} reciprocatingG={worked.reciprocatingG} />}
      </div>
    </main>
  );
}

interface StateProps {
  readonly state: CalculatorState;
  readonly change: (more: Partial<CalculatorState>) => void;
}

function Typed({ state, change }: StateProps): ReactNode {
  const sentence = (name: string): string => `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
  return (
    <div className="grid items-start gap-3 sm:grid-cols-3 md:grid-cols-5">
      <Choice
        label="Rods on a pin"
        value={state.rods}
        onChange={(event) => change({ rods: event.target.value })}
        options={['1', '2', '3', '4'].map((value) => ({ value, label: value }))}
      />
      {CALCULATOR_LINES.map(([key]) => (
        <QuantityField
          key={key}
          label={sentence(LINE_NAMES[key])}
          unit="g"
          value={state.lines[key]}
          problem={complaint(state.lines[key], 'g')}
          onChange={(event) => change({ lines: { ...state.lines, [key]: event.target.value } })}
        />
      ))}
      <QuantityField
        label="Factor"
        unit="%"
        value={state.factor}
        problem={complaint(state.factor, '%')}
        onChange={(event) => change({ factor: event.target.value })}
      />
      <QuantityField
        label="Oil on each pin"
        unit="g"
        value={state.oil}
        problem={complaint(state.oil, 'g')}
        onChange={(event) => change({ oil: event.target.value })}
      />
    </div>
  );
}

function complaint(typed: string, unit: Unit): string | undefined {
  const read = readQuantity(typed, unit);
  return 'sentence' in read ? read.sentence : undefined;
}

function numberOf(typed: string, unit: Unit): number | null {
  const parsed = readQuantity(typed, unit);
  return parsed.kind === 'quantity' ? parsed.value : null;
}

type WorkedOut =
  { readonly kind: 'open' | 'refused'; readonly why: string } | { readonly kind: 'ready'; readonly card: BobWeight; readonly reciprocatingG: number };

function workOut({ lines, extras, rods, oil, factor }: CalculatorState): WorkedOut {
  const missing = CALCULATOR_LINES.filter(([key]) => numberOf(lines[key], 'g') === null).map(([key]) => LINE_NAMES[key]);
  const [oilG, percent] = [numberOf(oil, 'g'), numberOf(factor, '%')];
  if (missing.length > 0) return { kind: 'open', why: `Still to type: ${missing.join(', ')}. Type 0 for what this engine does not have.` };
  if (oilG === null || percent === null) return { kind: 'open', why: 'Still to type: the factor and the oil.' };
  const set = Object.fromEntries(CALCULATOR_LINES.map(([key]) => [key, numberOf(lines[key], 'g')!])) as Record<
    (typeof CALCULATOR_LINES)[number][0],
    number
  >;
  try {
    const rodSets = Array.from({ length: Number(rods) || 1 }, (_, i) => ({ cylinder: i + 1, ...set }));
    const card = bobWeight({ rodSets, extras, oilG, factorRatio: percent / 100 });
    return { kind: 'ready', card, reciprocatingG: card.reciprocatingG / rodSets.length };
  } catch (error) {
    if (error instanceof CoreError) return { kind: 'refused', why: error.message };
    throw error;
  }
}

interface WorkedProps extends StateProps {
  readonly card: BobWeight;
  /** Of one rod. */
  readonly reciprocatingG: number;
}

function Worked({ state, change, card, reciprocatingG }: WorkedProps): ReactNode {
  const cylinders = Array.from({ length: Number(state.rods) || 1 }, (_, i) => i + 1);
  return (
    <>
      <p className="text-lg">
        Bob weight <span className="figure-type text-4xl font-semibold">{fixed(card.bobWeightG, 1)} g</span>
        <span className="text-ink-soft">{`, half ${fixed(card.bobWeightG / 2, 2)} g`}</span>
      </p>
      <BobCardTable pins={[{ pin: 1, cylinders, card }]} />
      <Link to={`/jobs/new?from=calculator&${writeAddress(state).toString()}`} className="w-fit underline underline-offset-4">
        Begin a job with these figures
      </Link>
      <Disclosure large title="What the factor does">
        <Effect state={state} change={change} reciprocatingG={reciprocatingG} />
      </Disclosure>
    </>
  );
}

function Effect({ state, change, reciprocatingG }: StateProps & { readonly reciprocatingG: number }): ReactNode {
  const { layoutId, stroke, rod, spacing, rpm, factor } = state;
  const engine = useMemo(() => engineOf({ layoutId, stroke, rod, spacing }, reciprocatingG), [layoutId, stroke, rod, spacing, reciprocatingG]);
  const redlineRpm = numberOf(rpm, 'rpm');
  return (
    <div className="grid gap-4">
      <div className="grid items-start gap-3 md:grid-cols-6">
        <Choice
          label="Layout"
          className="md:col-span-2"
          value={layoutId}
          onChange={(event) => change({ layoutId: event.target.value as CalculatorState['layoutId'] })}
          options={LAYOUT_FAMILIES.flatMap((family) => LAYOUT_IDS.filter((id) => LAYOUTS[id].family === family && id !== 'own')).map((id) => ({
            value: id,
            label: LAYOUTS[id].name,
          }))}
        />
        <QuantityField label="Stroke" unit="mm" value={stroke} onChange={(event) => change({ stroke: event.target.value })} />
        <QuantityField label="Rod length" unit="mm" value={rod} onChange={(event) => change({ rod: event.target.value })} />
        <QuantityField label="Throw to throw" unit="mm" value={spacing} onChange={(event) => change({ spacing: event.target.value })} />
        <QuantityField label="Redline" unit="rpm" value={rpm} onChange={(event) => change({ rpm: event.target.value })} />
      </div>
      {typeof engine === 'string' ? (
        <ProblemNotice>{engine}</ProblemNotice>
      ) : redlineRpm === null || redlineRpm < 50 ? (
        <Note>Type the redline.</Note>
      ) : (
        <>
          <p>{bobsNeeded(engine.engine.layout).reason}</p>
          <FactorEffectView
            engine={engine.engine}
            factorRatio={(numberOf(factor, '%') ?? 50) / 100}
            redlineRpm={redlineRpm}
            planes={engine.planes}
            actual={NOTHING_ACTUAL}
            allowedGmm={null}
          />
        </>
      )}
    </div>
  );
}

const NOTHING_ACTUAL: readonly never[] = [];

/** The typed engine with equal parts and a guessed crank's planes, or the sentence that says why it is none. */
function engineOf(
  { layoutId, stroke, rod, spacing }: Pick<CalculatorState, 'layoutId' | 'stroke' | 'rod' | 'spacing'>,
  reciprocatingG: number,
): { readonly engine: ShakingEngine; readonly planes: Planes } | string {
  const [strokeMm, rodLengthMm, spacingMm] = [stroke, rod, spacing].map((typed) => numberOf(typed, 'mm') ?? Number.NaN) as [number, number, number];
  try {
    const template = LAYOUTS[layoutId];
    const layout: EngineLayout = layOut(
      template,
      spacingMm,
      template.throws.some(({ splayDeg }) => splayDeg !== 0) ? template.splitOffsetRatio * spacingMm : 0,
    );
    const engine = { layout, crankRadiusMm: strokeMm / 2, rodLengthMm, reciprocatingG: layout.cylinders.map(() => reciprocatingG) };
    return { engine, planes: crankTemplate(template, layout, strokeMm).planes };
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
}

function CopyAddress(): ReactNode {
  const [copied, setCopied] = useState(false);
  return (
    <div className="grid justify-items-end">
      <Button onClick={() => void navigator.clipboard.writeText(window.location.href).then(() => setCopied(true))}>
        <Link2 aria-hidden className="size-5" /> Copy the address
      </Button>
      <p role="status" className="min-h-6 text-ink-soft">
        {copied ? 'Copied as it stands now.' : ''}
      </p>
    </div>
  );
}
