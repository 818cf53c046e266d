import { createServer as createPlain, type Server as PlainServer } from 'node:http';
import { createServer, type Server } from 'node:https';
import type { Server as AnyServer } from 'node:net';
import type { Express, RequestHandler } from 'express';
import { certify, type Authority, type Shown } from './authority.js';
import { isLoopback, ownNames } from './ownNames.js';

/** How the server is opened to the shop's network. */
export interface Opening {
  /** Of this machine; 0.0.0.0 for all it has. */
  readonly address: string;
  readonly tlsPort: number;
  readonly names: readonly string[];
}

/** Where other devices open it, the best first. */
export const reachUrls = ({ names, address, tlsPort }: Opening): string[] =>
  ownNames(names, address).map((name) => `https://${name}:${tlsPort}/devices`);

/** How often it is looked whether the certificate still fits: an address may change at any time. */
const LOOK_MS = 30_000;

/** Whether a certificate is to be replaced: it ends soon, or the machine has a name or an address that is not in it. */
export const isOutdated = (shown: Shown, names: readonly string[], now: Date): boolean =>
  now >= shown.renewAt || names.some((name) => !shown.names.includes(name));

/** Has the network reach the application by HTTPS, with a certificate that follows the machine's names and addresses. */
export class NetworkDoor {
  private readonly servers: (Server | PlainServer)[] = [];
  private timer: NodeJS.Timeout | undefined;

  private constructor(
    private readonly opening: Opening,
    private readonly authority: Authority,
    private shown: Shown,
  ) {}

  static async open(application: Express, opening: Opening, authority: Authority, onServer: (server: AnyServer) => void): Promise<NetworkDoor> {
    const door = new NetworkDoor(opening, authority, await certify(authority, ownNames(opening.names, opening.address)));
    const secure = createServer({ cert: door.shown.certificate, key: door.shown.key, minVersion: 'TLSv1.2' }, application);
    onServer(secure);
    await listening(secure, opening.tlsPort, opening.address);
    door.servers.push(secure);
    door.timer = setInterval(() => void door.follow(secure), LOOK_MS);
    door.timer.unref();
    return door;
  }

  /** Has plain HTTP of the network, on the port that loopback uses, send everybody to HTTPS. Where all addresses are listened on it does already. */
  async redirect(application: Express, port: number): Promise<void> {
    if (this.opening.address === '0.0.0.0') return;
    const plain = createPlain(application);
    await listening(plain, port, this.opening.address);
    this.servers.push(plain);
  }

  /** Where other devices open it, the best first. */
  urls(): string[] {
    return reachUrls(this.opening);
  }

  close(): void {
    clearInterval(this.timer);
    for (const server of this.servers) {
      server.close();
      server.closeAllConnections();
    }
  }

  private async follow(secure: Server): Promise<void> {
    const names = ownNames(this.opening.names, this.opening.address);
    if (!isOutdated(this.shown, names, new Date())) return;
    this.shown = await certify(this.authority, names);
    secure.setSecureContext({ cert: this.shown.certificate, key: this.shown.key });
  }
}

/** Lets nobody but this machine itself in by plain HTTP: others who only look are sent to HTTPS, what they write is refused. */
export const httpsBeyondLoopback =
  (tlsPort: number): RequestHandler =>
  (request, response, next) => {
    if (request.secure || isLoopback(request.socket.remoteAddress)) {
      next();
      return;
    }
    const { hostname } = request as { hostname?: string };
    if (hostname === undefined || !['GET', 'HEAD'].includes(request.method)) response.status(403).type('text/plain').send('By HTTPS only.');
    else response.redirect(307, `https://${hostname.includes(':') ? `[${hostname}]` : hostname}:${tlsPort}${request.originalUrl}`);
  };

function listening(server: Server | PlainServer, port: number, address: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, address, () => {
      server.off('error', reject);
      resolve();
    });
  });
}
