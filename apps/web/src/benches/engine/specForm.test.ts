import fc from 'fast-check';
import { layOut, LAYOUT_IDS, LAYOUTS } from '@tare/core';
import { checkedLayout, emptyForm, formField, formOf, laidOut, readForm, usualOffsetMm, withLayoutFile, type SpecForm } from './specForm.js';

const named = (more: Partial<SpecForm> = {}): SpecForm => ({ ...emptyForm(), customer: 'Marit Dunlavy', engineName: 'V8', ...more });
const problemsOf = (form: SpecForm): [string, string][] => {
  const read = readForm(form);
  return read.ok ? [] : read.problems.map((p) => [p.field, p.message]);
};

describe('the engine form on any figures', () => {
  it('is the same spec after it was shown and read again', () => {
    const mm = (min: number, max: number): fc.Arbitrary<string> => fc.integer({ min: min * 10, max: max * 10 }).map((n) => String(n / 10));
    const typed = fc.record({
      layoutId: fc.constantFrom(...LAYOUT_IDS),
      strokeMm: mm(60, 120),
      throwSpacingMm: mm(80, 140),
      splitOffsetMm: mm(18, 30),
      rodLengthMm: mm(130, 260),
      redlineRpm: fc.integer({ min: 1500, max: 9000 }).map(String),
      toleranceValue: fc.constantFrom('0.5', '1', '2,5'),
      balance: fc.constantFrom('internal' as const, 'external' as const),
    });
    fc.assert(
      fc.property(typed, (figures) => {
        const read = readForm(laidOut(named(figures)));
        fc.pre(read.ok);
        expect(readForm(formOf(read.spec))).toEqual(read);
      }),
      { seed: 61, numRuns: 150 },
    );
  });
});

describe('the engine form', () => {
  it('starts as a V8 that only lacks a name; whose it is may be the shop itself', () => {
    expect(problemsOf(emptyForm()).map(([field]) => field)).toEqual(['engineName']);
    const read = readForm(named());
    expect(read).toMatchObject({ ok: true, spec: { layoutId: 'v8Cross90', strokeMm: 88, crank: { planes: { radiusAMm: 85 } } } });
  });
  it('reads decimal commas', () => {
    expect(readForm(named({ toleranceValue: '0,5', strokeMm: ' 88,25 ' }))).toMatchObject({
      ok: true,
      spec: { tolerance: { value: 0.5 }, strokeMm: 88.25 },
    });
  });
  it('is the same after it was read and shown again', () => {
    const laid = readForm(laidOut(named({ layoutId: 'v6Split60' })));
    if (!laid.ok) throw new Error('not read');
    const again = readForm(formOf(laid.spec));
    expect(again).toEqual(laid);
  });
  it('lays out afresh when the stroke or the layout changes, and waits while they cannot be read', () => {
    expect(laidOut(named({ strokeMm: '100' })).radiusAMm).toBe('91');
    expect(laidOut(named({ layoutId: 'inline4' })).pins).toHaveLength(4);
    const half = named({ strokeMm: '1o0' });
    expect(laidOut(half)).toBe(half);
  });
  it.each<[string, Partial<SpecForm>, string, string]>([
    ['text', { strokeMm: 'eighty-eight' }, 'strokeMm', 'The stroke has to be a number.'],
    ['a blank', { redlineRpm: '' }, 'redlineRpm', 'The redline has to be a number.'],
    ['a negative', { rodLengthMm: '-150' }, 'rodLengthMm', 'The rod length is -150; the least that makes sense is 20.'],
    [
      'planes at one place',
      { zAMm: '10', zBMm: '10' },
      'zBMm',
      'Planes A and B are both at 10 mm; a couple cannot be told between two planes at one place.',
    ],
    ['an absurd tolerance', { toleranceValue: '0' }, 'toleranceValue', 'The tolerance is 0; it has to be above 0.'],
  ])('names %s where it was typed', (_name, change, field, message) => {
    expect(problemsOf(named(change))).toContainEqual([field, message]);
  });
  it('names an angle of 1000° in its own row', () => {
    const form = named();
    const pins = form.pins.map((pin, i) => (i === 1 ? { ...pin, angleDeg: '1000' } : pin));
    expect(problemsOf({ ...form, pins })).toEqual([['pins.1.angleDeg', 'The pin’s angle is 1000; the most that makes sense is 360.']]);
  });
  it('refuses more pins than cylinders, and a rod on two pins', () => {
    const form = named({ layoutId: 'inline3' });
    const three = laidOut(form);
    const extra = [...three.pins, { angleDeg: '0', zMm: '300', cylinders: '1' }];
    expect(problemsOf({ ...three, pins: extra })[0]![1]).toContain('4 pins for 3 cylinders');
    expect(problemsOf({ ...three, pins: three.pins.map((pin) => ({ ...pin, cylinders: '1' })) })[0]![1]).toContain(
      'Cylinder 1 is on pin 1 and on pin 2',
    );
  });
});

describe('the crank’s own sizes in the form', () => {
  it('are guessed with the layout, read into the spec, and complained about by their own rows', () => {
    const form = named();
    const read = readForm(form);
    expect(read.ok && read.spec.crank.sizes).toMatchObject({ mains: [{ zMm: -220 }, {}, {}, {}, {}], pins: [{ diameterMm: 53 }, {}, {}, {}] });
    const wide = form.pinSizes.map((pin, i) => (i === 2 ? { ...pin, widthMm: '2.5 in' } : pin));
    expect(problemsOf({ ...form, pinSizes: wide })[0]).toEqual(['pinSizes.2.widthMm', expect.stringMatching(/^Pin 3 and web \d would overlap/)]);
    const blank = form.mains.map((main, i) => (i === 1 ? { ...main, diameterMm: '' } : main));
    expect(problemsOf({ ...form, mains: blank })).toEqual([['mains.1.diameterMm', 'The diameter has to be a number.']]);
  });
  it('may lack ends and fillets', () => {
    const form = named();
    const bare = { ...form, snout: { lengthMm: '', diameterMm: ' ' }, mains: form.mains.map((main) => ({ ...main, filletMm: '' })) };
    const read = readForm(bare);
    expect(read.ok && [read.spec.crank.sizes!.snout, read.spec.crank.sizes!.mains[0]!.filletMm]).toEqual([null, 0]);
    expect(problemsOf({ ...form, flange: { lengthMm: '12', diameterMm: '' } })).toEqual([['flange.diameterMm', 'The diameter has to be a number.']]);
  });
  it('of a job from before there were any stand in the form as the guess, and are kept with it', () => {
    const read = readForm(named());
    if (!read.ok) throw new Error('unread');
    const { sizes, ...crank } = read.spec.crank;
    expect(readForm(formOf({ ...read.spec, crank }))).toMatchObject({ ok: true, spec: { crank: { sizes } } });
  });
});

describe('layouts', () => {
  it('lays out every layout of the library so that it can be kept', () => {
    for (const layoutId of LAYOUT_IDS.filter((id) => id !== 'own')) {
      const form = named({ layoutId });
      const read = readForm(laidOut({ ...form, splitOffsetMm: usualOffsetMm(form) }));
      expect([layoutId, read.ok]).toEqual([layoutId, true]);
    }
  });
  it('takes a layout from a file as the job’s own, with counterweights guessed from its pins', () => {
    const layout = { ...layOut(LAYOUTS.v6Split90, 104, 22), rotation: 'anticlockwise' as const };
    const form = withLayoutFile(named({ engineName: '' }), { name: 'Somebody’s six', layout, strokeMm: 76, rodLengthMm: null });
    expect(form).toMatchObject({ layoutId: 'own', engineName: 'Somebody’s six', strokeMm: '76', rodLengthMm: '150', rotation: 'anticlockwise' });
    expect(form.counterweights).toHaveLength(12);
    const read = readForm(form);
    expect(read.ok && read.spec.layout.pins.map(({ zMm }) => zMm)).toEqual(layout.pins.map(({ zMm }) => zMm));
    expect(readForm(formOf((read as Extract<typeof read, { ok: true }>).spec))).toEqual(read);
  });
  it('names a bank of 400°, and a firing order with a gap, before anything is sent', () => {
    const form = named();
    expect(checkedLayout({ ...form, cylinders: form.cylinders.map((c, i) => (i === 2 ? { ...c, bankDeg: '400' } : c)) })).toContain(
      'cylinder 3 is 400',
    );
    expect(problemsOf({ ...form, firingOrder: '1-2-3' })).toEqual([
      ['firingOrder', 'The firing order 1-2-3 has to name each of the 8 cylinders once.'],
    ]);
    expect(checkedLayout({ ...form, firingOrder: '1 8, 4-3 6 5 7 2' })).toMatchObject({ firingOrder: [1, 8, 4, 3, 6, 5, 7, 2] });
  });
});

it('finds the form’s field of a server’s path', () => {
  expect(formField('spec.crank.planes.zAMm')).toBe('zAMm');
  expect(formField('spec.layout.pins.2.angleDeg')).toBe('pins.2.angleDeg');
  expect(formField('spec.crank.sizes.pins.2.widthMm')).toBe('pinSizes.2.widthMm');
  expect(formField('crank.sizes.oilWays.0.from.zMm')).toBe('oilWays.0.from.zMm');
  expect(formField('spec.tolerance.value')).toBe('toleranceValue');
  expect(formField('spec.crank.counterweights.0.depthLimitMm')).toBe('counterweights.0.depthLimitMm');
});

describe('figures as they were said', () => {
  const typed = {
    ...emptyForm(),
    customer: 'Odd Hexley',
    engineName: 'Teal',
    strokeMm: '3.48 in',
    rodLengthMm: '5 7/8 in',
    matchToleranceG: '1/2 g',
  };
  it('are kept beside the figures that they were read as, and stand in the form again', () => {
    const read = readForm(typed);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.spec).toMatchObject({ strokeMm: 88.392, rodLengthMm: 149.225, matchToleranceG: 0.5 });
    expect(read.spec.said).toEqual({ strokeMm: '3.48 in', rodLengthMm: '5 7/8 in', matchToleranceG: '1/2 g' });
    expect(formOf(read.spec)).toMatchObject({ strokeMm: '3.48 in', rodLengthMm: '5 7/8 in', matchToleranceG: '1/2 g' });
  });
  it('give way to a figure that came from elsewhere since', () => {
    const read = readForm(typed);
    if (!read.ok) throw new Error('unread');
    expect(formOf({ ...read.spec, strokeMm: 90 }).strokeMm).toBe('90');
  });
  it('are none where every figure is typed as it is kept', () => {
    const read = readForm({ ...typed, strokeMm: '88,4', rodLengthMm: '150', matchToleranceG: '0.5' });
    expect(read).toMatchObject({ ok: true, spec: { strokeMm: 88.4 } });
    expect(read.ok && 'said' in read.spec).toBe(false);
  });
  it('of another kind are complained about where they stand', () => {
    expect(readForm({ ...typed, strokeMm: '38 lb·ft' })).toMatchObject({ ok: false, problems: [{ field: 'strokeMm' }] });
  });
});
