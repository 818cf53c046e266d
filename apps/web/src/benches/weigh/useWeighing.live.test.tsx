import { act, renderHook } from '@testing-library/react';
import type { Instrument, InstrumentCupboard } from '@tare/contract';
import type { ReactNode } from 'react';
import { readingOf, sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import { useLiveScale } from './useLiveScale.js';
import { useWeighing } from './useWeighing.js';

jest.mock('./useLiveScale.js', () => ({ useLiveScale: jest.fn() }));

const SCALE = { id: 'scale', spec: { kind: 'scale', source: 'standin', name: 'Bench scale', divisionG: 0.1, capacityG: 3000, fixtureG: 0 } };
const CUPBOARD: InstrumentCupboard = { instruments: [SCALE as unknown as Instrument], studies: [] };
const shows = (valueG: number): void =>
  void jest.mocked(useLiveScale).mockReturnValue({
    shown: { valueG, stable: true, net: false },
    problem: null,
    openSerial: null,
    lookAway: () => undefined,
    lookAgain: () => undefined,
  });

describe('a live scale whose reading is asked about', () => {
  it('takes Enter for the answer though its last digit moved, but not of another weight', () => {
    localStorage.setItem('tare.person', 'ottoline');
    const record = sheetOf('v8Cross90', { readings: [1, 2, 3, 4, 5].map((n) => readingOf(`piston${n}`, 612 + n / 10)) });
    const outbox = new WaitingOutbox();
    localStorage.setItem(`tare.draft.placements.${record.id}`, '1');
    const wrapper = ({ children }: { children: ReactNode }) => (
      <AtABench record={record} outbox={outbox} cupboard={CUPBOARD}>
        {children}
      </AtABench>
    );
    shows(640);
    const { result, rerender } = renderHook(useWeighing, { wrapper });
    const kept = () => outbox.snapshot().flatMap(({ reading }) => (reading ? [reading.valueG] : []));
    act(() => result.current.enter());
    expect([result.current.asked?.valueG, kept()]).toEqual([640, []]);
    shows(650);
    rerender();
    act(() => result.current.enter());
    expect([result.current.asked?.valueG, kept()]).toEqual([650, []]);
    shows(650.1);
    rerender();
    act(() => result.current.enter());
    expect([result.current.asked, kept()]).toEqual([null, [650.1]]);
  });
});
