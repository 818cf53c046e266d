import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Link, MemoryRouter, useLocation } from 'react-router';
import { CalculatorPage } from './CalculatorPage.js';

/** A key as the browser gives it, without the wait for the page that a test's own events have. */
function typeAtOnce(label: string, text: string): void {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(field, text);
  field.dispatchEvent(new Event('input', { bubbles: true }));
}

const value = (label: string): string => screen.getByLabelText<HTMLInputElement>(label).value;

const Address = (): ReactNode => <output>{useLocation().search}</output>;

test('two fields typed before the address has followed are both kept; another address is read', async () => {
  render(
    <MemoryRouter initialEntries={['/calculator?pin=148']}>
      <CalculatorPage />
      <Link to="/calculator?big=500">another card</Link>
      <Address />
    </MemoryRouter>,
  );
  const surroundings = globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean };
  surroundings.IS_REACT_ACT_ENVIRONMENT = false;
  typeAtOnce('Big end', '448');
  typeAtOnce('Bearing pair', '42');
  surroundings.IS_REACT_ACT_ENVIRONMENT = true;
  expect(await screen.findByText('?big=448&bearing=42&pin=148')).toBeTruthy();
  expect([value('Big end'), value('Bearing pair'), value('Pin')]).toEqual(['448', '42', '148']);
  fireEvent.click(screen.getByText('another card'));
  expect([value('Big end'), value('Bearing pair')]).toEqual(['500', '']);
});
