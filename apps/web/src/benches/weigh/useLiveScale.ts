import type { InstrumentSpec } from '@tare/contract';
import { lineReader, USUAL_TEMPLATES, type ScaleLine } from '@tare/core';
import { useMemo } from 'react';
import { useLiveLines, type LiveLine } from '../../instruments/useLiveLines.js';

export type LiveScale = LiveLine<ScaleLine>;

/** The lines of a live scale, in grams by its own pattern. */
export function useLiveScale(spec: InstrumentSpec | null): LiveScale {
  const source = spec?.source ?? 'typed';
  const template = (source === 'serial' ? spec?.lineTemplate : '') || USUAL_TEMPLATES[0]!;
  const read = useMemo(() => lineReader(template), [template]);
  return useLiveLines({ source, noun: 'scale', baudRate: spec?.baudRate ?? 9600 }, read, sameLine);
}

const sameLine = (a: ScaleLine, b: ScaleLine): boolean => a.valueG === b.valueG && a.stable === b.stable && a.net === b.net;
