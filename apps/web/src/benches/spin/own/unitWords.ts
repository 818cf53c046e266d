import type { MachineUnit } from '@tare/contract';
import type { Unit } from '@tare/core';

/** Behind a plane's letter, at the head of a column. */
export const UNIT_SHORT: Readonly<Record<MachineUnit, string>> = { gAtRadius: ', g', gmm: ', g·mm', ozin: ', oz·in', none: '' };

/** What an amount is kept in as such a machine shows it. */
export const MACHINE_UNITS: Readonly<Record<MachineUnit, Unit>> = { gAtRadius: 'g', gmm: 'g·mm', ozin: 'oz·in', none: '' };
