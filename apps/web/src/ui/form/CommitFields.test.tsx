import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import { CommitQuantity, CommitText } from './CommitFields.js';

const onSize = jest.fn();
const onNote = jest.fn();
const open = (): void => {
  render(
    <AtABench record={sheetOf('inline3')} outbox={new WaitingOutbox()}>
      <CommitQuantity label="Size" unit="mm" place="size" kept={0.25} isGood={(mm) => mm < 5} complaint="Below 5 mm." onCommit={onSize} />
      <CommitText label="Note" place="note" kept="as it came" onCommit={onNote} />
    </AtABench>,
  );
};
const size = (): HTMLInputElement => screen.getByLabelText('Size');
const note = (): HTMLInputElement => screen.getByLabelText('Note');

beforeEach(() => {
  localStorage.clear();
  jest.clearAllMocks();
});

describe('a field that is kept when the cursor leaves it', () => {
  it('keeps nothing that nobody touched', () => {
    open();
    fireEvent.blur(size());
    fireEvent.blur(note());
    expect([onSize, onNote].map(({ mock }) => mock.calls.length)).toEqual([0, 0]);
  });
  it('keeps a figure as it is said, on leaving and on Enter, and shows what is kept once that is settled', () => {
    open();
    fireEvent.change(size(), { target: { value: '20 thou' } });
    fireEvent.keyDown(size(), { key: 'Enter' });
    expect(onSize).toHaveBeenCalledWith(expect.closeTo(0.508, 9), expect.any(Function), { said: { Size: '20 thou' } });
    fireEvent.blur(size());
    expect(onSize).toHaveBeenCalledTimes(2);
    const [, settled] = onSize.mock.calls[0] as [number, () => void];
    cleanup();
    settled();
    open();
    expect(size().value).toBe('0.25');
  });
  it('says what is no good where it was typed, keeps nothing, and has it still after the page was loaded anew', () => {
    open();
    fireEvent.change(size(), { target: { value: '7' } });
    fireEvent.blur(size());
    expect(screen.getByText('▲ Below 5 mm.')).toBeTruthy();
    expect(onSize).not.toHaveBeenCalled();
    cleanup();
    open();
    expect(size().value).toBe('7');
  });
  it('takes words that were emptied for emptied, not for untouched', () => {
    open();
    fireEvent.change(note(), { target: { value: '' } });
    fireEvent.blur(note());
    expect(onNote).toHaveBeenCalledWith('', expect.any(Function));
  });
});
