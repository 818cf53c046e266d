import { fromPolar, toPolar, typedNumber, ZERO, type PlaneUnbalance, type Vector } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { NumberField } from '../../ui/Field.js';
import { useDraft } from '../../ui/useDraft.js';

interface Typed {
  readonly aG: string;
  readonly aDeg: string;
  readonly bG: string;
  readonly bDeg: string;
}
const NOTHING: Typed = { aG: '', aDeg: '', bG: '', bDeg: '' };
const FIELDS = [
  ['aG', 'In A', 'g'],
  ['aDeg', 'In A at', '°'],
  ['bG', 'In B', 'g'],
  ['bDeg', 'In B at', '°'],
] as const;

export interface Hung {
  /** Null for nothing. */
  readonly hung: PlaneUnbalance | null;
  /** The typed weights are whole. */
  readonly whole: boolean;
  readonly fields: ReactNode;
}

/** Known weights that hang on the crank in the next spin: a check of the calibration, or a trial piece before metal is added. */
export function useHung(): Hung {
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const [draft, setDraft] = useDraft(`hung.${sheet.id}`);
  const typed = draft === '' ? NOTHING : (JSON.parse(draft) as Typed);
  const weight = (grams: string, deg: string, radiusMm: number): Vector | null => {
    if (grams.trim() === '') return ZERO;
    const [g, at] = [typedNumber(grams), typedNumber(deg)];
    return Number.isNaN(g) || Number.isNaN(at) ? null : fromPolar(g * radiusMm, at);
  };
  const [a, b] = [weight(typed.aG, typed.aDeg, radiusAMm), weight(typed.bG, typed.bDeg, radiusBMm)];
  const something = typed.aG.trim() !== '' || typed.bG.trim() !== '';
  const hung = something && a && b ? { aGmm: a, bGmm: b } : null;
  const whole = a !== null && b !== null;
  const [opened, setOpened] = useState(something);
  return {
    hung,
    whole,
    fields: (
      <details open={opened} onToggle={(event) => setOpened(event.currentTarget.open)}>
        <summary className="min-h-11 py-2">
          Known weights on the crank:{' '}
          <span className="text-ink-soft">{hung ? hungWords(hung, radiusAMm, radiusBMm) : whole ? 'none' : 'not whole yet'}</span>
        </summary>
        <div className="flex flex-wrap items-start gap-3">
          {FIELDS.map(([key, label, unit]) => (
            <NumberField
              key={key}
              label={label}
              unit={unit}
              className="w-28"
              value={typed[key]}
              onChange={(event) => {
                const next = { ...typed, [key]: event.target.value };
                setDraft(Object.values(next).every((text) => text === '') ? '' : JSON.stringify(next));
              }}
            />
          ))}
        </div>
        <p className="text-ink-soft">
          {`At ${fixed(radiusAMm, 0)} mm in A and ${fixed(radiusBMm, 0)} mm in B, angles from crankpin 1. What hangs is taken off the reading again; from a spin without and one with it, the calibration is checked. Fix it well and stand clear.`}
        </p>
      </details>
    ),
  };
}

/** "20.0 g at 60° in A". */
export function hungWords({ aGmm, bGmm }: PlaneUnbalance, radiusAMm: number, radiusBMm: number): string {
  return (
    [
      ['A', toPolar(aGmm), radiusAMm],
      ['B', toPolar(bGmm), radiusBMm],
    ] as const
  )
    .filter(([, { amount }]) => amount > 0)
    .map(([plane, { amount, angleDeg }, radiusMm]) => `${fixed(amount / radiusMm, 1)} g at ${degrees(angleDeg)} in ${plane}`)
    .join(', ');
}
