import type { Source } from '@tare/contract';

export const SOURCE_WORDS: Readonly<Record<Source, { readonly name: string; readonly reason: string }>> = {
  typed: { name: 'Its readings are typed', reason: 'Read the display, type the number, Enter.' },
  wedge: {
    name: 'It types its readings itself',
    reason: 'A scale that acts as a keyboard: leave the cursor on the weigh bench; number, unit and Enter come from it.',
  },
  serial: {
    name: 'It sends its readings over a serial line',
    reason: 'Read by this browser (Chromium); set how it writes a line, and try it on samples.',
  },
  standin: { name: 'The stand-in scale', reason: 'Simulated: it ships with Tare, to try things out without a scale.' },
};
