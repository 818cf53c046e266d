import { fixed } from '@tare/card';
import type { MachineCheck, MachineDriver, MachineUnit } from '@tare/contract';
import { turnBetweenDeg } from '@tare/core';

export const DRIVER_WORDS: Readonly<Record<MachineDriver, string>> = {
  typed: 'it shows an amount and an angle, which are typed',
  recorded: 'its signals are recorded and brought in as a file',
};

export const UNIT_WORDS: Readonly<Record<MachineUnit, string>> = {
  gAtRadius: 'grams at the correction radius',
  gmm: 'g·mm',
  ozin: 'oz·in',
  none: 'no unit: a needle’s number, calibrated with trial weights',
};

/** "A read 1.02 of it, 1.3° past: agrees". */
export function checkedWords({ checks }: MachineCheck): string {
  return (['a', 'b'] as const)
    .flatMap((plane) => {
      const check = checks[plane];
      if (!check) return [];
      const { amount, angleDeg } = check.gain;
      const turnDeg = turnBetweenDeg(0, angleDeg);
      return [
        `${plane.toUpperCase()} read ${fixed(amount, 2)} of a known weight, ${fixed(Math.abs(turnDeg), 1)}° ${turnDeg < 0 ? 'before' : 'past'} it: ${CHECK_WORDS[check.outcome]}`,
      ];
    })
    .join('; ');
}

const CHECK_WORDS = { agrees: 'agrees', differs: 'is off', tooLittle: 'too little to tell' } as const;
