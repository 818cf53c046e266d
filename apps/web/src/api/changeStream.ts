import { ALL_JOBS, type ChangeWord } from '@tare/contract';

/** The name of what one window of this browser holds, and of where it passes on what it hears. */
const NAME = 'tare.changes';
/** Got at once, the lock was nobody's: nothing was missed. */
const SOON_MS = 50;
const MISSED: ChangeWord = { jobId: null, table: '*', writeId: null };

/**
 * Hears of every change, over one line for all windows of this browser: a browser opens six connections to a server, and a line for
 * each window would take them all. Whichever window holds the lock listens and passes on; when it closes, the next one does, and
 * everybody looks, since something may have been missed.
 */
export function listenToChanges(onWord: (word: ChangeWord) => void): () => void {
  const windows = new BroadcastChannel(NAME);
  const stop = new AbortController();
  windows.onmessage = ({ data }: MessageEvent<ChangeWord>) => {
    onWord(data);
  };
  const tell = (word: ChangeWord): void => {
    onWord(word);
    windows.postMessage(word);
  };
  let mayHaveMissed = false;
  const asked = Date.now();
  const hold = (): Promise<void> =>
    new Promise((done) => {
      // Whoever had to wait for the lock takes a line over; what came between the two was heard by nobody.
      if (Date.now() - asked > SOON_MS) mayHaveMissed = true;
      const line = new EventSource(`/api/changes?job=${ALL_JOBS}`);
      line.onopen = () => {
        if (mayHaveMissed) tell(MISSED);
        mayHaveMissed = true;
      };
      line.onmessage = ({ data }: MessageEvent<string>) => {
        tell(JSON.parse(data) as ChangeWord);
      };
      stop.signal.addEventListener('abort', () => {
        line.close();
        done();
      });
    });
  // Given up while it waits, it is only a window that closed.
  navigator.locks.request(NAME, { signal: stop.signal }, hold).catch(() => undefined);
  return () => {
    stop.abort();
    windows.close();
  };
}
