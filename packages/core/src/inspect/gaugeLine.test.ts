import { gaugeLineReader, USUAL_GAUGE_TEMPLATES } from './gaugeLine.js';

describe('a gauge’s lines', () => {
  it('are millimetres, micrometres or inches, in either direction, with a point or a comma', () => {
    const read = gaugeLineReader(USUAL_GAUGE_TEMPLATES[1]!);
    expect(read('+0.012 mm')).toEqual({ mm: 0.012, stable: true });
    expect(read('-12 um')).toEqual({ mm: -0.012, stable: true });
    expect(read('- 0,0005 IN')!.mm).toBeCloseTo(-0.0127, 12);
    expect(read('12 kg')).toBeNull();
  });
  it('settle by their own words, and are millimetres where they say no unit', () => {
    const read = gaugeLineReader('{stable:|*}{sign}{number}');
    expect(read('*0.5')).toEqual({ mm: 0.5, stable: false });
    expect(read('0.5')).toEqual({ mm: 0.5, stable: true });
    expect(() => gaugeLineReader('{sign}')).toThrow('The pattern needs a {number}');
  });
});
