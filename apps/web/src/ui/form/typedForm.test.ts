import fc from 'fast-check';
import Joi from 'joi';
import { readForm, typedOf } from './typedForm.js';

const schema = Joi.object({
  name: Joi.string().required(),
  widthMm: Joi.number().required(),
  limitN: Joi.number().allow(null).required(),
  stepDeg: Joi.number(),
  isOn: Joi.boolean().required(),
  readingsG: Joi.array().items(Joi.number()).required(),
  rows: Joi.array()
    .items(Joi.object({ massG: Joi.number().required(), words: Joi.string().allow('').required() }))
    .required(),
  minutes: Joi.object({ pilot: Joi.number().required() }).required(),
});
const number = fc.double({ min: -1e5, max: 1e5, noNaN: true }).map((n) => Math.round(n * 1e4) / 1e4 + 0);
const words = fc.string({ minLength: 1 }).map((text) => `a${text.trim()}`);
const kept = fc.record({
  name: words,
  widthMm: number,
  limitN: fc.option(number),
  stepDeg: number,
  isOn: fc.boolean(),
  readingsG: fc.array(number),
  rows: fc.array(fc.record({ massG: number, words })),
  minutes: fc.record({ pilot: number }),
});

describe('a form', () => {
  it('shows what is kept, and reads it back as it was', () => {
    fc.assert(
      fc.property(kept, (thing) => {
        expect(readForm(schema, typedOf(thing), { 'minutes.pilot': 'min' }).content).toEqual(thing);
      }),
      { seed: 91, numRuns: 300 },
    );
  });
  it('reads each figure in the unit that its name, its list or its units say, and tells how it was said', () => {
    const read = readForm(
      schema,
      {
        name: ' Old bench ',
        widthMm: '1/2 in',
        limitN: '2 lbf',
        stepDeg: '',
        isOn: true,
        readingsG: ['1 oz', '5,5'],
        rows: [{ massG: '1 kg', words: ' tin ' }],
        minutes: { pilot: '3' },
      },
      { 'minutes.pilot': 'min' },
    );
    expect(read.content).toMatchObject({
      name: 'Old bench',
      widthMm: 12.7,
      isOn: true,
      rows: [{ massG: 1000, words: 'tin' }],
      minutes: { pilot: 3 },
    });
    expect(read.content).not.toHaveProperty('stepDeg');
    const { limitN, readingsG } = read.content as { limitN: number; readingsG: number[] };
    expect(limitN).toBeCloseTo(8.896443, 5);
    expect(readingsG[0]).toBeCloseTo(28.349523, 5);
    expect(read.figures).toMatchObject({ widthMm: '1/2 in', 'readingsG.0': '1 oz', 'rows.0.massG': '1 kg' });
  });
  it('leaves what is no figure for the schema to complain about, and a blank null only where there may be none', () => {
    const { content } = readForm(schema, { widthMm: '38 lb·ft', limitN: ' ', rows: [{ massG: '', words: '' }] });
    expect(content).toEqual({ widthMm: '38 lb·ft', limitN: null, rows: [{ massG: '', words: '' }] });
    expect(schema.validate(content, { abortEarly: false, convert: false }).error?.details.map(({ path }) => path.join('.'))).toEqual(
      expect.arrayContaining(['widthMm', 'rows.0.massG']),
    );
  });
});
