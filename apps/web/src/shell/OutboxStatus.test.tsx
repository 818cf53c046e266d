import { act, render, screen } from '@testing-library/react';
import type { OutboxEntry } from '../api/outbox.js';
import { sheetOf } from '../testing.js';
import { AtABench, WaitingOutbox } from '../testingBench.js';
import { OutboxStatus } from './OutboxStatus.js';

const entry = (id: string, more: Partial<OutboxEntry> = {}): OutboxEntry => ({
  jobId: 'job',
  path: 'jobs/job/readings',
  body: { id },
  at: '',
  ...more,
});

it('says that an entry waits only once the browser’s database has it', () => {
  const outbox = new WaitingOutbox();
  render(
    <AtABench record={sheetOf('inline3')} outbox={outbox}>
      <OutboxStatus />
    </AtABench>,
  );
  expect(screen.queryByRole('status')).toBeNull();
  act(() => outbox.put([entry('a', { seq: 1, refusal: 'cut since' }), entry('b', { seq: 2 }), entry('c')]));
  expect(screen.getByRole('status').textContent).toBe('1 refused, 1 waiting for the server, 1 not kept yet');
  expect(screen.getByRole('button', { name: '1 refused, 1 waiting for the server, 1 not kept yet' })).toBeDefined();
  const sign = (): string => screen.getByRole('button').querySelector('svg')!.getAttribute('class')!;
  expect(sign()).toContain('triangle-alert');
  act(() => outbox.put([entry('c')]));
  expect(sign()).toContain('cloud-off');
  expect(screen.getByRole('status').textContent).toBe('1 not kept yet');
  act(() => outbox.put([entry('c', { seq: 3 })]));
  expect(screen.getByRole('status').textContent).toBe('1 waiting for the server');
});
