import { once } from 'node:events';
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';

/** Passes on everything between a port of its own and another, until it is cut: then nobody answers there. */
export interface CutWire {
  readonly port: number;
  readonly cut: () => void;
  readonly mend: () => void;
  readonly close: () => void;
}

export async function wireTo(port: number): Promise<CutWire> {
  let isCut = false;
  const open = new Set<Socket>();
  const listener = createServer((near) => {
    if (isCut) return near.destroy();
    const far = connect(port, '127.0.0.1');
    for (const [one, other] of [
      [near, far],
      [far, near],
    ] as const) {
      open.add(one);
      one.on('error', () => other.destroy());
      one.on('close', () => {
        open.delete(one);
        other.destroy();
      });
      one.pipe(other);
    }
    return undefined;
  }).listen(0, '127.0.0.1');
  await once(listener, 'listening');
  const hangUp = (): void => open.forEach((socket) => socket.destroy());
  return {
    port: (listener.address() as AddressInfo).port,
    cut: () => {
      isCut = true;
      hangUp();
    },
    mend: () => {
      isCut = false;
    },
    close: () => {
      hangUp();
      listener.close();
    },
  };
}

/** Ports below those that the system hands to connections going out, which would take one between its being found free and its being used. */
const PORTS = { from: 20_000, to: 32_767 };
/** Every worker's own begin sixteen apart: two that start at the same moment find other ones. */
let next = PORTS.from + ((process.pid * 16) % (PORTS.to - PORTS.from));

/** A port of 127.0.0.1 that nothing listens on and this process did not name before. */
export async function freePort(): Promise<number> {
  const port = next;
  next = port === PORTS.to ? PORTS.from : port + 1;
  return (await isFree(port)) ? port : freePort();
}

function isFree(port: number): Promise<boolean> {
  const listener = createServer();
  return new Promise((resolve) => {
    listener.once('error', () => resolve(false));
    listener.listen(port, '127.0.0.1', () => listener.close(() => resolve(true)));
  });
}
