import { fixed } from '@tare/card';
import type { ActualParts, FactorEffect, Planes, ShakingEngine } from '@tare/core';
import { Slider } from 'radix-ui';
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { Choice } from '../../../ui/Choice.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { Hodograph, SweepChart, TurnChart } from './charts.js';
import { bestWords, onePercentWords, otherFactorWords, type ForceOrCouple } from './effectWords.js';
import { useFactorEffect } from './useFactorEffect.js';
import { useDisplay } from '../../../ui/display.js';

interface FactorEffectProps {
  readonly engine: ShakingEngine;
  readonly factorRatio: number;
  readonly redlineRpm: number;
  readonly planes: Planes;
  readonly actual: readonly ActualParts[];
  /** What the spin allows in each plane, g·mm; null where nothing is agreed. */
  readonly allowedGmm: { readonly a: number; readonly b: number } | null;
}

const NOTHING = 1e-3;

/** 40 to 60 % by half per cent. */
const SWEEP = Array.from({ length: 41 }, (_, i) => 0.4 + i * 0.005);

/** What the factor does to this engine: force and couple over a turn, by order, over the factors, and what one per cent is worth. */
export function FactorEffectView({ engine, factorRatio, redlineRpm, planes, actual, allowedGmm }: FactorEffectProps): ReactNode {
  const { systems } = useDisplay();
  const [speedRpm, setSpeed] = useState(redlineRpm);
  const [asked, setAsked] = useState<ForceOrCouple | null>(null);
  const wanted = useMemo(
    () => ({ engine, factorRatio, speedRpm: Math.min(speedRpm, redlineRpm), factorRatios: SWEEP, planes, actual }),
    [engine, factorRatio, speedRpm, redlineRpm, planes, actual],
  );
  // A slider that is dragged leaves behind what the worker has not begun.
  const { effect, problem } = useFactorEffect(useDeferredValue(wanted));
  if (problem !== null) return <ProblemNotice>{problem}</ProblemNotice>;
  if (!effect) return <Note>Working it out …</Note>;
  const which = asked ?? usualQuestion(effect);
  return (
    <section className="grid gap-4" aria-label="What the factor does">
      <div className="flex flex-wrap items-end gap-6">
        <Choice
          label="Shaking"
          className="w-56"
          value={which}
          onChange={(event) => setAsked(event.target.value as ForceOrCouple)}
          options={[
            { value: 'force', label: 'force, N' },
            { value: 'couple', label: 'couple, N·m' },
          ]}
        />
        <SpeedSlider speedRpm={wanted.speedRpm} redlineRpm={redlineRpm} onChange={setSpeed} />
      </div>
      <p className="text-lg">{bestWords(effect, which)}</p>
      <div className="grid gap-4 md:grid-cols-[minmax(0,1fr)_18rem]">
        <TurnChart shaking={effect.shaking} which={which} />
        <Hodograph shaking={effect.shaking} which={which} />
      </div>
      <SweepChart sweep={effect.sweep} factorRatio={factorRatio} which={which} />
      <p>{otherFactorWords(effect, factorRatio, which)}</p>
      <p>{onePercentWords(effect.onePercent, planes, wanted.speedRpm, allowedGmm, systems)}</p>
      <OrderTable effect={effect} />
      {effect.shaking.length > 1 && <PartsTable effect={effect} />}
    </section>
  );
}

/** What the factor moves: the couple where it moves no force. */
function usualQuestion({ best, shaking }: FactorEffect): ForceOrCouple {
  if (best.force) return 'force';
  if (best.couple) return 'couple';
  return shaking[0]!.force.peak > NOTHING ? 'force' : 'couple';
}

function SpeedSlider({
  speedRpm,
  redlineRpm,
  onChange,
}: {
  readonly speedRpm: number;
  readonly redlineRpm: number;
  readonly onChange: (rpm: number) => void;
}): ReactNode {
  return (
    <div className="min-w-56 grow">
      <p className="text-ink-soft">
        At <span className="figure-type text-ink">{fixed(speedRpm, 0)}</span> rpm; redline {fixed(redlineRpm, 0)}
      </p>
      <Slider.Root
        className="relative flex h-11 touch-none items-center"
        min={Math.min(500, redlineRpm)}
        max={redlineRpm}
        step={50}
        value={[speedRpm]}
        onValueChange={([rpm]) => onChange(rpm ?? redlineRpm)}
      >
        <Slider.Track className="relative h-2 grow bg-edge">
          <Slider.Range className="absolute h-full bg-ink-soft" />
        </Slider.Track>
        <Slider.Thumb aria-label="Speed in rpm" className="block h-9 w-6 rounded-xs border-2 border-ink bg-plate" />
      </Slider.Root>
    </div>
  );
}

function OrderTable({ effect }: { readonly effect: FactorEffect }): ReactNode {
  const cell = ({ amount, angleDeg }: { readonly amount: number; readonly angleDeg: number }): string =>
    amount < NOTHING ? '0' : `${fixed(amount, 1)} ∠ ${Math.round(angleDeg) % 360}°`;
  return (
    <DataTable
      caption="By order, equal parts: with the crank and against it"
      rows={effect.orders}
      keyOf={({ order }) => order}
      columns={[
        { title: 'Order', cell: ({ order }) => order },
        { title: 'Force with, N', cell: ({ force }) => cell(force.forward) },
        { title: 'Force against, N', cell: ({ force }) => cell(force.backward) },
        { title: 'Couple with, N·m', cell: ({ couple }) => cell(couple.forward) },
        { title: 'Couple against, N·m', cell: ({ couple }) => cell(couple.backward) },
      ]}
    />
  );
}

function PartsTable({ effect }: { readonly effect: FactorEffect }): ReactNode {
  return (
    <DataTable
      caption="What matching bought: the parts as they are"
      rows={effect.shaking}
      keyOf={({ name }) => name}
      columns={[
        { title: 'Parts', is: 'words', cell: ({ name }) => name },
        { title: 'Force peak, N', cell: ({ force }) => fixed(force.peak, 1) },
        { title: 'root mean square', cell: ({ force }) => fixed(force.rms, 1) },
        { title: 'Couple peak, N·m', cell: ({ couple }) => fixed(couple.peak, 2) },
        { title: 'root mean square', cell: ({ couple }) => fixed(couple.rms, 2) },
      ]}
    />
  );
}
