import { connect, type AddressInfo, type Socket } from 'node:net';
import type { Server } from 'node:net';
import { createInterface } from 'node:readline';
import { crankTemplate, layOut, LAYOUTS, subtract, toPolar, type CrankHole } from '@tare/core';
import { trueUnbalance } from './hiddenCrank.js';
import { GREETING, listen } from './listen.js';
import type { Mount } from './mount.js';
import { spinTurns } from './spin.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
const mount = (more: Partial<Mount> = {}): Mount => ({ rotor: 'job-7', crank, holes: [], ...more });
const hole: CrankHole = { counterweightId: 'cw1', angleDeg: 180, bitMm: 16, pointAngleDeg: 118, depthMm: 20 };

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
  it('does not forget how an earlier hole turned out when another is drilled', () => {
    const other = { ...hole, counterweightId: 'cw6', angleDeg: 0 };
    const effect = (holes: CrankHole[]): number => toPolar(subtract(trueUnbalance(mount()).aGmm, trueUnbalance(mount({ holes })).aGmm)).amount;
    expect(effect([hole, other])).toBeCloseTo(effect([hole]), 6);
  });
});

describe('spinTurns', () => {
  it('repeats a run exactly and scatters another', () => {
    const order = { speedRpm: 600, turns: 5, run: 1 };
    expect([...spinTurns(mount(), order)]).toEqual([...spinTurns(mount(), order)]);
    expect([...spinTurns(mount(), { ...order, run: 2 })]).not.toEqual([...spinTurns(mount(), order)]);
  });
  it('shows where the crank is light, anticlockwise from the front', () => {
    const [turn] = spinTurns(mount(), { speedRpm: 1500, turns: 1, run: 1 });
    const heavy = toPolar(trueUnbalance(mount()).aGmm);
    const expected = (((360 - heavy.angleDeg - 180) % 360) + 360) % 360;
    expect(Math.abs(turn!.a.angleDeg - expected)).toBeLessThan(5);
  });
});

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
    expect(await heard()).toBe(GREETING);
  });
  afterEach(() => {
    socket.destroy();
    server.close();
  });

  it('mounts, runs up, sends its turns, and is done', async () => {
    say(`MOUNT ${JSON.stringify(mount())}`);
    expect(await heard()).toBe('MOUNTED');
    say('SPIN {"speedRpm":600,"turns":4,"run":1}');
    const all: string[] = [];
    do all.push(await heard());
    while (all.at(-1) !== 'DONE');
    expect(all.filter((line) => line.startsWith('SPEED'))).toHaveLength(6);
    expect(all.filter((line) => /^TURN [1-4] 4 [\d.]+ [\d.]+ [\d.]+ [\d.]+$/.test(line))).toHaveLength(4);
  });
  it.each([
    ['a spin of nothing', 'SPIN {"speedRpm":600,"turns":4,"run":1}', 'ERROR Nothing is mounted.'],
    ['what is no JSON', 'MOUNT {', 'ERROR That is not JSON.'],
    ['an absurd speed', 'SPIN {"speedRpm":99999,"turns":4,"run":1}', 'ERROR "speedRpm"'],
    ['a word it does not know', 'DANCE', 'ERROR This machine does not know DANCE.'],
  ])('answers %s with a sentence', async (_name, line, answer) => {
    say(line);
    expect((await heard()).replace('SpeedRpm', '"speedRpm"')).toContain(answer);
  });
  it('stops when told', async () => {
    say(`MOUNT ${JSON.stringify(mount())}`);
    await heard();
    say('SPIN {"speedRpm":100,"turns":1000,"run":1}');
    await heard();
    say('STOP');
    let line = await heard();
    while (line.startsWith('SPEED') || line.startsWith('TURN')) line = await heard();
    expect(line).toBe('STOPPED');
  });
});
