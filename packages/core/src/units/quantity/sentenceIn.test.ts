import fc from 'fast-check';
import { readQuantity } from './read.js';
import { sentenceIn } from './sentenceIn.js';
import { INCH, METRIC } from './systems.js';

describe('a sentence in somebody’s units', () => {
  it.each([
    ['A 12.7 mm hole 25.4 mm deep fits nowhere in CW 1.', 'A 0.500 in hole 1.000 in deep fits nowhere in CW 1.'],
    ['It is 16 × 22.0 mm already: it can only grow.', 'It is 0.63 in × 0.866 in already: it can only grow.'],
    ['The crank reaches from about -394 to 394 mm.', 'The crank reaches from about −15.51 in to 15.51 in.'],
    ['“3.45 mm” is typed; 5 kg·mm² and 7 mm/s and 12 g·mm stay.', '“3.45 mm” is typed; 5 kg·mm² and 7 mm/s and 12 g·mm stay.'],
    ['A redline of 5200 rpm at 20°.', 'A redline of 5200 rpm at 20°.'],
  ])('says %s', (metric, inch) => {
    expect(sentenceIn(INCH, metric)).toBe(inch);
    expect(sentenceIn(METRIC, metric)).toBe(metric);
  });
  it('keeps what it says: each figure reads back as the same length to the digits it had', () => {
    fc.assert(
      fc.property(fc.integer({ min: -90000, max: 90000 }), (hundredths) => {
        const mm = hundredths / 100;
        const said = /^It stands at (.*)\.$/.exec(sentenceIn(INCH, `It stands at ${mm.toFixed(2)} mm.`))![1]!;
        const read = readQuantity(said, 'mm');
        expect(read.kind === 'quantity' && Math.abs(read.value - mm)).toBeLessThan(0.006);
      }),
      { seed: 95, numRuns: 300 },
    );
  });
});
