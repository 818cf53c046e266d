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

export async function freePort(): Promise<number> {
  const listener = createServer().listen(0, '127.0.0.1');
  await once(listener, 'listening');
  const { port } = listener.address() as AddressInfo;
  listener.close();
  return port;
}
