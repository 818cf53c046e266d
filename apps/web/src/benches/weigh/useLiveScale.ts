import type { InstrumentSpec } from '@tare/contract';
import { lineReader, USUAL_TEMPLATES, type ScaleLine } from '@tare/core';
import { useCallback, useEffect, useState } from 'react';

export interface LiveScale {
  /** What the scale shows now; null while nothing comes. */
  readonly shown: ScaleLine | null;
  readonly problem: string | null;
  /** Opens a serial scale; a browser asks for the port, so a person has to press for it. Null for every other source. */
  readonly openSerial: (() => void) | null;
}

const RETRY_MS = 2000;

/** The lines of a live scale: the stand-in by way of the server, a serial scale by the browser itself. */
export function useLiveScale(spec: InstrumentSpec | null): LiveScale {
  const [shown, setShown] = useState<ScaleLine | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [port, setPort] = useState<SerialPort | null>(null);
  const source = spec?.source ?? 'typed';
  const template = source === 'serial' ? (spec?.lineTemplate ?? '') : USUAL_TEMPLATES[0]!;

  useEffect(() => {
    if (source !== 'standin' && (source !== 'serial' || port === null)) return undefined;
    const stop = new AbortController();
    const read = lineReader(template);
    const hear = (line: string | null): void => {
      // A scale that fell silent shows nothing: its last value must never be captured for what stands on it now.
      if (line === null) return setShown(null);
      const said = read(line);
      if (said) {
        // A settled scale says the same ten times a second: the screen is drawn again only for something new.
        setShown((before) => (before && sameLine(before, said) ? before : said));
        setProblem(null);
      } else if (line.trim() !== '')
        setProblem(`The scale said “${line.trim().slice(0, 40)}”, which does not fit its pattern. Try the pattern on the instruments page.`);
      return undefined;
    };
    void listen(() => (port === null ? standinLines(stop.signal) : serialLines(port)), hear, setProblem, stop.signal);
    return () => {
      stop.abort();
      setShown(null);
    };
  }, [source, template, port]);

  const openSerial = useCallback(() => {
    if (!('serial' in navigator)) return setProblem('This browser cannot read serial scales: use Chromium, or type the readings.');
    navigator.serial
      .requestPort()
      .then(async (chosen) => {
        await chosen.open({ baudRate: spec?.baudRate ?? 9600 });
        setPort(chosen);
      })
      .catch((error: unknown) => setProblem(`The serial scale could not be opened: ${error instanceof Error ? error.message : 'no reason given'}.`));
    return undefined;
  }, [spec?.baudRate]);

  return { shown, problem, openSerial: source === 'serial' && port === null ? openSerial : null };
}

const sameLine = (a: ScaleLine, b: ScaleLine): boolean => a.valueG === b.valueG && a.stable === b.stable && a.net === b.net;

type Bytes = ReadableStream<Uint8Array>;

async function standinLines(signal: AbortSignal): Promise<Bytes> {
  const response = await fetch('/api/standin-scale/lines', { signal });
  if (response.ok) return response.body!;
  const { detail } = (await response.json()) as { detail?: string };
  throw new Error(detail ?? 'The stand-in scale does not answer.');
}

const serialLines = (port: SerialPort): Promise<Bytes> =>
  port.readable ? Promise.resolve(port.readable) : Promise.reject(new Error('The serial scale is closed.'));

/** Reads lines until told to stop; a broken line is opened again. */
async function listen(
  open: () => Promise<Bytes>,
  hear: (line: string | null) => void,
  complain: (problem: string) => void,
  signal: AbortSignal,
): Promise<void> {
  while (isOpen(signal)) {
    try {
      const reader = (await open()).pipeThrough(new TextDecoderStream() as unknown as TransformStream<Uint8Array, string>).getReader();
      signal.addEventListener('abort', () => void reader.cancel().catch(() => undefined), { once: true });
      let rest = '';
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        const lines = (rest + value).split(/[\r\n]+/);
        rest = lines.pop() ?? '';
        // Of lines that came at once only the last is what the scale shows now.
        const last = lines.filter((line) => line !== '').at(-1);
        if (last !== undefined) hear(last);
      }
    } catch (error) {
      // Being told to stop ends the loop by its own condition; there is nothing to complain of then.
      if (isOpen(signal)) complain(sentenceOf(error));
    }
    hear(null);
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
  }
}

/** Asked through a function, since a signal changes while the compiler believes it constant. */
const isOpen = (signal: AbortSignal): boolean => !signal.aborted;

/** A browser's own words for a dead line help nobody. */
function sentenceOf(error: unknown): string {
  const fromServer = error instanceof Error && error.message.startsWith('The stand-in scale');
  return fromServer ? error.message : 'The scale fell silent. Readings can be typed meanwhile.';
}
