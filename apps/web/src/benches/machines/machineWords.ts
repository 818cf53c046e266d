import type { MachineDriver, MachineUnit } from '@tare/contract';

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
