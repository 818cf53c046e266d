import { act, renderHook } from '@testing-library/react';
import type { NewMeasurement } from '@tare/contract';
import { madeUpLimits } from '@tare/core/testing';
import type { ReactNode } from 'react';
import { sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import type { SheetName } from './sheets.js';
import { useSheetEntry } from './useSheetEntry.js';

const LIMITS = { version: 1, value: madeUpLimits(4), personId: 'ottoline', at: '2026-11-25T01:00:00.000Z' };
const record = { ...sheetOf('inline3'), decisions: { 'inspect.limits': LIMITS } };

function sheet(name: SheetName) {
  const outbox = new WaitingOutbox();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox}>
      {children}
    </AtABench>
  );
  const { result } = renderHook(() => useSheetEntry(name), { wrapper });
  const type = (text: string, angle?: string): void => {
    act(() => result.current.type(text));
    if (angle !== undefined) act(() => result.current.typeAngle(angle));
    act(() => result.current.enter());
  };
  const sent = (): readonly NewMeasurement[] => outbox.snapshot().map(({ body }) => body as unknown as NewMeasurement);
  return { type, sent, outbox, entry: () => result.current };
}
const placeOf = ({ waiting }: ReturnType<typeof useSheetEntry>): string => (waiting ? `${waiting.row}, ${waiting.column}` : '');

beforeEach(() => {
  localStorage.clear();
  localStorage.setItem('tare.person', 'ottoline');
});

describe('a sheet of the crank', () => {
  it('goes on to the next place at once, and shows what the server does not have yet', () => {
    const { type, sent, outbox, entry } = sheet('runOut');
    expect(placeOf(entry())).toBe('Main 2, 0°');
    type('0,012');
    expect([placeOf(entry()), entry().typed]).toEqual(['Main 2, 45°', '']);
    type('.031');
    expect(placeOf(entry())).toBe('Main 2, 90°');
    expect(sent().map(({ feature, angleDeg, indicationMm }) => [feature, angleDeg, indicationMm])).toEqual([
      ['main.2', 0, 0.012],
      ['main.2', 45, 0.031],
    ]);
    expect(outbox.snapshot().map(({ path }) => path)).toEqual(Array(2).fill(`jobs/${record.id}/measurements`));
    expect(entry().readingsAt(entry().places[0]!)).toMatchObject([{ indicationMm: 0.012, voided: false }]);
  });
  it('says what was refused with what was typed, and goes back to its place', () => {
    const { type, outbox, entry } = sheet('runOut');
    type('0.012');
    act(() => outbox.put(outbox.snapshot().map((one) => ({ ...one, refusal: 'The job was signed.' }))));
    expect(entry().problem).toContain('Main 2, 0°: “0.012” mm was not kept. The job was signed.');
    expect(placeOf(entry())).toBe('Main 2, 0°');
  });
  it('asks about what lies far from its kind, and takes it when Enter says so again', () => {
    const { type, sent, entry } = sheet('mains');
    type('2.125');
    expect(entry().problem).toBe('2.125 mm lies far from 53.98 mm. In inches it would be 53.975 mm. Enter once more if it is so.');
    expect(entry().typed).toBe('2.125');
    act(() => entry().enter());
    expect(sent()).toHaveLength(1);
    type('wide');
    expect(entry().problem).toBe('“wide” is not a length.');
  });
  it('walks by arrows, over the ends', () => {
    const { entry } = sheet('mains');
    act(() => entry().step(-1));
    expect(placeOf(entry())).toBe('Main 4, width');
    act(() => entry().step(1));
    expect(placeOf(entry())).toBe('Main 1, front, 0°');
  });
  it('goes past a width that nobody judges, and round the crank as its person does', () => {
    const { type, entry } = sheet('mains');
    for (const mm of ['53.98', '53.981', '53.98', '53.979']) type(mm);
    expect(placeOf(entry())).toBe('Main 2, front, 0°');
    act(() => entry().walkSo({ order: 'rear' }));
    expect(placeOf(entry())).toBe('Main 4, front, 0°');
    act(() => entry().walkSo({ order: 'byPlace' }));
    expect(placeOf(entry())).toBe('Main 2, front, 0°');
    type('53.98');
    expect(placeOf(entry())).toBe('Main 3, front, 0°');
  });
  it('the short way wants the highest with where it lies, then the lowest, which lies under it', () => {
    const { type, sent, entry } = sheet('runOut');
    act(() => entry().walkSo({ runOutWay: 'short' }));
    type('0.04');
    expect(entry().problem).toContain('Type where the highest lies');
    type('0.04', '-30');
    expect([placeOf(entry()), entry().angle]).toEqual(['Main 2, lowest', '']);
    type('0.05');
    expect(entry().problem).toBe('The lowest, 0.05 mm, lies over the highest, 0.04 mm. Enter once more if it is so.');
    type('-0.02');
    expect(placeOf(entry())).toBe('Main 3, highest');
    expect(sent().map(({ quantity, angleDeg, indicationMm }) => [quantity, angleDeg, indicationMm])).toEqual([
      ['runOutHigh', 330, 0.04],
      ['runOutLow', null, -0.02],
    ]);
  });
});
