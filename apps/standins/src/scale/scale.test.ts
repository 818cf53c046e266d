import { once } from 'node:events';
import { connect, type AddressInfo, type Server } from 'node:net';
import { createInterface } from 'node:readline';
import { lineReader, USUAL_TEMPLATES } from '@tare/core';
import { listen } from './listen.js';
import { Pan, scaleLine, USUAL_CHARACTER } from './pan.js';
import { trueWeightG, type Placed } from './trueWeights.js';

const piston = (more: Partial<Placed> = {}): Placed => ({ job: 'job-3', kind: 'piston', cylinder: 3, measure: 'mass', cuts: [], ...more });

describe('true weights', () => {
  it('are the same every time, differ from part to part, and are those of a set', () => {
    expect(trueWeightG(piston())).toBe(trueWeightG(piston()));
    const set = [1, 2, 3, 4, 5, 6, 7, 8].map((cylinder) => trueWeightG(piston({ cylinder })));
    expect(Math.max(...set) - Math.min(...set)).toBeGreaterThan(0.5);
    expect(Math.max(...set) - Math.min(...set)).toBeLessThan(12);
  });
  it('weighs together what it weighs apart', () => {
    const singly = (['piston', 'pin', 'lockPair', 'ringSet'] as const).map((kind) => trueWeightG(piston({ kind })));
    expect(trueWeightG(piston({ kind: 'cylinderSet' }))).toBeCloseTo(
      singly.reduce((sum, g) => sum + g, 0),
      9,
    );
    const pressed = (measure: Placed['measure']): number => trueWeightG(piston({ kind: 'pressedAssembly', measure }));
    const rod = (measure: Placed['measure']): number => trueWeightG(piston({ kind: 'rod', measure }));
    expect(pressed('bigEnd')).toBeCloseTo(rod('bigEnd'), 9);
    expect(pressed('smallEnd')).toBeCloseTo(rod('smallEnd') + singly[0]! + singly[1]!, 9);
    expect(pressed('bigEnd') + pressed('smallEnd')).toBeCloseTo(pressed('total'), 9);
  });
  it('has rods whose ends add up, also after cuts at both', () => {
    const rod = (measure: Placed['measure'], cuts: Placed['cuts']): number => trueWeightG(piston({ kind: 'rod', measure, cuts }));
    for (const cuts of [[], [{ bigEnd: 1.2, smallEnd: 0.4 }]]) expect(rod('bigEnd', cuts) + rod('smallEnd', cuts)).toBeCloseTo(rod('total', cuts), 9);
  });
  it('loses a little less than was meant with each cut', () => {
    const lost = trueWeightG(piston()) - trueWeightG(piston({ cuts: [{ mass: 1.5 }] }));
    expect(lost).toBeGreaterThan(0.9);
    expect(lost).toBeLessThanOrEqual(1.5);
  });
});

describe('the pan', () => {
  it('swings, then settles within a division or two of the truth', () => {
    const pan = new Pan(USUAL_CHARACTER);
    pan.put(piston(), 0);
    expect(pan.show(0.05).stable).toBe(false);
    const settled = pan.show(6);
    expect(settled.stable).toBe(true);
    expect(Math.abs(settled.valueG - trueWeightG(piston()))).toBeLessThan(0.4);
  });
  it('is disturbed by a tap, and comes back', () => {
    const pan = new Pan(USUAL_CHARACTER);
    pan.tap(10);
    expect(pan.show(10.05).stable).toBe(false);
    expect(pan.show(14).stable).toBe(true);
  });
  it('wanders from zero, and is brought back to it', () => {
    const pan = new Pan({ ...USUAL_CHARACTER, driftGPerMin: 1, noiseG: 0 });
    expect(pan.show(60).valueG).toBeCloseTo(1, 6);
    pan.zero(60);
    expect(Math.abs(pan.show(60).valueG)).toBeLessThan(0.01);
  });
  it('places the same part a little differently each time', () => {
    const pan = new Pan({ ...USUAL_CHARACTER, divisionG: 0.01, noiseG: 0, driftGPerMin: 0 });
    const placed = [0, 10, 20].map((t) => {
      pan.put(piston(), t);
      return pan.show(t + 8).valueG;
    });
    expect(new Set(placed).size).toBeGreaterThan(1);
  });
  it('counts in its division, whatever it is', () => {
    for (const divisionG of [0.01, 0.1, 0.2, 1, 5]) {
      const pan = new Pan({ ...USUAL_CHARACTER, divisionG });
      pan.put(piston(), 0);
      const steps = pan.show(6).valueG / divisionG;
      expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
    }
  });
});

describe('its lines', () => {
  it('can be read by the usual pattern', () => {
    const read = lineReader(USUAL_TEMPLATES[0]!);
    expect(read(scaleLine({ valueG: 612.4, stable: true }, 0.1))).toEqual({ valueG: 612.4, stable: true, net: false });
    expect(read(scaleLine({ valueG: -0.3, stable: false }, 0.1))).toEqual({ valueG: -0.3, stable: false, net: false });
  });

  it('shows the places of its division', () => {
    expect(scaleLine({ valueG: 612.43, stable: true }, 0.01)).toBe('ST,GS,+  612.43 g');
    expect(scaleLine({ valueG: 615, stable: true }, 5)).toBe('ST,GS,+   615.0 g');
  });

  let server: Server | null = null;
  afterEach(() => server?.close());

  it('come to whoever listens, and commands are answered', async () => {
    server = await listen({ port: 0, hurry: 50 });
    const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
    const lines = createInterface({ input: socket })[Symbol.asyncIterator]();
    const heard = async (): Promise<string> => ((await lines.next()) as IteratorYieldResult<string>).value;
    socket.write('DANCE\n');
    expect(await heard()).toBe('ERROR This scale does not know DANCE.');
    socket.write('PUT {"kind":"hat"}\n');
    expect(await heard()).toMatch(/^ERROR /);
    socket.write(`PUT ${JSON.stringify(piston())}\n`);
    expect(await heard()).toMatch(/^OK \d+$/);
    socket.write('LISTEN\n');
    const read = lineReader(USUAL_TEMPLATES[0]!);
    let shown = read(await heard());
    for (let i = 0; i < 200 && !shown?.stable; i += 1) shown = read(await heard());
    expect(shown?.valueG).toBeGreaterThan(400);
    socket.destroy();
    await once(socket, 'close');
  });

  it('becomes another scale when told, and refuses to become none', async () => {
    server = await listen({ port: 0, hurry: 50 });
    const socket = connect((server.address() as AddressInfo).port, '127.0.0.1');
    const lines = createInterface({ input: socket })[Symbol.asyncIterator]();
    const ask = async (line: string): Promise<string> => {
      socket.write(`${line}\n`);
      return ((await lines.next()) as IteratorYieldResult<string>).value;
    };
    expect(JSON.parse(await ask('CHARACTER'))).toEqual(USUAL_CHARACTER);
    expect(await ask(`BECOME ${JSON.stringify({ ...USUAL_CHARACTER, divisionG: 0 })}`)).toMatch(/^ERROR /);
    expect(await ask(`BECOME ${JSON.stringify({ ...USUAL_CHARACTER, divisionG: 5 })}`)).toMatch(/^OK \d+$/);
    expect(JSON.parse(await ask('CHARACTER'))).toMatchObject({ divisionG: 5 });
    socket.destroy();
    await once(socket, 'close');
  });

  it('survives a peer that is cut off mid-line', async () => {
    server = await listen({ port: 0, hurry: 50 });
    const { port } = server.address() as AddressInfo;
    const rude = connect(port, '127.0.0.1');
    await once(rude, 'connect');
    rude.write('LISTEN\nPUT {');
    await new Promise((resolve) => setTimeout(resolve, 50));
    rude.resetAndDestroy();
    await once(rude, 'close');
    const polite = connect(port, '127.0.0.1');
    polite.write('ZERO\n');
    const [answer] = (await once(createInterface({ input: polite }), 'line')) as [string];
    expect(answer).toMatch(/^OK \d+$/);
    polite.destroy();
  });
});
