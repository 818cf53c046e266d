import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import type { Working } from '@tare/core';
import { SHOP } from '../testingBench.js';
import { Worked } from './Worked.js';

const WORKING: Working = {
  title: 'Plane A',
  formula: 'u / r',
  inputs: [{ label: 'unbalance', value: 3638, unit: 'g·mm' }],
  result: { label: 'too heavy by', value: 42.8, unit: 'g' },
};

it('a figure opens its working, and is copied with its unit', async () => {
  const written: string[] = [];
  Object.assign(navigator, { clipboard: { writeText: (text: string) => Promise.resolve(void written.push(text)) } });
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  queries.setQueryData(['shop'], SHOP);
  render(
    <QueryClientProvider client={queries}>
      <Worked working={WORKING}>42.80 g</Worked>
    </QueryClientProvider>,
  );
  fireEvent.click(screen.getByText('42.80 g'));
  fireEvent.click(await screen.findByRole('button', { name: 'Copy 42.80 g' }));
  expect(await screen.findByRole('button', { name: '42.80 g is copied' })).not.toBeNull();
  expect(written).toEqual(['42.80 g']);
});
