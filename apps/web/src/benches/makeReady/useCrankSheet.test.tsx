import { act, renderHook, waitFor } from '@testing-library/react';
import type { NewMeasurement } from '@tare/contract';
import { madeUpLimits } from '@tare/core/testing';
import type { ReactNode } from 'react';
import { ask } from '../../api/client.js';
import { ProblemError } from '../../api/problem.js';
import { sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import { useCrankSheet } from './useCrankSheet.js';

jest.mock('../../api/client.js', () => ({ ...jest.requireActual<object>('../../api/client.js'), ask: jest.fn() }));
const asked = jest.mocked(ask) as unknown as jest.Mock<Promise<unknown>, [string, { body: NewMeasurement }]>;

const LIMITS = { version: 1, value: madeUpLimits(4), personId: 'ottoline', at: '2026-11-25T01:00:00.000Z' };
const record = { ...sheetOf('inline3'), decisions: { 'inspect.limits': LIMITS } };

function sheet(name: 'runOut' | 'mains') {
  const outbox = new WaitingOutbox();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox}>
      {children}
    </AtABench>
  );
  const { result } = renderHook(() => useCrankSheet(name), { wrapper });
  const type = (text: string): void => {
    act(() => result.current.type(text));
    act(() => result.current.enter());
  };
  return { type, entry: () => result.current };
}
const placeOf = ({ waiting }: ReturnType<typeof useCrankSheet>): string => (waiting ? `${waiting.row}, ${waiting.column}` : '');

beforeEach(() => {
  localStorage.clear();
  localStorage.setItem('tare.person', 'ottoline');
  asked.mockReset();
  // Nobody answers yet.
  asked.mockImplementation(() => new Promise(() => undefined));
});

describe('a sheet of the crank', () => {
  it('goes on to the next place at once, while what was read is on its way', async () => {
    const { type, entry } = sheet('runOut');
    expect(placeOf(entry())).toBe('Main 2, 0°');
    type('0,012');
    expect([placeOf(entry()), entry().typed]).toEqual(['Main 2, 45°', '']);
    type('.031');
    expect(placeOf(entry())).toBe('Main 2, 90°');
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2));
    expect(asked.mock.calls.map(([route, { body }]) => [route, body.feature, body.angleDeg, body.indicationMm])).toEqual([
      ['POST jobs/:jobId/measurements', 'main.2', 0, 0.012],
      ['POST jobs/:jobId/measurements', 'main.2', 45, 0.031],
    ]);
  });
  it('says what was refused with what was typed, and does not move under the hand', async () => {
    asked.mockRejectedValueOnce(new ProblemError({ type: '', title: 'Refused', status: 409, detail: 'The job was signed.' }, false));
    const { type, entry } = sheet('runOut');
    type('0.012');
    await waitFor(() => expect(entry().problem).toContain('Main 2, 0°: “0.012” was not kept. The job was signed.'));
    expect(placeOf(entry())).toBe('Main 2, 45°');
    act(() => entry().pick(entry().places[0]!));
    expect(placeOf(entry())).toBe('Main 2, 0°');
  });
  it('asks about what lies far from its kind, and takes it when Enter says so again', async () => {
    const { type, entry } = sheet('mains');
    type('2.125');
    expect(entry().problem).toBe('2.125 mm lies far from 53.98 mm. In inches it would be 53.975 mm. Enter once more if it is so.');
    expect(entry().typed).toBe('2.125');
    act(() => entry().enter());
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(1));
    type('wide');
    expect(entry().problem).toBe('“wide” is not a length.');
  });
  it('walks by arrows, over the ends', () => {
    const { entry } = sheet('mains');
    act(() => entry().step(-1));
    expect(placeOf(entry())).toBe('Main 4, rear, 90°');
    act(() => entry().step(1));
    expect(placeOf(entry())).toBe('Main 1, front, 0°');
  });
});
