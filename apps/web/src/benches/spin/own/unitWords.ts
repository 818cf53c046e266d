import type { MachineUnit } from '@tare/contract';

/** Behind a plane's letter, at the head of a column. */
export const UNIT_SHORT: Readonly<Record<MachineUnit, string>> = { gAtRadius: ', g', gmm: ', g·mm', ozin: ', oz·in', none: '' };
