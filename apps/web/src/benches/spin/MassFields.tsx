import { PART_WORDS } from '@tare/card';
import { latestOn, typedQuantity } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { saidOf } from '../../ui/form/saidOf.js';
import { useKept } from '../../ui/form/useKept.js';
import { useDecide } from '../../ui/useDecide.js';
import { useMountedNow } from './useSupportLoads.js';

interface Typed {
  readonly massKg: string;
  readonly zMm: string;
}

/** How heavy what bolts on is, and where it sits; nothing where only the crank turns. */
export function MassFields(): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const parts = Object.keys(useMountedNow()).filter((part) => part !== 'crank');
  const kept = latestOn(sheet.decisions, 'spin.masses') ?? {};
  const { value: draft, set: setDraft, clear } = useKept<Readonly<Record<string, Typed>>>(`masses.${sheet.id}`, {}, {});
  const typedOf = (part: string): Typed => draft[part] ?? { massKg: String(kept[part]?.massKg ?? ''), zMm: String(kept[part]?.zMm ?? '') };
  if (parts.length === 0) return null;
  const put = (part: string, more: Partial<Typed>): void => setDraft({ ...draft, [part]: { ...typedOf(part), ...more } });
  const whole = parts
    .map((part) => [part, typedQuantity(typedOf(part).massKg, 'kg'), typedQuantity(typedOf(part).zMm, 'mm')] as const)
    .filter(([, massKg, zMm]) => massKg > 0 && !Number.isNaN(zMm));
  return (
    <div className="grid gap-2">
      {parts.map((part) => (
        <div key={part} className="flex flex-wrap items-end gap-4">
          <QuantityField
            label={`The ${PART_WORDS[part] ?? part} weighs`}
            unit="kg"
            className="w-48"
            value={typedOf(part).massKg}
            onChange={(event) => put(part, { massKg: event.target.value })}
          />
          <QuantityField
            label={`The ${PART_WORDS[part] ?? part} sits at`}
            unit="mm"
            className="w-48"
            value={typedOf(part).zMm}
            onChange={(event) => put(part, { zMm: event.target.value })}
          />
        </div>
      ))}
      {Object.keys(draft).length > 0 && (
        <Button
          className="w-fit"
          disabled={blocked || whole.length === 0}
          onClick={() =>
            decide(
              {
                subject: 'spin.masses',
                value: { ...kept, ...Object.fromEntries(whole.map(([part, massKg, zMm]) => [part, { massKg, zMm }])) },
                ...saidOf(
                  Object.fromEntries(
                    Object.entries(draft).flatMap(([part, typed]) => Object.entries(typed).map(([key, text]) => [`${part}.${key}`, text])),
                  ),
                ),
              },
              clear,
            )
          }
        >
          Keep these masses
        </Button>
      )}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
