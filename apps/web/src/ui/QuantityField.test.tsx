import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, screen } from '@testing-library/react';
import { INCH, METRIC, type Systems, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { AtTheBenchProvider } from '../api/person.js';
import { SHOP } from '../testingBench.js';
import { DisplayProvider } from './display.js';
import { QuantityField } from './QuantityField.js';

interface AtAFieldProps {
  readonly systems: Systems;
  readonly children: ReactNode;
}

function AtAField({ systems, children }: AtAFieldProps) {
  const [queries] = useState(() => {
    const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
    client.setQueryData(['shop'], { ...SHOP, displays: { ottoline: { version: 1, systems, gr: null } } });
    return client;
  });
  return (
    <QueryClientProvider client={queries}>
      <AtTheBenchProvider>
        <DisplayProvider>{children}</DisplayProvider>
      </AtTheBenchProvider>
    </QueryClientProvider>
  );
}

/** A field, and what its owner has of it. */
function field(
  systems: Systems,
  options: { unit?: Unit; value?: string; isBit?: boolean; pinsDeg?: readonly number[]; asShown?: boolean; placeholder?: string } = {},
) {
  const owner = { value: options.value ?? '' };
  const hasIt = (value: string) => {
    owner.value = value;
  };
  function Owner() {
    const [value, setValue] = useState(options.value ?? '');
    return (
      <QuantityField
        label="Depth"
        unit={options.unit ?? 'mm'}
        {...options}
        value={value}
        onChange={({ target }) => {
          setValue(target.value);
          hasIt(target.value);
        }}
      />
    );
  }
  render(
    <AtAField systems={systems}>
      <Owner />
    </AtAField>,
  );
  const input = screen.getByLabelText<HTMLInputElement>('Depth');
  return {
    owner,
    input,
    type: (text: string) => fireEvent.change(input, { target: { value: text } }),
    leave: () => fireEvent.blur(input),
    says: () => input.parentElement!.parentElement!.textContent,
  };
}

beforeEach(() => localStorage.setItem('tare.person', 'ottoline'));

describe('a quantity field', () => {
  it('hands on what is typed, and says what it understood where that is not simply what stands there', () => {
    const { owner, input, type, says } = field(METRIC);
    type('15.5');
    expect([owner.value, says()]).toEqual(['15.5', 'Depthmm']);
    type('5/8 in');
    expect([input.value, owner.value]).toEqual(['5/8 in', '5/8 in']);
    expect(says()).toContain('= 15.875 mm');
  });
  it('takes a bare number in the unit that it shows, and hands it on with that unit', () => {
    const { owner, input, type } = field(INCH);
    type('3.45');
    expect([input.value, owner.value]).toEqual(['3.45', '3.45 in']);
    type('5/8');
    expect([input.value, owner.value]).toEqual(['5/8', '5/8 in']);
  });
  it('shows what came from elsewhere in its own unit, and leaves it as it is until somebody types', () => {
    const { owner, input } = field(INCH, { value: '88' });
    expect([input.value, owner.value]).toEqual(['3.4646', '88']);
  });
  it('has its usual figure in the unit that stands behind it, also once that was turned', () => {
    const { input } = field(INCH, { placeholder: '0.057' });
    expect(input.placeholder).toBe('0.0022');
    fireEvent.click(screen.getByRole('button', { name: 'in', hidden: true }));
    expect(input.placeholder).toBe('0.057');
  });
  it('refuses another kind by name once it is left', () => {
    const { owner, type, leave, says } = field(METRIC);
    type('38 lb·ft');
    expect(says()).not.toContain('torque');
    leave();
    expect(says()).toContain('A length is wanted; 38 lb·ft is a torque.');
    expect(owner.value).toBe('38 lb·ft');
  });
  it('turns to the other unit by a touch on it, and takes what was typed anew', () => {
    const { owner, input, type } = field(METRIC);
    type('3.45');
    fireEvent.click(screen.getByRole('button', { name: 'mm', hidden: true }));
    expect([input.value, owner.value]).toEqual(['3.45', '3.45 in']);
    fireEvent.click(screen.getByRole('button', { name: 'in', hidden: true }));
    expect([input.value, owner.value]).toEqual(['3.45', '3.45']);
  });
  it.each([
    ['12.7', '1/2'],
    ['5.105', '#7'],
    ['6', '6 mm'],
    ['', ''],
    ['soon', 'soon'],
  ])('shows a bit of %s mm in an inch shop by what stands on it: %s', (mm, name) => {
    field(INCH, { isBit: true, value: mm });
    expect(screen.getByLabelText<HTMLInputElement>('Depth').value).toContain(name);
  });
  it('knows drills by their names, and angles from a crankpin, and hands on plain figures', () => {
    const bit = field(INCH, { isBit: true });
    bit.type('#7');
    expect(bit.owner.value).toBe('5.1054');
    expect(bit.says()).toContain('= 0.201 in (5.1054 mm)');
    document.body.replaceChildren();
    const angle = field(METRIC, { unit: '°', pinsDeg: [0, 90, 270, 180] });
    angle.type('20 from pin 3');
    expect([angle.input.value, angle.owner.value]).toEqual(['20 from pin 3', '290']);
  });
  it('asks what gr means, and goes on with the answer', () => {
    const { owner, input, type } = field(METRIC, { unit: 'g' });
    type('12 gr');
    fireEvent.click(screen.getByRole('button', { name: 'gram' }));
    expect([input.value, owner.value]).toEqual(['12 g', '12 g']);
  });
  it('leaves what a device shows in the device’s unit', () => {
    const { owner, type } = field({ ...INCH, mass: 'inch' }, { unit: 'g', asShown: true });
    type('42.8');
    expect(owner.value).toBe('42.8');
  });
});
