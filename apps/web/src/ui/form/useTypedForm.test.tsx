import { act, fireEvent, render, screen } from '@testing-library/react';
import Joi from 'joi';
import { useState, type ReactNode } from 'react';
import { useTypedForm } from './useTypedForm.js';

const schema = Joi.object({ id: Joi.string(), massG: Joi.number().required() });
/** Answers that are still awaited, the oldest first. */
let awaited: (() => void)[];
const sent: unknown[] = [];

/** A figure that is sent by Enter; its field is empty again once that was taken. */
function Weighed(): ReactNode {
  const [isBlocked, setBlocked] = useState(false);
  const write = useTypedForm<{ massG: string }, null>({
    place: 'weighed',
    initial: { massG: '' },
    schema,
    beside: {},
    isBlocked,
    send: (content) => {
      sent.push(content);
      setBlocked(true);
      return new Promise((resolve) => {
        awaited.push(() => {
          setBlocked(false);
          resolve(null);
        });
      });
    },
    onSent: () => write.startOver(),
  });
  return (
    <form onSubmit={write.submit}>
      <input aria-label="Mass" {...write.form.register('massG')} />
    </form>
  );
}

const field = (): HTMLInputElement => screen.getByLabelText('Mass');
const type = (text: string): Promise<void> =>
  act(async () => {
    fireEvent.input(field(), { target: { value: text } });
    await Promise.resolve();
  });
const enter = (): Promise<void> =>
  act(async () => {
    fireEvent.submit(field().form!);
    await Promise.resolve();
  });
const answer = (): Promise<void> =>
  act(async () => {
    awaited.shift()!();
    await Promise.resolve();
  });

beforeEach(() => {
  localStorage.clear();
  awaited = [];
  sent.length = 0;
  render(<Weighed />);
});

describe('a form while what it sent is being answered', () => {
  it('is empty once that was taken', async () => {
    await type('984.5');
    await enter();
    await answer();
    expect([field().value, localStorage.getItem('tare.draft.weighed')]).toEqual(['', null]);
  });
  it('keeps what is typed meanwhile, also for a page that is loaded anew', async () => {
    await type('984.5');
    await enter();
    await type('989.1');
    await answer();
    expect(field().value).toBe('989.1');
    expect(localStorage.getItem('tare.draft.weighed')).toContain('989.1');
  });
  it('sends what is typed and entered meanwhile as soon as the answer is here', async () => {
    await type('984.5');
    await enter();
    await type('989.1');
    await enter();
    expect(sent).toEqual([{ massG: 984.5 }]);
    await answer();
    expect(sent).toEqual([{ massG: 984.5 }, { massG: 989.1 }]);
    await answer();
    expect(field().value).toBe('');
  });
  it('sends nothing twice where Enter is pressed twice', async () => {
    await type('984.5');
    await enter();
    await enter();
    await answer();
    expect(sent).toEqual([{ massG: 984.5 }]);
  });
});
