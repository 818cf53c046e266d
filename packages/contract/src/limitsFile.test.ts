import { madeUpBoreLimits, madeUpDeckLimits, madeUpLimits, madeUpRodLimits } from '@tare/core/testing';
import { limitsOf, readLimitsFile, writeLimitsFile } from './limitsFile.js';

describe('limits in a file', () => {
  const limits = { crank: madeUpLimits(5), rods: madeUpRodLimits, bores: madeUpBoreLimits, decks: madeUpDeckLimits };
  const text = writeLimitsFile({ name: 'Bramwick diesel four', limits });
  interface Loose {
    [key: string]: Loose & number;
  }
  const changed = (change: (limits: Loose) => void): string => {
    const file = JSON.parse(text) as { limits: Loose };
    change(file.limits);
    return JSON.stringify(file);
  };
  it('go out and come in alike, all of an engine’s or as many as there are', () => {
    expect(readLimitsFile(text)).toEqual({ name: 'Bramwick diesel four', limits });
    const rods = writeLimitsFile({ name: '', limits: limitsOf({ 'rods.limits': { value: madeUpRodLimits }, 'pins.limits': { value: null } }) });
    expect(readLimitsFile(rods)).toEqual({ name: '', limits: { rods: madeUpRodLimits } });
  });
  it('of a crank alone come in as they were written first', () => {
    const first = JSON.stringify({ format: 'tare-crank-limits', version: 1, name: 'an old one', limits: madeUpLimits(5) });
    expect(readLimitsFile(first)).toEqual({ name: 'an old one', limits: { crank: madeUpLimits(5) } });
  });
  it('are refused where they contradict themselves, or are another file, by name', () => {
    expect(() => readLimitsFile('a letter')).toThrow('The file is not JSON');
    expect(() => readLimitsFile('{"format":"tare-crank","version":1}')).toThrow('The file’s format');
    expect(() => readLimitsFile('{"format":"tare-engine-limits","version":1,"limits":{}}')).toThrow('The limits');
    expect(() => readLimitsFile(changed((own) => ((own.crank!.mains!.lowMm as number) = 54)))).toThrow(
      'The low limit of the mains lies over the high one.',
    );
    expect(() => readLimitsFile(changed((own) => ((own.decks!.pistonDown!.lowMm as number) = 3)))).toThrow(
      'The low limit of decks.pistonDown lies over the high one.',
    );
    expect(() => readLimitsFile(changed((own) => ((own.crank!.blocks as unknown) = [2, 2])))).toThrow('The crank has to lie on two different mains.');
    expect(() => readLimitsFile(changed((own) => ((own.crank!.stepsATurn as number) = 3)))).toThrow('Readings a turn');
  });
});
