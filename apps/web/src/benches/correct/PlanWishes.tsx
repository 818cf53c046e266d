import { fixed } from '@tare/card';
import type { CutShares } from '@tare/core';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { Choice } from '../../ui/Choice.js';

/** What somebody wishes of the plan, as it is chosen. */
export interface Wishes {
  readonly percent: string;
  readonly maxHoles: string;
  readonly heavyMetal: boolean;
}

export const SURELY = 'surely';
export const USUAL_WISHES: Wishes = { percent: SURELY, maxHoles: '8', heavyMetal: true };

interface PlanWishesProps {
  readonly wishes: Wishes;
  /** What is surely not past nothing, once a plan says so. */
  readonly share: CutShares | null;
  readonly onChange: (wishes: Wishes) => void;
}

export function PlanWishes({ wishes, share, onChange }: PlanWishesProps): ReactNode {
  const { sheet } = useOpenJob();
  return (
    <>
      <Choice
        label="Take first"
        className="w-72"
        value={wishes.percent}
        onChange={(event) => onChange({ ...wishes, percent: event.target.value })}
        options={[
          { value: SURELY, label: share && wishes.percent === SURELY ? surelyWords(share) : 'as much as is safe now' },
          ...[60, 70, 80, 90, 100].map((n) => ({ value: String(n), label: `${n} %` })),
        ]}
      />
      <Choice
        label="At most"
        className="w-32"
        value={wishes.maxHoles}
        onChange={(event) => onChange({ ...wishes, maxHoles: event.target.value })}
        options={[1, 2, 3, 4, 5, 6, 8, 10, 12].map((n) => ({ value: String(n), label: `${n} ${n === 1 ? 'hole' : 'holes'}` }))}
      />
      <CheckRow checked={wishes.heavyMetal} onChange={(event) => onChange({ ...wishes, heavyMetal: event.target.checked })}>
        heavy metal too, where drilling is not enough
      </CheckRow>
      <Link className="inline-flex min-h-11 items-center underline underline-offset-4" to="/tools">
        Bits, bars, times and prices
      </Link>
      <Link className="ml-auto inline-flex min-h-11 items-center underline underline-offset-4" to={benchPath(sheet.id, 'engine')}>
        Counterweights, arcs and depth limits
      </Link>
    </>
  );
}

const surelyWords = ({ a, b }: CutShares): string => `as much as is safe now: A ${fixed(100 * a, 0)} %, B ${fixed(100 * b, 0)} %`;
