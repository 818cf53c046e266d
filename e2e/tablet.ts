import { execFile } from 'node:child_process';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { chromium, type Browser } from '@playwright/test';
import { CHROMIUM } from './chromium.js';

const run = promisify(execFile);

/** A machine of its own on this one: a network namespace joined to this machine by one wire, which can be cut. Only root makes one. */
export class Tablet {
  private readonly wire: string;

  private constructor(
    private readonly name: string,
    /** Of this machine, as the tablet reaches it. */
    readonly hostAddress: string,
    private readonly home: string,
  ) {
    this.wire = `${name}h`;
  }

  /** @param hostName by which it knows this machine */
  static async joined(hostName: string): Promise<Tablet> {
    const id = process.pid % 200;
    const name = `tt${process.pid % 100_000}`;
    const [host, tablet] = [`10.77.${id}.1`, `10.77.${id}.2`];
    const one = new Tablet(name, host, await mkdtemp(join(tmpdir(), 'tare-tablet-')));
    await run('ip', ['netns', 'add', name]);
    await run('ip', ['link', 'add', one.wire, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', name]);
    await run('ip', ['addr', 'add', `${host}/24`, 'dev', one.wire]);
    await run('ip', ['link', 'set', one.wire, 'up']);
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
    return chromium.launch({ ...CHROMIUM, executablePath: script });
  }

  /** Cuts the wire, or joins it again. */
  async reaches(isJoined: boolean): Promise<void> {
    await run('ip', ['link', 'set', this.wire, isJoined ? 'up' : 'down']);
  }

  async remove(): Promise<void> {
    await run('ip', ['netns', 'del', this.name]);
    await rm(`/etc/netns/${this.name}`, { recursive: true, force: true });
    await rm(this.home, { recursive: true, force: true });
  }
}
