import { createServer, type Server, type Socket } from 'node:net';
import { createInterface } from 'node:readline';

/** Lines a second, as many a real instrument sends. */
const LINES_PER_S = 10;

interface LineDevice {
  readonly port: number;
  /** How many times faster than a real one it settles and speaks; tests hurry it. */
  readonly hurry: number;
  /** What it shows at a time of its own, s. */
  readonly show: (nowS: number) => string;
  /** What it answers to a line; `OK` to what a hand did with it. */
  readonly obey: (line: string, nowS: number) => string;
}

/**
 * An instrument on loopback that speaks ten lines a second to whoever says LISTEN, and answers every other line. Each time a hand did something with
 * it, it says so by a number to whoever listens, and by the same number to the hand: what was said before that is of what it touched before.
 */
export function lineDevice({ port, hurry, show, obey }: LineDevice): Promise<Server> {
  const started = performance.now();
  const nowS = (): number => ((performance.now() - started) / 1000) * hurry;
  const listeners = new Set<Socket>();
  // From the clock, so that the numbers of one that was started anew are higher still.
  let moves = Date.now();
  const answerTo = (line: string): string => {
    const answer = obey(line, nowS());
    if (answer !== 'OK') return answer;
    moves += 1;
    for (const socket of listeners) socket.write(movedLine(moves));
    return `OK ${moves}`;
  };
  const speaking = setInterval(
    () => {
      const line = `${show(nowS())}\n`;
      for (const socket of listeners) socket.write(line);
    },
    1000 / LINES_PER_S / hurry,
  );
  // The listening port keeps the process alive; its voice alone must not.
  speaking.unref();
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.on('close', () => listeners.delete(socket));
    const lines = createInterface({ input: socket });
    // A peer that is cut off mid-line is no fault of the instrument's; unheard, its error would end the process.
    lines.on('error', () => socket.destroy());
    lines.on('line', (line) => {
      if (line !== 'LISTEN') return void socket.write(`${answerTo(line)}\n`);
      socket.write(movedLine(moves));
      listeners.add(socket);
      return undefined;
    });
  });
  server.on('close', () => {
    clearInterval(speaking);
  });
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      resolve(server);
    });
  });
}

const movedLine = (moves: number): string => `MOVED ${moves}\n`;
