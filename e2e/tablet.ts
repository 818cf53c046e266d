import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM } from './chromium.js';

const run = promisify(execFile);

const farEnd = (wire: string): string => `${wire}far`;

/**
 * A wire and its number, which its addresses have too. Whoever makes a name first has it: a run that was killed leaves its wire, and
 * one more with the same addresses would hear what is meant for this one.
 */
async function newWire(number = 1): Promise<[number: number, wire: string]> {
  const wire = `tablet${number}`;
  try {
    await run('ip', ['link', 'add', wire, 'type', 'veth', 'peer', 'name', farEnd(wire)]);
    return [number, wire];
  } catch (error) {
    if (number === 254 || !(error as { stderr: string }).stderr.includes('File exists')) throw error;
    return newWire(number + 1);
  }
}

/** A machine of its own on this one: a network namespace joined to this machine by one wire, which can be cut. Only root makes one. */
export class Tablet {
  private readonly browsers: Browser[] = [];

  private constructor(
    private readonly name: string,
    /** This machine's end. */
    private readonly wire: string,
    /** Of this machine, as the tablet reaches it. */
    readonly hostAddress: string,
    private readonly home: string,
  ) {}

  /** @param hostName by which it knows this machine */
  static async joined(hostName: string): Promise<Tablet> {
    const [number, wire] = await newWire();
    const name = `tare-${wire}`;
    const [host, tablet] = [`10.77.${number}.1`, `10.77.${number}.2`];
    const one = new Tablet(name, wire, host, await mkdtemp(join(tmpdir(), 'tare-tablet-')));
    await run('ip', ['netns', 'add', name]);
    await run('ip', ['link', 'set', farEnd(wire), 'netns', name, 'name', 'eth0']);
    await run('ip', ['addr', 'add', `${host}/24`, 'dev', wire]);
    await run('ip', ['link', 'set', wire, 'up']);
    await one.there('ip', 'addr', 'add', `${tablet}/24`, 'dev', 'eth0');
    await one.there('ip', 'link', 'set', 'eth0', 'up');
    await one.there('ip', 'link', 'set', 'lo', 'up');
    // What is bound over /etc within the namespace.
    await mkdir(`/etc/netns/${name}`, { recursive: true });
    await writeFile(`/etc/netns/${name}/hosts`, `127.0.0.1 localhost\n${host} ${hostName}\n`);
    return one;
  }

  /** Runs a command on the tablet and returns what it said. */
  async there(...words: string[]): Promise<string> {
    return (await run('ip', ['netns', 'exec', this.name, ...words])).stdout;
  }

  /** Has the tablet's browser trust an authority, as somebody does in its settings. */
  async trust(certificate: Uint8Array): Promise<void> {
    const database = join(this.home, '.pki/nssdb');
    await mkdir(database, { recursive: true });
    await writeFile(join(this.home, 'shop.crt'), certificate);
    await run('certutil', ['-d', `sql:${database}`, '-N', '--empty-password']);
    await run('certutil', ['-d', `sql:${database}`, '-A', '-t', 'C,,', '-n', 'shop', '-i', join(this.home, 'shop.crt')]);
  }

  /** The tablet's browser. */
  async browser(): Promise<Browser> {
    const script = join(this.home, 'chromium');
    await writeFile(script, `#!/bin/sh\nexec ip netns exec ${this.name} env HOME=${this.home} ${CHROMIUM.executablePath} "$@"\n`, { mode: 0o755 });
    const browser = await chromium.launch({ ...CHROMIUM, executablePath: script });
    this.browsers.push(browser);
    return browser;
  }

  /** Cuts the wire, or joins it again. */
  async reaches(isJoined: boolean): Promise<void> {
    await run('ip', ['link', 'set', this.wire, isJoined ? 'up' : 'down']);
  }

  async remove(): Promise<void> {
    await Promise.all(this.browsers.map((browser) => browser.close()));
    await run('ip', ['link', 'del', this.wire]);
    await run('ip', ['netns', 'del', this.name]);
    await rm(`/etc/netns/${this.name}`, { recursive: true, force: true });
    await rm(this.home, { recursive: true, force: true });
  }
}
