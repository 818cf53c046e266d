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
  /** What it answers to a line. */
  readonly obey: (line: string, nowS: number) => string;
}

/** An instrument on loopback that speaks ten lines a second to whoever says LISTEN, and answers every other line. */
export function lineDevice({ port, hurry, show, obey }: LineDevice): Promise<Server> {
  const started = performance.now();
  const nowS = (): number => ((performance.now() - started) / 1000) * hurry;
  const listeners = new Set<Socket>();
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
      if (line === 'LISTEN') listeners.add(socket);
      else socket.write(`${obey(line, nowS())}\n`);
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
