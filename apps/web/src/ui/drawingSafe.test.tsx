import { render, screen } from '@testing-library/react';
import { drawingSafe } from './drawingSafe.js';

it('a drawing that breaks says so, and what stands beside it stays', () => {
  const Broken = drawingSafe(() => {
    throw new Error('no place for a pin at NaN mm');
  });
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  render(
    <div>
      <Broken />
      <p>42.8 g</p>
    </div>,
  );
  told.mockRestore();
  expect(screen.getByRole('alert').textContent).toBe('This drawing broke (no place for a pin at NaN mm). The figures round it stand.');
  expect(screen.getByText('42.8 g')).not.toBeNull();
});
