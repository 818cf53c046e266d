import { layOut } from '../engine/layout.js';
import { LAYOUTS } from '../engine/library.js';
import { arrivalList, missingFor, type Arrival } from './arrivals.js';

const v8 = layOut(LAYOUTS.v8Cross90, 110);
const found = (count: number): Arrival => ({ count, condition: '', marks: '' });

describe('arrivalList', () => {
  it('counts a V8’s parts, and asks for damper and flywheel only when they carry balance', () => {
    const internal = arrivalList({ layout: v8, balance: 'internal' });
    expect(internal.filter((i) => i.count === 8).map((i) => i.key)).toEqual(['piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair']);
    expect(internal.find((i) => i.key === 'flywheel')).toEqual({ key: 'flywheel', count: 1, needed: false });
    expect(arrivalList({ layout: v8, balance: 'external' }).find((i) => i.key === 'flywheel')?.needed).toBe(true);
  });
  it('asks for a block, for its bores, where the engine has pistons, and lets nothing wait for it', () => {
    const gone = { why: 'notInEngine', by: '', massG: null, bigEndG: null, smallEndG: null } as const;
    expect(arrivalList({ layout: v8, balance: 'internal', jobKind: 'match' }).at(-1)).toEqual({ key: 'block', count: 1, needed: false });
    expect(arrivalList({ layout: v8, balance: 'internal', elsewhere: { piston: gone } }).map((i) => i.key)).not.toContain('block');
  });
});

describe('missingFor', () => {
  const list = arrivalList({ layout: v8, balance: 'external' });
  it('holds up nothing while nobody has looked', () => {
    expect(missingFor('bobs', list, {})).toEqual([]);
  });
  it('names what is short, by bench', () => {
    const arrivals = { piston: found(8), pin: found(8), lockPair: found(8), ringSet: found(7), rod: found(8), crank: found(1), damper: found(1) };
    expect(missingFor('match', list, arrivals).map((i) => i.key)).toEqual(['ringSet']);
    expect(missingFor('bobs', list, arrivals).map((i) => i.key)).toEqual(['ringSet', 'bearingPair']);
    expect(missingFor('spin', list, arrivals).map((i) => i.key)).toEqual(['flywheel']);
  });
  it('does not mind more than enough', () => {
    expect(missingFor('spin', list, { crank: found(2), damper: found(1), flywheel: found(1) })).toEqual([]);
  });
});
