import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { createServer, type Server } from 'node:https';
import type { AddressInfo } from 'node:net';
import { connect } from 'node:tls';
import type { Request, Response } from 'express';
import { CurrentShop } from '../shop/currentShop.js';
import { TestServer } from '../testing/testServer.js';
import { certify, derOf, fingerprintOf, makeAuthority, type Authority } from './authority.js';
import { Devices, makeCode } from './devices.js';
import { isOutdated } from './openToNetwork.js';
import { isLoopback, ownNames } from './ownNames.js';

const DAY_MS = 24 * 3600 * 1000;
let authority: Authority;
beforeAll(async () => {
  authority = await makeAuthority('The Winch House');
});

describe('a certificate of the shop’s own authority', () => {
  /** What somebody who trusts `trusted` finds of a server that shows `shown`, asked by this name: null where all is well. */
  async function found(name: string, trusted: Authority, at = new Date()): Promise<string | null> {
    const shown = await certify(authority, ['winch-house.local', '192.168.7.20'], at);
    const server: Server = createServer({ cert: shown.certificate, key: shown.key }).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const socket = connect({ port: (server.address() as AddressInfo).port, host: '127.0.0.1', servername: name, ca: trusted.certificate });
    const wrong = await new Promise<string | null>((tell) => {
      socket.once('secureConnect', () => tell(null));
      socket.once('error', ({ code }: NodeJS.ErrnoException) => tell(code ?? ''));
    });
    socket.destroy();
    server.close();
    return wrong;
  }

  it('is good for the names of the machine, to whoever trusts the authority', async () => {
    expect(await found('winch-house.local', authority)).toBeNull();
  });
  it('is good for no other name, to nobody who trusts another authority, and not for ever', async () => {
    expect(await found('elsewhere.local', authority)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    // The very same name of another shop's: nothing of it is taken for this one's.
    expect(await found('winch-house.local', await makeAuthority('The Winch House'))).not.toBeNull();
    expect(await found('winch-house.local', authority, new Date(Date.now() - 120 * DAY_MS))).toBe('CERT_HAS_EXPIRED');
  });
  it('is replaced a month before it ends, or when the machine has another address', async () => {
    const now = new Date();
    const shown = await certify(authority, ['192.168.7.20'], now);
    const after = (days: number): Date => new Date(now.getTime() + days * DAY_MS);
    expect(isOutdated(shown, ['192.168.7.20'], after(59))).toBe(false);
    expect(isOutdated(shown, ['192.168.7.20'], after(61))).toBe(true);
    expect(isOutdated(shown, ['192.168.7.20', '192.168.7.33'], now)).toBe(true);
  });
  it('has a fingerprint of 32 pairs, of the very file that a tablet takes', () => {
    expect(fingerprintOf(authority)).toMatch(/^([0-9A-F]{2} ){31}[0-9A-F]{2}$/);
    expect(derOf(authority)[0]).toBe(0x30);
  });
});

describe('names', () => {
  it('are the shop’s own first, then the address that is listened on, then the machine’s', () => {
    expect(ownNames(['Tare.shop'], '192.168.7.20').slice(0, 2)).toEqual(['tare.shop', '192.168.7.20']);
  });
  it.each([
    ['127.0.0.1', true],
    ['::1', true],
    ['::ffff:127.0.0.1', true],
    ['192.168.7.20', false],
    ['::ffff:10.0.0.1', false],
    [undefined, false],
  ])('%s is this machine: %s', (address, is) => {
    expect(isLoopback(address)).toBe(is);
  });
});

describe('devices', () => {
  let server: TestServer;
  let devices: Devices;
  beforeAll(async () => {
    server = await TestServer.start();
    devices = new Devices(server.db, new CurrentShop(server.db));
  });
  afterAll(() => server.stop());

  /** A device at this address, with the cookies that it was given. */
  class Tablet {
    private cookies: Record<string, string> = {};
    constructor(private readonly remoteAddress: string) {}
    get asks(): Request {
      return { socket: { remoteAddress: this.remoteAddress }, signedCookies: this.cookies, secure: true } as unknown as Request;
    }
    readonly hears = {
      cookie: (name: string, value: string) => {
        this.cookies = { ...this.cookies, [name]: value };
      },
    } as unknown as Response;
    add(code: string): ReturnType<Devices['add']> {
      return devices.add({ id: randomUUID(), name: 'Tablet at the crank', code }, this.asks, this.hears);
    }
  }

  it('are let in by the shop code, however it is typed, until they are put out', async () => {
    const tablet = new Tablet('10.7.0.2');
    expect(await devices.letsIn(tablet.asks)).toBe(false);
    const { id, isThis } = await tablet.add(` ${(await devices.code()).toLowerCase().replaceAll('-', ' ')}`);
    expect(isThis).toBe(true);
    expect(await devices.letsIn(tablet.asks)).toBe(true);
    expect((await devices.list(tablet.asks)).filter((one) => one.isThis)).toMatchObject([{ id, name: 'Tablet at the crank', revokedAt: null }]);
    await devices.revoke(id);
    expect(await devices.letsIn(tablet.asks)).toBe(false);
  });
  it('need no code on the machine itself', async () => {
    expect(await devices.letsIn(new Tablet('127.0.0.1').asks)).toBe(true);
  });
  it('keep their place when the code changes; the old code lets nobody in', async () => {
    const tablet = new Tablet('10.7.0.3');
    const before = await devices.code();
    await tablet.add(before);
    const after = await devices.renewCode();
    expect(after).not.toBe(before);
    expect(await devices.letsIn(tablet.asks)).toBe(true);
    await expect(new Tablet('10.7.0.4').add(before)).rejects.toThrow();
    await expect(new Tablet('10.7.0.4').add(after)).resolves.toMatchObject({ isThis: true });
  });
  it('that guess are made to wait, and nobody else is', async () => {
    const guesser = new Tablet('10.7.0.66');
    for (let i = 0; i < 10; i += 1) await expect(guesser.add(makeCode())).rejects.toMatchObject({ response: { status: 422 } });
    await expect(guesser.add(await devices.code())).rejects.toMatchObject({ response: { status: 429 } });
    await expect(new Tablet('10.7.0.5').add(await devices.code())).resolves.toMatchObject({ isThis: true });
  });
});
