import { fixed } from '@tare/card';
import type { PinBob } from '@tare/core';
import type { ReactNode } from 'react';

/** The card: every line and subtotal, a column for each pin. */
export function BobCardTable({ pins }: { readonly pins: readonly PinBob[] }): ReactNode {
  const lines = pins[0]?.card.lines ?? [];
  const row = (title: string, value: (pin: PinBob) => number, look: string): ReactNode => (
    <tr className={look}>
      <th scope="row" className="pr-4 text-left font-sign font-[inherit]">
        {title}
      </th>
      {pins.map((pin) => (
        <td key={pin.pin} className="px-2 py-0.5">
          {fixed(value(pin), 2)}
        </td>
      ))}
    </tr>
  );
  const linesOf = (group: 'rotating' | 'reciprocating'): ReactNode[] =>
    lines.flatMap(({ key, name, group: own, eachG }, i) => {
      if (own !== group) return [];
      const each = eachG.length > 1 ? `, ${eachG.length} of them` : '';
      return [
        <tr key={key} className="border-b border-edge">
          <th scope="row" className="pr-4 text-left font-sign font-normal text-ink-soft">{`${name}${each}`}</th>
          {pins.map((pin) => (
            <td key={pin.pin} className="px-2 py-0.5" title={pin.card.lines[i]!.eachG.map((g) => fixed(g, 2)).join(' + ')}>
              {fixed(pin.card.lines[i]!.sumG, 2)}
            </td>
          ))}
        </tr>,
      ];
    });
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-right figure-type">
        <caption className="sr-only">Bob weight card in g, a column for each pin</caption>
        <thead className="border-b-2 border-ink">
          <tr>
            <th scope="col" className="text-left font-sign font-normal text-ink-soft">
              Pin, and the cylinders on it
            </th>
            {pins.map((pin) => (
              <th key={pin.pin} scope="col" className="px-2">
                <span className="text-lg">{pin.pin}</span>{' '}
                <span className="font-sign font-normal text-ink-soft">cyl. {pin.cylinders.join(', ')}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {linesOf('rotating')}
          {row('rotating', (pin) => pin.card.rotatingG, 'border-b-2 border-edge font-semibold')}
          {linesOf('reciprocating')}
          {row('reciprocating', (pin) => pin.card.reciprocatingG, 'font-semibold')}
          {row('factor × reciprocating', (pin) => pin.card.counteredG, 'border-b-2 border-ink')}
          {row('bob weight', (pin) => pin.card.bobWeightG, 'text-xl font-bold')}
        </tbody>
      </table>
    </div>
  );
}
