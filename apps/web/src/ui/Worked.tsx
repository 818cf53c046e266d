import { clock, fixed } from '@tare/card';
import type { Attribution } from '@tare/contract';
import type { Working } from '@tare/core';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { usePersonName } from './usePersonName.js';

interface WorkedProps {
  readonly working: Working | null;
  /** Who and when, where the figure is one entry's. */
  readonly by?: Attribution | undefined;
  readonly children: ReactNode;
}

/** A figure that opens its working: inputs, formula, units, who and when. */
export function Worked({ working, by, children }: WorkedProps): ReactNode {
  const nameOf = usePersonName();
  if (!working) return children;
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-8 rounded-sm text-left underline decoration-edge decoration-dotted underline-offset-4 hover:decoration-ink print:no-underline">
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          className="no-print z-50 max-h-[70vh] w-88 overflow-auto rounded-sm border-2 border-ink-soft bg-plate p-4 text-ink shadow-xl"
        >
          <h3 className="text-lg">{working.title}</h3>
          <p className="mt-1 mb-2 text-ink-soft italic">{working.formula}</p>
          <table className="w-full">
            <tbody>
              {working.inputs.map((input, i) => (
                <tr key={`${input.label} ${i}`}>
                  <td className="pr-3 text-ink-soft">{input.label}</td>
                  <Value {...input} />
                </tr>
              ))}
              <tr className="border-t-2 border-ink font-semibold">
                <td className="pr-3">{working.result.label}</td>
                <Value {...working.result} />
              </tr>
            </tbody>
          </table>
          <CopyFigure {...working.result} />
          {working.note && <p className="mt-2">{working.note}</p>}
          {by && <p className="mt-2 text-ink-soft">{`${nameOf(by.personId)}, ${clock(by.at)}`}</p>}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Puts a figure on the clipboard, with its unit. */
function CopyFigure(figure: Working['result']): ReactNode {
  const [copied, setCopied] = useState(false);
  const text = figureText(figure);
  return (
    <button
      type="button"
      className="mt-2 min-h-11 underline underline-offset-4"
      onClick={() => {
        void navigator.clipboard.writeText(text).then(() => setCopied(true));
      }}
    >
      {copied ? `${text} is copied` : `Copy ${text}`}
    </button>
  );
}

function figureText({ value, unit }: Working['result']): string {
  const places = Number.isInteger(value) ? 0 : Math.abs(value) < 10 ? 3 : 2;
  return `${fixed(value, places)}${unit === '' || unit === '°' ? '' : ' '}${unit}`;
}

const Value = (figure: Working['result']): ReactNode => <td className="text-right figure-type whitespace-nowrap">{figureText(figure)}</td>;
