import { randomUUID } from 'node:crypto';
import { setUpsFrom } from '@tare/core';
import { madeUpSpec } from '@tare/core/testing';
import {
  check,
  computeSchemas,
  newDecisionSchema,
  newHoleSchema,
  newJobSchema,
  newReadingSchema,
  readingBatchSchema,
  sentBy,
  spinRequestSchema,
  type Checked,
} from './index.js';

const id = '8b1d3c1e-94a8-4b0f-9a52-0c5d4d7f2d11';
const spec = madeUpSpec('v8Cross90', { vessel: '', engineName: 'V8' }, 0);
const problemsOf = (checked: Checked<unknown>): readonly (readonly [string, string])[] =>
  checked.ok ? [] : checked.problems.map((p) => [p.field, p.message] as const);

describe('newJobSchema', () => {
  it('takes a sound job as it is', () => {
    expect(check(newJobSchema, { id, spec }, 'ottoline')).toEqual({ ok: true, value: { id, personId: 'ottoline', spec } });
  });
  it('complains of everything at once, with a path and a sentence', () => {
    const bad = { id, spec: { ...spec, engineName: ' ', strokeMm: -88, redlineRpm: Number.NaN, balance: 'sideways' } };
    expect(problemsOf(check(newJobSchema, bad))).toEqual([
      ['spec.engineName', 'The engine is blank.'],
      ['spec.strokeMm', 'The stroke is -88; the least that makes sense is 10.'],
      ['spec.redlineRpm', 'The redline has to be a number.'],
      ['spec.balance', 'The kind of balance has to be one of internal, external.'],
    ]);
  });
  it('names an angle of 1000° in the pin where it stands', () => {
    const pins = spec.layout.pins.map((pin, i) => (i === 2 ? { ...pin, angleDeg: 1000 } : pin));
    expect(problemsOf(check(newJobSchema, { id, spec: { ...spec, layout: { ...spec.layout, pins } } }))).toEqual([
      ['spec.layout.pins.2.angleDeg', 'The pin’s angle is 1000; the most that makes sense is 360.'],
    ]);
  });
  it('drops and converts nothing', () => {
    expect(problemsOf(check(newJobSchema, { id, spec: { ...spec, strokeMm: '88', extra: 1 } })).map(([field]) => field)).toEqual([
      'spec.strokeMm',
      'spec.extra',
    ]);
  });
});

describe('newReadingSchema', () => {
  const reading = { id, partId: id, measure: 'mass', valueG: 612.4, cutId: null };
  it.each<[string, object, string, string]>([
    ['text', { valueG: '612,4' }, 'valueG', 'The reading has to be a number.'],
    ['a blank', { valueG: undefined }, 'valueG', 'The reading is missing.'],
    ['infinity', { valueG: Infinity }, 'valueG', 'The reading has to be a number.'],
    ['a measure nobody takes', { measure: 'middle' }, 'measure', 'What was weighed has to be one of mass, total, bigEnd, smallEnd.'],
    ['who makes it said in it', { personId: id }, 'personId', 'Who makes an entry is not said in it: it is whoever was picked at the bench.'],
  ])('refuses %s', (_name, change, field, message) => {
    expect(problemsOf(check(newReadingSchema, { ...reading, ...change }))).toContainEqual([field, message]);
  });
});

describe('who makes an entry', () => {
  const reading = { id, partId: id, measure: 'mass', valueG: 612.4, cutId: null };
  it('is not sent in it, nor in the entries that it holds', () => {
    const batch = { id, personId: 'bram', readings: [{ ...reading, personId: 'bram' }] };
    const { body, personId } = sentBy(batch);
    expect([personId, JSON.parse(body)]).toEqual(['bram', { id, readings: [reading] }]);
    expect(sentBy({ id }).personId).toBeNull();
  });
  it('is put into all of them by whoever checks it', () => {
    const checked = check(readingBatchSchema, { id, readings: [reading] }, 'bram');
    expect(checked).toEqual({ ok: true, value: { id, personId: 'bram', readings: [{ ...reading, personId: 'bram' }] } });
  });
});

describe('newDecisionSchema', () => {
  const decide = (subject: string, value: unknown): Checked<unknown> => check(newDecisionSchema, { id, baseVersion: 0, subject, value });
  it('fits each subject with its own kind of value', () => {
    expect(decide('bob.factorRatio', 0.5).ok).toBe(true);
    expect(decide('bob.acceptedG', [1974, 1974]).ok).toBe(true);
    expect(decide('bob.acceptedG', null).ok).toBe(true);
    expect(decide(`part.damaged.${id}`, true).ok).toBe(true);
  });
  it('complains about that subject and no other', () => {
    expect(problemsOf(decide('bob.factorRatio', 50))).toEqual([['value', 'The balance factor (0 to 1) is 50; the most that makes sense is 1.']]);
    expect(problemsOf(decide('bob.oilG', -4))).toEqual([['value', 'The oil allowance is -4; the least that makes sense is 0.']]);
    expect(problemsOf(decide('weather', 1))[0]![0]).toBe('subject');
  });
});

describe('the set-ups of a job', () => {
  const decided = (value: unknown): Checked<unknown> => check(newDecisionSchema, { id, baseVersion: 0, subject: 'setUps', value });
  it.each(['stages', 'together', 'toInternal', 'survey'] as const)(
    'may be those of the template %s, though nothing is corrected in some',
    (template) => {
      const list = setUpsFrom(template, true, ['damper', 'flywheel'], randomUUID);
      expect(problemsOf(decided({ list, positionsDeg: { flywheel: [0, 180] } }))).toEqual([]);
    },
  );
  it('have a name, an id of their own and reasons that say something', () => {
    const [one] = setUpsFrom('survey', false, [], randomUUID);
    expect(problemsOf(decided({ list: [{ ...one, name: ' ' }], positionsDeg: {} }))[0]![0]).toBe('value.list.0.name');
    expect(decided({ list: [one, one], positionsDeg: {} }).ok).toBe(false);
    expect(problemsOf(decided({ list: [{ ...one, missing: [{ part: 'damper', why: '' }] }], positionsDeg: {} }))[0]![0]).toBe(
      'value.list.0.missing.0.why',
    );
  });
});

describe('spins and holes', () => {
  it('will not spin without the guard', () => {
    const request = { id, speedRpm: 600, turns: 60 };
    expect(check(spinRequestSchema, { ...request, cautionsConfirmed: true }).ok).toBe(true);
    expect(problemsOf(check(spinRequestSchema, { ...request, cautionsConfirmed: false }))).toEqual([
      ['cautionsConfirmed', 'Confirm the guard and the fasteners before the spin.'],
    ]);
    expect(problemsOf(check(spinRequestSchema, { ...request, speedRpm: 9000, cautionsConfirmed: true }))[0]![1]).toContain(
      'The balancing speed is 9000',
    );
  });
  it('keeps an angle in its half-open range', () => {
    const cut = { kind: 'radial', counterweightId: 'cw1', bitMm: 12, pointAngleDeg: 118, depthMm: 20 };
    const log = (more: object): unknown => ({ id, planId: null, planIndex: null, cut: { ...cut, ...more } });
    expect(check(newHoleSchema, log({ angleDeg: 0 })).ok).toBe(true);
    expect(problemsOf(check(newHoleSchema, log({ angleDeg: 360 })))).toEqual([['cut.angleDeg', 'The angle is 360; it has to be below 360.']]);
    // Each kind has its own fields, and no others.
    expect(problemsOf(check(newHoleSchema, log({ angleDeg: 0, lengthMm: 20 })))[0]![0]).toBe('cut.lengthMm');
    expect(problemsOf(check(newHoleSchema, log({ angleDeg: 0, kind: 'face', radiusMm: 60 })))[0]![0]).toBe('cut.face');
    expect(problemsOf(check(newHoleSchema, log({ angleDeg: 0, kind: 'pocket' })))[0]![0]).toBe('cut.kind');
  });
});

it('can describe every schema of a computation as JSON Schema', () => {
  for (const schema of Object.values(computeSchemas)) {
    expect(schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' })).toMatchObject({ type: 'object' });
  }
});
