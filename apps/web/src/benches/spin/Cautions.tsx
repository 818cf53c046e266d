import { PART_WORDS } from '@tare/card';
import { CRANK_PART, type SetUp } from '@tare/core';
import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Caution } from '../../ui/Notice.js';

export interface Cautions {
  readonly cautions: ReactNode;
  readonly allConfirmed: boolean;
  /** Something is mounted anew: all are to be confirmed once more. */
  readonly startOver: () => void;
}

/** The cautions before every spin of the open job, to be confirmed each time something is mounted. */
export function useCautions(): Cautions {
  const { sheet, figures } = useOpenJob();
  const list = cautionsFor(figures.bobsNeeded.needed, sheet.spec.balance === 'external', sheet.setUp?.current);
  const [confirmed, setConfirmed] = useState<readonly string[]>([]);
  return {
    startOver: () => setConfirmed([]),
    allConfirmed: list.every((caution) => confirmed.includes(caution)),
    cautions: (
      <Caution>
        <ul className="grid gap-1">
          {list.map((caution) => (
            <li key={caution}>
              <label className="flex min-h-11 items-center gap-3">
                <Checkbox.Root
                  className="grid size-7 shrink-0 place-items-center rounded-xs border-2 border-ink bg-plate"
                  checked={confirmed.includes(caution)}
                  onCheckedChange={(on) => setConfirmed(on === true ? [...confirmed, caution] : confirmed.filter((c) => c !== caution))}
                >
                  <Checkbox.Indicator>
                    <Check aria-hidden className="size-5" strokeWidth={3} />
                  </Checkbox.Indicator>
                </Checkbox.Root>
                {caution}
              </label>
            </li>
          ))}
        </ul>
        <p className="mt-1 text-ink-soft">
          Follow your machine’s manual, the part maker’s instructions and local rules; when in doubt ask a licensed or certified machinist.
        </p>
      </Caution>
    ),
  };
}

function cautionsFor(bobs: boolean, external: boolean, setUp: SetUp | undefined): string[] {
  const bolted = Object.keys(setUp?.mounted ?? {}).filter((part) => part !== CRANK_PART);
  return [
    'Guard closed, end stops and belt checked.',
    bobs ? 'Bob fasteners tight, every bob on its own pin.' : 'Nothing loose on the crank.',
    ...(bolted.length > 0 ? [`Bolted on, tight, and at its mark: ${bolted.map((part) => PART_WORDS[part] ?? part).join(', ')}.`] : []),
    ...(setUp?.limitRpm ? [`Not faster than ${setUp.limitRpm} rpm in this set-up.`] : []),
    ...(external && !setUp ? ['Damper and flywheel mounted by their witness marks: this job is balanced externally.'] : []),
    'Nobody in line with the plane of rotation.',
  ];
}
