import { connect, type AddressInfo, type Socket } from 'node:net';
import type { Server } from 'node:net';
import { createInterface } from 'node:readline';
import { BALANCED, crankTemplate, layOut, LAYOUTS, subtract, toPolar, type KnownCut } from '@tare/core';
import { trueUnbalance } from './hiddenCrank.js';
import { GREETING, listen } from './listen.js';
import type { Mount } from './mount.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const mount = (more: Partial<Mount> = {}): Mount => ({ rotor: 'job-7', crank, holes: [], ...more });
const hole: KnownCut = { kind: 'radial', id: 'h', counterweightId: 'cw1', angleDeg: 180, bitMm: 16, pointAngleDeg: 118, depthMm: 20 };

describe('the hidden crank', () => {
  it('is the same crank every time, and another for another label', () => {
    expect(trueUnbalance(mount())).toEqual(trueUnbalance(mount()));
    expect(trueUnbalance(mount({ rotor: 'job-8' }))).not.toEqual(trueUnbalance(mount()));
  });
  it('comes in as heavy as cranks do: 20 to 36 g at the rim in its worse plane', () => {
    for (let i = 0; i < 50; i += 1) {
      const { aGmm, bGmm } = trueUnbalance(mount({ rotor: `job-${i}` }));
      const worse = Math.max(toPolar(aGmm).amount, toPolar(bGmm).amount) / 85;
      expect(worse).toBeGreaterThanOrEqual(20);
      expect(worse).toBeLessThanOrEqual(36);
    }
  });
  it('loses about what a hole takes, a little off in depth and angle', () => {
    const [before, after] = [trueUnbalance(mount()), trueUnbalance(mount({ holes: [hole] }))];
    // A 16 mm hole 20 mm deep takes 34.2 g at 74 mm; cw1 stands in plane A.
    const taken = toPolar(subtract(before.aGmm, after.aGmm));
    expect(taken.amount).toBeGreaterThan(2300);
    expect(taken.amount).toBeLessThan(2750);
    expect(Math.abs(taken.angleDeg - 180)).toBeLessThan(5);
  });
  it('takes a deepened hole for what it became', () => {
    const deeper: KnownCut = {
      ...hole,
      id: 'deeper',
      kind: 'redrill',
      seat: { from: 'rim', zMm: null },
      replacesId: 'h',
      bitMm: 16,
      pointAngleDeg: 118,
      depthMm: 26,
    };
    const moment = (holes: KnownCut[]): number => toPolar(subtract(trueUnbalance(mount()).aGmm, trueUnbalance(mount({ holes })).aGmm)).amount;
    const whole = moment([{ ...hole, depthMm: 26 }]);
    // Within what the drill misses by: 0.3 mm of a 16 mm hole are some 35 g·mm.
    expect(Math.abs(moment([hole, deeper]) - whole)).toBeLessThan(200);
    expect(moment([hole, deeper])).toBeGreaterThan(moment([hole]) + 300);
  });
  it('does not forget how an earlier hole turned out when another is drilled', () => {
    const other: KnownCut = { ...hole, id: 'other', counterweightId: 'cw6', angleDeg: 0 };
    const effect = (holes: KnownCut[]): number => toPolar(subtract(trueUnbalance(mount()).aGmm, trueUnbalance(mount({ holes })).aGmm)).amount;
    expect(effect([hole, other])).toBeCloseTo(effect([hole]), 6);
  });
});

/** A spin of four turns with nothing on it and nothing wrong. */
const order = (more: object = {}): string =>
  `SPIN ${JSON.stringify({ speedRpm: 600, turns: 4, run: 1, hung: BALANCED, supports: 'hard', looseBob: false, endStopForgotten: false, ...more })}`;

describe('the line protocol', () => {
  let server: Server;
  let socket: Socket;
  let lines: AsyncIterator<string>;
  const say = (line: string): void => void socket.write(`${line}\n`);
  const heard = async (): Promise<string> => ((await lines.next()) as IteratorYieldResult<string>).value;

  beforeEach(async () => {
    server = await listen({ port: 0, hurry: 500 });
    socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
    lines = createInterface({ input: socket })[Symbol.asyncIterator]();
    if ((await heard()) !== GREETING) throw new Error('It does not greet.');
  });
  afterEach(() => {
    socket.destroy();
    server.close();
  });

  it('mounts, runs up, says how it is calibrated, sends its samples, and is done', async () => {
    say(`MOUNT ${JSON.stringify(mount())}`);
    expect(await heard()).toBe('MOUNTED');
    say(order());
    const all: string[] = [];
    do all.push(await heard());
    while (all.at(-1) !== 'DONE');
    const of = (word: string): string[] => all.filter((line) => line.startsWith(`${word} `));
    expect(of('SPEED')).toHaveLength(6);
    expect(JSON.parse(of('SHEET')[0]!.slice(6))).toMatchObject({ gainRatio: expect.closeTo(0.0427, 3) as number, driftGmm: 8 });
    // Four turns and room for two more at 600 rpm are 0.6 s; 2,000 samples a second, 500 a line.
    expect(of('RATE')).toEqual(['RATE 2000 1200']);
    expect(of('DATA')).toHaveLength(3);
    expect(Buffer.from(of('DATA')[0]!.split(' ')[1]!, 'base64')).toHaveLength(2000);
  });
  it('tells its truth to who asks, once something is mounted', async () => {
    say('TRUTH');
    expect(await heard()).toBe('ERROR Nothing is mounted.');
    say(`MOUNT ${JSON.stringify(mount())}`);
    await heard();
    say('TRUTH');
    expect(JSON.parse((await heard()).slice(6))).toEqual(trueUnbalance(mount()));
  });
  it.each([
    ['a spin of nothing', order(), 'ERROR Nothing is mounted.'],
    ['what is no JSON', 'MOUNT {', 'ERROR That is not JSON.'],
    ['an absurd speed', order({ speedRpm: 99999 }), 'ERROR "speedRpm"'],
    ['a word it does not know', 'DANCE', 'ERROR This machine does not know DANCE.'],
  ])('answers %s with a sentence', async (_name, line, answer) => {
    say(line);
    expect((await heard()).replace('SpeedRpm', '"speedRpm"')).toContain(answer);
  });
  it('stops when told', async () => {
    say(`MOUNT ${JSON.stringify(mount())}`);
    await heard();
    say(order({ speedRpm: 100, turns: 1000 }));
    await heard();
    say('STOP');
    let line = await heard();
    while (/^(SPEED|SHEET|RATE|DATA) /.test(line)) line = await heard();
    expect(line).toBe('STOPPED');
  });
});
