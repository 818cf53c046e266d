import fc from 'fast-check';
import { readDraft } from './readDraft.js';

const SAMPLE = { name: '', open: false, rows: [{ massG: '', at: 'A' }], recorded: null };
const NONE = { ...SAMPLE, name: 'none' };

describe('a draft', () => {
  it('comes back as it was kept', () => {
    const draft = {
      name: 'x',
      open: true,
      rows: [
        { massG: '1 lb', at: 'B' },
        { massG: '', at: 'A' },
      ],
      recorded: { mean: 3 },
    };
    expect(readDraft(JSON.stringify(draft), SAMPLE, NONE)).toEqual(draft);
  });
  it('of an older Tare takes what it lacks from the sample', () => {
    expect(readDraft('{"name":"x","rows":[{"massG":"3"}]}', SAMPLE, NONE)).toEqual({
      name: 'x',
      open: false,
      rows: [{ massG: '3', at: 'A' }],
      recorded: null,
    });
  });
  it.each(['', '{', 'null', '7', '[]', '{"name":7}', '{"rows":[3]}', '{"rows":{}}', '{"open":"yes"}'])('%j is none', (text) => {
    expect(readDraft(text, SAMPLE, NONE)).toEqual(NONE);
  });
  it('is never anything that a form would stumble over', () => {
    fc.assert(
      fc.property(fc.json(), (text) => {
        const read = readDraft(text, SAMPLE, NONE);
        expect([typeof read.name, typeof read.open, read.rows.every(({ massG, at }) => typeof massG === 'string' && typeof at === 'string')]).toEqual(
          ['string', 'boolean', true],
        );
      }),
    );
  });
});
