import { crankTemplate } from './crankTemplate.js';
import { checkCrank } from '../rotor/crank.js';
import { fromPolar, scale, sumOf, toPolar } from '../units/vector.js';
import { bobsNeeded } from './bobsNeeded.js';
import { checkLayout, layOut, type EngineLayout } from './layout.js';
import { evenFiringOrder, firingIntervalsDeg } from './firing.js';
import { readLayoutFile, writeLayoutFile } from './layoutFile.js';
import { LAYOUT_IDS, LAYOUTS, type LayoutId } from './library.js';

describe('bobsNeeded', () => {
  // Independent computation: forward couple of unit masses, unit mm, throws 110 mm apart.
  it.each<[LayoutId, boolean, number, number]>([
    ['v8Cross90', true, 0, 695.7],
    ['v6Split60', true, 0, 330.0],
    ['inline4', false, 0, 0],
    ['inline3', true, 0, 190.5],
    ['inline6', false, 0, 0],
    ['single', true, 1, 0],
  ])('%s: needed %p', (id, needed, force, couple) => {
    const result = bobsNeeded(layOut(LAYOUTS[id], 110));
    expect(result.needed).toBe(needed);
    expect(result.forceSum.amount).toBeCloseTo(force, 9);
    expect(result.coupleSumMm.amount).toBeCloseTo(couple, 1);
  });
  it('does not depend on where z is counted from', () => {
    const layout = layOut(LAYOUTS.inline4, 104);
    const moved = { ...layout, pins: layout.pins.map((pin) => ({ ...pin, zMm: pin.zMm + 312.7 })) };
    expect(bobsNeeded(moved).needed).toBe(false);
  });
  it('sees a pin that is a degree off', () => {
    const layout = layOut(LAYOUTS.inline4, 104);
    const bent = { ...layout, pins: layout.pins.map((pin, i) => (i === 2 ? { ...pin, angleDeg: 181 } : pin)) };
    expect(bobsNeeded(bent)).toMatchObject({ needed: true, reason: expect.stringContaining('force and a couple') as string });
  });
});

describe('layOut', () => {
  it('puts pin 1 at 0 and numbers every cylinder once', () => {
    for (const id of LAYOUT_IDS) {
      const layout = layOut(LAYOUTS[id], 110, 20);
      expect(layout.pins[0]!.angleDeg).toBe(0);
      expect(() => {
        checkLayout(layout);
      }).not.toThrow();
    }
  });
  it('leaves no backward primary couple in a 60° V6 of six split pins', () => {
    // Each cylinder's backward half turns as e^{i(2β − θ)}; its couple must vanish when both pins of a throw share a z.
    const { pins, cylinders } = layOut(LAYOUTS.v6Split60, 110, 0);
    const backward = pins.map((pin) => {
      const { bankDeg } = cylinders.find((c) => c.number === pin.cylinders[0])!;
      return scale(fromPolar(1, 2 * bankDeg - pin.angleDeg), pin.zMm);
    });
    expect(toPolar(sumOf(backward)).amount).toBeLessThan(1e-9);
  });
  it('fires a 60° V6 every 120°', () => {
    const { pins, cylinders } = layOut(LAYOUTS.v6Split60, 110, 0);
    // A cylinder is at its top when the crank has turned by bank − pin.
    const tops = pins.map((pin) => (cylinders.find((c) => c.number === pin.cylinders[0])!.bankDeg - pin.angleDeg + 720) % 360).sort((a, b) => a - b);
    expect(tops.map((t) => Math.round(t - tops[0]!))).toEqual([0, 0, 120, 120, 240, 240]);
  });
});

describe('checkLayout', () => {
  const good = layOut(LAYOUTS.inline3, 100);
  const broken = (change: (layout: { -readonly [K in keyof EngineLayout]: EngineLayout[K] }) => void): (() => void) => {
    const layout = structuredClone(good);
    change(layout);
    return () => {
      checkLayout(layout);
    };
  };
  it.each<[string, string, (layout: { -readonly [K in keyof EngineLayout]: EngineLayout[K] }) => void]>([
    ['more pins than cylinders', '4 pins for 3 cylinders', (l) => (l.pins = [...l.pins, { angleDeg: 0, zMm: 400, cylinders: [1] }])],
    ['a pin without a rod', 'No rod runs on pin 1', (l) => (l.pins = l.pins.map((p, i) => (i === 0 ? { ...p, cylinders: [] } : p)))],
    ['a rod on two pins', 'Cylinder 1 is on pin 1 and on pin 2', (l) => (l.pins = l.pins.map((p, i) => (i === 1 ? { ...p, cylinders: [1] } : p)))],
    ['an unknown cylinder', 'carries cylinder 9', (l) => (l.pins = l.pins.map((p, i) => (i === 1 ? { ...p, cylinders: [9] } : p)))],
    ['an angle of 1000°', 'The angle of pin 2 is 1000 °', (l) => (l.pins = l.pins.map((p, i) => (i === 1 ? { ...p, angleDeg: 1000 } : p)))],
    ['a cylinder on no pin', 'Cylinder 3 is on no pin', (l) => (l.pins = l.pins.slice(0, 2))],
    ['no pin', 'at least one pin', (l) => (l.pins = [])],
  ])('refuses %s', (_name, message, change) => {
    expect(broken(change)).toThrow(message);
  });
});

describe('crankTemplate', () => {
  it('makes a crank that passes its own check for every layout', () => {
    for (const id of LAYOUT_IDS) {
      const crank = crankTemplate(LAYOUTS[id], layOut(LAYOUTS[id], 110, 20), 88);
      expect(() => {
        checkCrank(crank);
      }).not.toThrow();
    }
  });
  it('gives a cross-plane V8 three counterweights an end, opposite its throws', () => {
    const { counterweights, planes } = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);
    expect(counterweights.map((c) => c.arcCentreDeg)).toEqual([180, 180, 270, 90, 0, 0]);
    expect(planes).toMatchObject({ zAMm: -194.7, zBMm: 194.7, radiusAMm: 85 });
  });
});

describe('the library', () => {
  it('gives every layout a name of its own and a customary factor', () => {
    expect(new Set(LAYOUT_IDS.map((id) => LAYOUTS[id].name)).size).toBe(LAYOUT_IDS.length);
    expect(LAYOUT_IDS.every((id) => LAYOUTS[id].factorReason !== '' && LAYOUTS[id].customaryFactorRatio > 0)).toBe(true);
  });
  it('says that pins cancel exactly where they do', () => {
    for (const id of LAYOUT_IDS) {
      const says = LAYOUTS[id].factorReason.startsWith('the pins cancel');
      expect([id, bobsNeeded(layOut(LAYOUTS[id], 110, 55)).needed]).toEqual([id, !says]);
    }
  });
});

describe('firing', () => {
  const laid = (id: LayoutId): EngineLayout => layOut(LAYOUTS[id], 110, 24);
  it.each<[LayoutId, number]>([
    ['inline3', 240],
    ['inline4', 180],
    ['inline5', 144],
    ['inline6', 120],
    ['v6Split60', 120],
    ['v6Split90', 120],
    ['v8Cross90', 90],
    ['v10At72', 72],
    ['v10Split90', 72],
    ['v12At60', 60],
    ['flat4', 180],
    ['radial5', 144],
    ['w12', 60],
  ])('%s fires every %p°', (id, stepDeg) => {
    const layout = laid(id);
    const order = evenFiringOrder(layout);
    expect(order).not.toBeNull();
    for (const interval of firingIntervalsDeg(layout, order!)!) expect(interval).toBeCloseTo(stepDeg, 6);
  });
  it('finds a classical order even, an odd one odd, and an impossible one impossible', () => {
    expect(firingIntervalsDeg(laid('inline4'), [1, 3, 4, 2])).toEqual([180, 180, 180, 180]);
    expect(firingIntervalsDeg({ ...laid('inline6'), rotation: 'anticlockwise' }, [1, 5, 3, 6, 2, 4])).toEqual([120, 120, 120, 120, 120, 120]);
    expect(evenFiringOrder(laid('v6Shared90'))).toBeNull();
    expect(firingIntervalsDeg(laid('inline4'), [1, 4, 3, 2])).toBeNull();
    expect(evenFiringOrder({ ...laid('inline3'), rotation: 'anticlockwise' })).toEqual([1, 3, 2]);
  });
});

describe('a layout as a file', () => {
  it('comes back as it went out', () => {
    for (const id of LAYOUT_IDS) {
      const layout: EngineLayout = { ...layOut(LAYOUTS[id], 97, 21), rotation: 'anticlockwise', pinOffsetMm: 0.8 };
      const file = { name: LAYOUTS[id].name, layout, strokeMm: 88, rodLengthMm: null };
      expect(readLayoutFile(writeLayoutFile(file))).toEqual(file);
    }
  });
  const good = JSON.parse(writeLayoutFile({ name: 'x', layout: layOut(LAYOUTS.v8Cross90, 110), strokeMm: 88, rodLengthMm: 150 })) as Record<
    string,
    never
  >;
  it.each<[string, object, string]>([
    ['another format', { format: 'drawing' }, 'This is no layout file'],
    ['a later version', { version: 2 }, 'of version 2'],
    ['no list', { pins: 4 }, 'The list of pins has to be a list'],
    ['a bank of 400°', { cylinders: [{ number: 1, bankDeg: 400 }] }, 'There are 4 pins for 1 cylinders'],
    ['a rotation of its own', { rotation: 'left' }, 'The rotation is "left"'],
    ['a stroke of nothing', { strokeMm: 0 }, 'The stroke is 0 mm'],
    ['a firing order with a gap', { firingOrder: [1, 2, 3] }, 'has to name each of the 8 cylinders once'],
  ])('refuses %s', (_name, change, sentence) => {
    expect(() => readLayoutFile(JSON.stringify({ ...good, ...change }))).toThrow(sentence);
  });
  it('refuses what is not JSON', () => {
    expect(() => readLayoutFile('{')).toThrow('The file is not JSON');
  });
});

describe('nonsense by name', () => {
  const v8 = layOut(LAYOUTS.v8Cross90, 110);
  const broken = (more: Partial<EngineLayout>) => (): void => checkLayout({ ...v8, ...more });
  it('refuses a bank angle of 400°, a number twice, and cylinders in one another’s way', () => {
    expect(broken({ cylinders: v8.cylinders.map((c) => (c.number === 3 ? { ...c, bankDeg: 400 } : c)) })).toThrow(
      'The bank angle of cylinder 3 is 400 °',
    );
    expect(broken({ cylinders: [...v8.cylinders, { number: 8, bankDeg: 0 }] })).toThrow('Two cylinders have the number 8');
    expect(broken({ cylinders: v8.cylinders.map((c) => ({ ...c, bankDeg: 0 })) })).toThrow(
      'Cylinders 1 and 2 stand in the same bank at the same place, on pin 1',
    );
    expect(broken({ pins: v8.pins.map((pin) => ({ ...pin, zMm: 0 })) })).toThrow('on pins 1 and 2, both at 0 mm');
    expect(broken({ pinOffsetMm: 80 })).toThrow('offset of the piston pins');
  });
});
