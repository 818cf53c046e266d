import { act, renderHook } from '@testing-library/react';
import type { JobRecord, NewReading } from '@tare/contract';
import type { ReactNode } from 'react';
import { readingOf, sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import { useWeighing, type Weighing } from './useWeighing.js';

const bench = (record: JobRecord = sheetOf('inline3'), at = '/') => {
  const outbox = new WaitingOutbox();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox} at={at}>
      {children}
    </AtABench>
  );
  const { result } = renderHook(useWeighing, { wrapper });
  const type = (text: string): void => {
    act(() => result.current.setTyped(text));
    act(() => result.current.enter());
  };
  return { outbox, type, weighing: () => result.current };
};
const waitsFor = ({ waiting }: Weighing) => waiting && [waiting.partId, waiting.measure];
const readings = (outbox: WaitingOutbox): (NewReading | undefined)[] => outbox.snapshot().map(({ reading }) => reading);

beforeEach(() => {
  localStorage.clear();
  localStorage.setItem('tare.person', 'ottoline');
  localStorage.setItem('tare.draft.ask-zero', 'no');
  localStorage.setItem('tare.draft.placements.job', '1');
});

describe('weighing', () => {
  it('captures what is typed for the part that waits, and goes on to the next', () => {
    const { type, weighing, outbox } = bench();
    expect(waitsFor(weighing())).toEqual(['piston1', 'mass']);
    type('612,4');
    expect(readings(outbox)).toMatchObject([
      { personId: 'ottoline', partId: 'piston1', measure: 'mass', valueG: 612.4, cutId: null, source: 'typed' },
    ]);
    expect([waitsFor(weighing()), weighing().typed]).toEqual([['piston2', 'mass'], '']);
    expect(weighing().lastReading).toMatchObject({ valueG: 612.4 });
  });
  it('goes on to the next kind with Enter once every placement is in', () => {
    const { type, weighing } = bench();
    ['612', '613', '614'].forEach(type);
    expect(weighing()).toMatchObject({ waiting: null, nextKind: 'pin' });
    type('');
    expect([weighing().kind, waitsFor(weighing())]).toEqual(['pin', ['pin1', 'mass']]);
  });
  it('weighs rods end by end, each where its cut left it', () => {
    const record = sheetOf('inline3', {
      partCuts: [{ id: 'cut', partId: 'rod1', removal: null, toolId: null, seconds: null, metal: null, personId: 'ottoline', at: '' }],
    });
    const { type, outbox, weighing } = bench(record, '/?kind=rod');
    ['629', '629', '629', '445'].forEach(type);
    expect(readings(outbox).map((r) => [r!.partId, r!.measure, r!.cutId])).toEqual([
      ['rod1', 'total', 'cut'],
      ['rod2', 'total', null],
      ['rod3', 'total', null],
      ['rod1', 'bigEnd', 'cut'],
    ]);
    expect(waitsFor(weighing())).toEqual(['rod2', 'bigEnd']);
  });
  it('asks whether a rod lay the wrong way round, whose ends add up all the same', () => {
    const { type, weighing, outbox } = bench(undefined, '/?kind=rod');
    ['629', '629', '629', '184'].forEach(type);
    expect(readings(outbox)).toHaveLength(3);
    expect(weighing().asked?.sentence).toContain('the big end 184 g and the small end 445 g');
    type('445');
    expect(readings(outbox)).toHaveLength(4);
  });
  it('asks about a placement that its own others contradict, and offers what fits', () => {
    localStorage.setItem('tare.draft.placements.job', '2');
    const { type, weighing, outbox } = bench(undefined, '/?kind=rod');
    ['629', '269'].forEach(type);
    expect(readings(outbox)).toHaveLength(1);
    expect(weighing().asked).toMatchObject({
      sentence: '269 g, and its other placement reads 629 g.',
      meantG: 629,
      slip: 'with two digits exchanged',
    });
    act(() => weighing().takeMeant());
    act(() => weighing().enter());
    expect(readings(outbox).map((r) => r!.valueG)).toEqual([629, 629]);
  });
  it('keeps what cannot be a reading in the field, with a sentence', () => {
    const { type, weighing, outbox } = bench();
    type('31,2,4');
    expect(weighing()).toMatchObject({ typed: '31,2,4', problem: '“31,2,4” is not a number of grams. Use digits and one point or comma.' });
    type('40000');
    expect(weighing().problem).toContain('more than Tare believes of a piston');
    expect(outbox.snapshot()).toEqual([]);
  });
  it('asks for a name before anything is kept', () => {
    localStorage.removeItem('tare.person');
    const { type, weighing, outbox } = bench();
    type('612');
    expect([weighing().problem, weighing().typed, outbox.snapshot()]).toEqual([expect.stringContaining('First say who is at the bench'), '612', []]);
  });
  it('jumps to a part, or says that there is none', () => {
    const { type, weighing } = bench();
    type('#3');
    expect([waitsFor(weighing()), weighing().typed]).toEqual([['piston3', 'mass'], '']);
    type('#9');
    expect([weighing().problem, weighing().typed]).toEqual(['There is no 9 here.', '#9']);
  });
  it('asks for the zero after a reading, and doubts the reading when it has moved', () => {
    localStorage.setItem('tare.draft.ask-zero', 'yes');
    const { type, weighing, outbox } = bench();
    type('612');
    const reading = readings(outbox)[0]!;
    expect(weighing().openZero).toEqual({ readingId: reading.id, beforeG: 0 });
    type('zero');
    expect(weighing().problem).toContain('“zero” is not a number');
    type('0.3');
    expect(outbox.snapshot().at(-1)).toMatchObject({ path: `jobs/job/readings/${reading.id}/zero`, body: { beforeG: 0, afterG: 0.3 } });
    expect([weighing().openZero, weighing().doubt]).toEqual([null, expect.stringContaining('The zero moved from 0 to 0.3 g')]);
    // The next placement starts from where the zero is now; Enter alone means 0.
    type('613');
    expect(weighing().openZero!.beforeG).toBe(0.3);
    type('');
    expect(outbox.snapshot().at(-1)!.body).toMatchObject({ beforeG: 0.3, afterG: 0 });
  });
  it('takes differences with their sign where the scale is tared on a part, that part outright', () => {
    const record = sheetOf('inline3', {
      decisions: { 'weigh.reference.piston': { version: 1, value: 'piston1', personId: 'ottoline', at: '' } },
      readings: [readingOf('piston1', 612)],
    });
    const { type, weighing, outbox } = bench(record);
    expect(waitsFor(weighing())).toEqual(['piston2', 'mass']);
    type('-1,5');
    expect(readings(outbox)).toMatchObject([{ partId: 'piston2', valueG: -1.5, referencePartId: 'piston1' }]);
    type('612');
    expect(weighing().problem).toContain('Is the scale tared on the reference?');
  });
  it('brings the half-typed number back after a reload', () => {
    const { weighing } = bench();
    act(() => weighing().setTyped('61'));
    expect(bench().weighing().typed).toBe('61');
  });
  it('asks about a number that does not look like its kind, and keeps it when Enter says so again', () => {
    const { type, weighing, outbox } = bench(sheetOf('inline3', { readings: [readingOf('piston1', 612), readingOf('piston2', 611.6)] }));
    type('61.2');
    expect(readings(outbox)).toEqual([]);
    expect(weighing().asked).toMatchObject({ meantG: 612, valueG: 61.2 });
    act(() => weighing().takeMeant());
    expect([weighing().typed, weighing().asked]).toEqual(['612', null]);
    type('30');
    expect(weighing().asked?.meantG).toBeNull();
    act(() => weighing().enter());
    expect(readings(outbox)).toMatchObject([{ partId: 'piston3', valueG: 30 }]);
  });
  it('starts from zero again once the scale was zeroed', () => {
    localStorage.setItem('tare.draft.ask-zero', 'yes');
    const { type, weighing } = bench();
    type('612');
    type('0.3');
    expect(weighing().doubt).not.toBeNull();
    act(() => weighing().zeroed());
    type('612.2');
    expect([weighing().doubt, weighing().openZero?.beforeG]).toEqual([null, 0]);
  });
  it('places what hangs in the fixture more often than what stands on the scale', () => {
    localStorage.setItem('tare.draft.placements.job', '2');
    const { type, weighing } = bench(sheetOf('inline3'), '/?kind=rod');
    act(() => weighing().setWant(1));
    ['630', '631', '629'].forEach(type);
    expect([weighing().waiting?.measure, weighing().want]).toEqual(['bigEnd', 2]);
  });
});
