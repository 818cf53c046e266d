import { useCallback, useEffect, useRef, useState } from 'react';

/** An instrument whose lines are read as they come. */
export interface LiveSource {
  readonly source: 'typed' | 'wedge' | 'serial' | 'standin';
  /** What it is called in sentences. */
  readonly noun: 'scale' | 'gauge';
  readonly baudRate: number;
}

export interface LiveLine<T> {
  /** What the instrument shows now; null while nothing comes. */
  readonly shown: T | null;
  readonly problem: string | null;
  /** Opens a serial instrument; a browser asks for the port, so a person has to press for it. Null for every other source. */
  readonly openSerial: (() => void) | null;
  /** While a stand-in is moved to another place, what it shows is nobody's reading. */
  readonly lookAway: () => void;
  /** That was done, as so many moves of it, or came to nothing: from its own word of it on, it is looked at again. */
  readonly lookAgain: (moves?: number) => void;
}

const RETRY_MS = 2000;
/** A stand-in's own word, among its lines, of how often it was moved so far. */
const MOVED = /^MOVED (\d+)$/;

/**
 * The lines of a live instrument: the stand-in by way of the server, a serial one by the browser itself.
 * @param read what a line says, null where it does not fit; it and `same` have to stay the same functions
 * @param same whether two lines say the same
 */
export function useLiveLines<T>(
  { source, noun, baudRate }: LiveSource,
  read: (line: string) => T | null,
  same: (a: T, b: T) => boolean,
): LiveLine<T> {
  const [shown, setShown] = useState<T | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [port, setPort] = useState<SerialPort | null>(null);
  // How many moves are under way, which is the last that was answered, and which its lines have told of.
  const hand = useRef({ underWay: 0, answered: 0, told: 0 });

  useEffect(() => {
    if (source !== 'standin' && (source !== 'serial' || port === null)) return undefined;
    const stop = new AbortController();
    const hear = (lines: readonly string[] | null): void => {
      // An instrument that fell silent shows nothing: its last value must never be captured for what it touches now.
      if (lines === null) return setShown(null);
      const moved = lines.findLastIndex((one) => MOVED.test(one));
      if (moved >= 0) hand.current.told = Number(MOVED.exec(lines[moved]!)![1]);
      // Of lines that came at once only the last is what it shows now.
      const line = lines.slice(moved + 1).at(-1);
      if (line === undefined || hand.current.underWay > 0 || hand.current.told < hand.current.answered) return undefined;
      const said = read(line);
      if (said) {
        // A settled one says the same ten times a second: the screen is drawn again only for something new.
        setShown((before) => (before && same(before, said) ? before : said));
        setProblem(null);
      } else if (line.trim() !== '')
        setProblem(`The ${noun} said “${line.trim().slice(0, 40)}”, which does not fit its pattern. Try the pattern where the ${noun} is kept.`);
      return undefined;
    };
    void listen(
      () => (port === null ? standinLines(noun, stop.signal) : serialLines(noun, port)),
      hear,
      (error) => setProblem(sentenceOf(noun, error)),
      stop.signal,
    );
    return () => {
      stop.abort();
      setShown(null);
    };
  }, [source, noun, read, same, port]);

  const openSerial = useCallback(() => {
    if (!('serial' in navigator)) return setProblem(`This browser cannot read serial ${noun}s: use Chromium, or type the readings.`);
    navigator.serial
      .requestPort()
      .then(async (chosen) => {
        await chosen.open({ baudRate });
        setPort(chosen);
      })
      .catch((error: unknown) =>
        setProblem(`The serial ${noun} could not be opened: ${error instanceof Error ? error.message : 'no reason given'}.`),
      );
    return undefined;
  }, [noun, baudRate]);

  const lookAway = useCallback(() => {
    hand.current.underWay += 1;
    setShown(null);
  }, []);
  const lookAgain = useCallback((moves = 0) => {
    hand.current.underWay -= 1;
    hand.current.answered = Math.max(hand.current.answered, moves);
  }, []);
  return { shown, problem, lookAway, lookAgain, openSerial: source === 'serial' && port === null ? openSerial : null };
}

type Bytes = ReadableStream<Uint8Array>;

async function standinLines(noun: string, signal: AbortSignal): Promise<Bytes> {
  const response = await fetch(`/api/standin-${noun}/lines`, { signal });
  if (response.ok) return response.body!;
  const { detail } = (await response.json()) as { detail?: string };
  throw new Error(detail ?? `The stand-in ${noun} does not answer.`);
}

const serialLines = (noun: string, port: SerialPort): Promise<Bytes> =>
  port.readable ? Promise.resolve(port.readable) : Promise.reject(new Error(`The serial ${noun} is closed.`));

/** Reads lines until told to stop; a broken line is opened again. */
async function listen(
  open: () => Promise<Bytes>,
  hear: (lines: readonly string[] | null) => void,
  complain: (error: unknown) => void,
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
        hear(lines.filter((line) => line !== ''));
      }
    } catch (error) {
      // Being told to stop ends the loop by its own condition; there is nothing to complain of then.
      if (isOpen(signal)) complain(error);
    }
    hear(null);
    await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
  }
}

/** Asked through a function, since a signal changes while the compiler believes it constant. */
const isOpen = (signal: AbortSignal): boolean => !signal.aborted;

/** A browser's own words for a dead line help nobody. */
function sentenceOf(noun: string, error: unknown): string {
  const fromServer = error instanceof Error && error.message.startsWith(`The stand-in ${noun}`);
  return fromServer ? error.message : `The ${noun} fell silent. Readings can be typed meanwhile.`;
}
