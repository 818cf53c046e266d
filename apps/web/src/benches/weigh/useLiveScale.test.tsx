import { act, renderHook, waitFor } from '@testing-library/react';
import type { InstrumentSpec } from '@tare/contract';
import { useLiveScale } from './useLiveScale.js';

const spec: InstrumentSpec = {
  kind: 'scale',
  name: 'Old serial scale',
  divisionG: 0.1,
  capacityG: 3000,
  fixtureG: 0,
  lastCheck: '',
  notes: '',
  source: 'serial',
  lineTemplate: '{stable:OK|--} {sign}{number} {unit}',
  baudRate: 4800,
};

/** A port that says what a test has it say, opened at a speed. */
function serialPort() {
  let speaker: ReadableStreamDefaultController<Uint8Array> | null = null;
  const fresh = () => new ReadableStream<Uint8Array>({ start: (controller) => void (speaker = controller) });
  const port = { readable: fresh(), open: jest.fn(() => Promise.resolve()) };
  return {
    port,
    say: (text: string) =>
      act(() => {
        speaker!.enqueue(new TextEncoder().encode(text));
        return Promise.resolve();
      }),
    breakLine: () =>
      act(() => {
        const broken = speaker!;
        port.readable = fresh();
        broken.error(new Error('The device has been lost.'));
        return Promise.resolve();
      }),
  };
}

async function opened() {
  const line = serialPort();
  Object.defineProperty(navigator, 'serial', { configurable: true, value: { requestPort: () => Promise.resolve(line.port) } });
  const { result, unmount } = renderHook(() => useLiveScale(spec));
  act(() => result.current.openSerial!());
  await waitFor(() => expect(result.current.openSerial).toBeNull());
  return { ...line, scale: result, unmount };
}

describe('a live scale', () => {
  it('is opened by a press, at its own speed', async () => {
    const { port, scale } = await opened();
    expect(port.open).toHaveBeenCalledWith({ baudRate: 4800 });
    expect(scale.current.shown).toBeNull();
  });
  it('shows the last whole line, in grams, by its own pattern', async () => {
    const { say, scale } = await opened();
    await say('-- +1.0');
    await say('9 oz\r\n');
    await waitFor(() => expect(scale.current.shown).toMatchObject({ stable: false, valueG: expect.closeTo(30.9, 1) }));
    await say('OK +1.09 oz\r\nOK +1.10 oz\r\n');
    await waitFor(() => expect(scale.current.shown).toMatchObject({ stable: true, valueG: expect.closeTo(31.18, 2) }));
  });
  it('says what it could not read, and forgets that once it can', async () => {
    const { say, scale } = await opened();
    await say('BATTERY LOW\r\n');
    await waitFor(() => expect(scale.current.problem).toContain('The scale said “BATTERY LOW”'));
    await say('OK +1.10 oz\r\n');
    await waitFor(() => expect(scale.current.problem).toBeNull());
  });
  it('shows nothing once it fell silent, so that its last value is never captured', async () => {
    const { say, breakLine, scale } = await opened();
    await say('OK +1.10 oz\r\n');
    await waitFor(() => expect(scale.current.shown).not.toBeNull());
    await breakLine();
    await waitFor(() => expect(scale.current).toMatchObject({ shown: null, problem: 'The scale fell silent. Readings can be typed meanwhile.' }));
  });
  it('is not listened to where readings are typed', () => {
    const { result } = renderHook(() => useLiveScale({ ...spec, source: 'typed' }));
    expect(result.current).toMatchObject({ shown: null, problem: null, openSerial: null });
  });
});
