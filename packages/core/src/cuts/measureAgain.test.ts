import { isWorthMeasuringAgain } from './measureAgain.js';

describe('a depth beside its plan', () => {
  it('is measured again past three deviations of the drill, and never for less than a millimetre', () => {
    const drill = { depthMm: 0.4 };
    expect(isWorthMeasuringAgain(30, 31.1, drill)).toBe(false);
    expect(isWorthMeasuringAgain(30, 31.3, drill)).toBe(true);
    expect(isWorthMeasuringAgain(30, 28.7, drill)).toBe(true);
    expect(isWorthMeasuringAgain(30, 30.9, { depthMm: 0.05 })).toBe(false);
    expect(isWorthMeasuringAgain(30, 31.1, { depthMm: 0.05 })).toBe(true);
  });
});
