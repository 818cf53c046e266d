import { typedQuantity, type Work } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { useLogWork } from './LogWork.js';

interface LogAmountProps {
  readonly label: string;
  readonly className: string;
  /** What is logged where nothing is typed, shown to so many places. */
  readonly suggestedMm: number;
  readonly places: number;
  readonly mostMm: number;
  readonly workOf: (takenMm: number) => Work;
  readonly children: string;
}

/** What was taken off something: as suggested, or as it is typed. */
export function LogAmount({ label, className, suggestedMm, places, mostMm, workOf, children }: LogAmountProps): ReactNode {
  const { log, isBlocked, error } = useLogWork();
  const [taken, setTaken] = useState('');
  const takenMm = taken.trim() === '' ? suggestedMm : typedQuantity(taken, 'mm');
  return (
    <div className="flex flex-wrap items-end gap-3">
      <QuantityField
        label={label}
        unit="mm"
        className={className}
        placeholder={suggestedMm.toFixed(places)}
        value={taken}
        onChange={(event) => setTaken(event.target.value)}
      />
      <Button disabled={isBlocked || !(takenMm > 0 && takenMm <= mostMm)} onClick={() => log(workOf(takenMm), () => setTaken(''))}>
        {children}
      </Button>
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </div>
  );
}
