import { madeUpLimits } from '@tare/core/testing';
import { readLimitsFile, writeLimitsFile } from './limitsFile.js';

describe('limits in a file', () => {
  const limits = madeUpLimits(5);
  const text = writeLimitsFile({ name: 'Bramwick diesel four', limits });
  const changed = (
    change: (limits: typeof madeUpLimits extends (n: number) => infer L ? { -readonly [K in keyof L]: L[K] } : never) => void,
  ): string => {
    const file = JSON.parse(text) as { limits: Parameters<typeof change>[0] };
    change(file.limits);
    return JSON.stringify(file);
  };
  it('go out and come in alike', () => {
    expect(readLimitsFile(text)).toEqual({ name: 'Bramwick diesel four', limits });
  });
  it('are refused where they contradict themselves, or are another file, by name', () => {
    expect(() => readLimitsFile('a letter')).toThrow('The file is not JSON');
    expect(() => readLimitsFile('{"format":"tare-crank","version":1}')).toThrow('The file’s format');
    expect(() => readLimitsFile(changed((own) => (own.mains = { ...own.mains, lowMm: 54 })))).toThrow(
      'The low limit of the mains lies over the high one.',
    );
    expect(() => readLimitsFile(changed((own) => (own.blocks = [2, 2])))).toThrow('The crank has to lie on two different mains.');
    expect(() => readLimitsFile(changed((own) => (own.stepsATurn = 3)))).toThrow('Readings a turn');
  });
});
