import type { ReactNode } from 'react';
import { useLocation } from 'react-router';
import { Modal } from '../ui/Modal.js';

const EVERYWHERE: readonly [string, string][] = [
  ['[ and ]', 'the bench before, the next bench'],
  ['/', 'find a job'],
  ['?', 'these keys'],
  ['Esc', 'close what is open'],
];

const ON_BENCH: Readonly<Record<string, readonly [string, string][]>> = {
  weigh: [
    ['0 … 9', 'type a reading, wherever the cursor is'],
    ['Enter', 'capture it and move on'],
    ['u', 'void the last reading, with a reason'],
    ['← →', 'the part before, the next part'],
    ['#3 Enter', 'jump to part 3'],
    ['p t l z', 'on the stand-in scale: put on, tap, lift off, zero'],
  ],
  spin: [['Esc', 'stop the spin']],
};

interface KeysHelpProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** The keys of the screen that is open. */
export function KeysHelp({ open, onOpenChange }: KeysHelpProps): ReactNode {
  const bench = useLocation().pathname.split('/').at(-1) ?? '';
  return (
    <Modal title="Keys" open={open} onOpenChange={onOpenChange}>
      <dl className="grid grid-cols-[8rem_1fr] gap-y-2">
        {[...(ON_BENCH[bench] ?? []), ...EVERYWHERE].map(([key, does]) => (
          <div key={key + does} className="contents">
            <dt className="figure-type font-semibold">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
