import { gaugeLineReader, USUAL_GAUGE_TEMPLATES, type GaugeLine } from '@tare/core';
import type { Gauge } from '@tare/contract';
import { useMemo } from 'react';
import { useLiveLines, type LiveLine } from '../../instruments/useLiveLines.js';

export type LiveGauge = LiveLine<GaugeLine>;

const USUAL_BAUD = 9600;

/** What a live gauge shows, in mm by its own pattern; nothing for one that is typed. */
export function useLiveGauge(gauge: Gauge | undefined): LiveGauge {
  const source = gauge?.source ?? 'typed';
  const template = (source === 'serial' ? gauge?.lineTemplate : '') || USUAL_GAUGE_TEMPLATES[0]!;
  const read = useMemo(() => readerOf(template), [template]);
  return useLiveLines({ source, noun: 'gauge', baudRate: gauge?.baudRate ?? USUAL_BAUD }, read, sameLine);
}

/** A pattern that is none fits no line: the bench says so with the line that came. */
function readerOf(template: string): (line: string) => GaugeLine | null {
  try {
    return gaugeLineReader(template);
  } catch {
    return () => null;
  }
}

const sameLine = (a: GaugeLine, b: GaugeLine): boolean => a.mm === b.mm && a.stable === b.stable;
