import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { sheetOf } from '../../testing.js';
import { AtABench, WaitingOutbox } from '../../testingBench.js';
import { ArrivalRow } from './ArrivalRow.js';

const open = (): void => {
  render(
    <AtABench record={sheetOf('inline4')} outbox={new WaitingOutbox()}>
      <table>
        <tbody>
          <ArrivalRow item={{ key: 'ringSet', count: 4, needed: true }} />
        </tbody>
      </table>
    </AtABench>,
  );
};
const found = (): HTMLInputElement => screen.getByLabelText('ring sets: found');

beforeEach(() => localStorage.clear());

it('has what was typed of a part that came in, though the page was loaded anew before it was kept', () => {
  open();
  fireEvent.change(found(), { target: { value: '3' } });
  fireEvent.change(screen.getByLabelText('ring sets: condition'), { target: { value: 'one box opened' } });
  cleanup();
  open();
  expect([found().value, screen.getByLabelText<HTMLInputElement>('ring sets: condition').value]).toEqual(['3', 'one box opened']);
});
