import type { Quantity, SizeLine } from '@tare/core';

/** What is measured, as the page of an engine names it. */
const QUANTITY_NAMES: Readonly<Record<Quantity, string>> = {
  runOut: 'run-out (TIR)',
  runOutHigh: 'run-out (TIR)',
  runOutLow: 'run-out (TIR)',
  diameter: 'diameter',
  fillet: 'fillet radius',
  width: 'width',
  housing: 'housing bore',
  upperWall: 'upper shell’s wall',
  lowerWall: 'lower shell’s wall',
  endFloat: 'end float',
  bigEnd: 'big end',
  smallEnd: 'small end',
  bend: 'bend',
  twist: 'twist',
  centre: 'centre distance',
  boltFree: 'bolts, free',
  boltTorqued: 'bolts, torqued',
  boltFreeAgain: 'bolts, free again',
  clearanceSeen: 'clearance, another way',
  boreSize: 'diameter',
  boreWall: 'thinnest wall',
  shadow: 'shadow of the trial cut',
  pistonSize: 'at its gauge point',
  pinSize: 'pin',
  pinBore: 'pin bore',
  ringGap: 'ring gap',
  deckHeight: 'height',
  pistonDown: 'crown below the deck',
};

/** "Main 2, diameter"; "Bore 3, ring gap 1". */
export function sizeName({ feature, quantity, ring }: Pick<SizeLine, 'feature' | 'quantity' | 'ring'>): string {
  const part = feature.replace('.', ' ').replace(/^./, (letter) => letter.toUpperCase());
  return `${part}, ${QUANTITY_NAMES[quantity]}${ring === null ? '' : ` ${ring}`}`;
}
