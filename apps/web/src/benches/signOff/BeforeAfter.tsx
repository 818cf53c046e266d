import { toPolar, type SpinFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { degrees, fixed } from '../../format/numbers.js';
import { VERDICT_WORDS } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';

/** As received and as left, both planes, with the force at redline. */
export function BeforeAfter(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const first = figures.spins[0];
  const last = figures.spins.at(-1);
  if (!first || !last)
    return (
      <p>
        <strong>Unbalance:</strong> not spun yet.
      </p>
    );
  const settled = figures.holesSinceLastSpin === 0;
  return (
    <table className="print-whole w-full text-right figure-type">
      <caption className="text-left font-sign text-lg font-semibold">Unbalance, and its force at {fixed(sheet.spec.redlineRpm, 0)} rpm</caption>
      <thead className="border-b-2 border-ink font-sign text-ink-soft">
        <tr>
          <th scope="col" className="text-left" />
          <th scope="col">Plane A, front</th>
          <th scope="col">Force</th>
          <th scope="col">Plane B, rear</th>
          <th scope="col">Force</th>
          <th scope="col" className="pl-4 text-left">
            Verdict
          </th>
        </tr>
      </thead>
      <tbody>
        <SpinRow title="As received" spin={first} />
        {figures.spins.length > 1 && <SpinRow title={settled ? 'As left' : 'Last spin, drilled since'} spin={last} />}
      </tbody>
    </table>
  );
}

function SpinRow({ title, spin }: { readonly title: string; readonly spin: SpinFigures }): ReactNode {
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  return (
    <tr className="border-b border-edge">
      <th scope="row" className="py-1 text-left font-sign">
        {title}
      </th>
      {(
        [
          ['a', radiusAMm],
          ['b', radiusBMm],
        ] as const
      ).map(([plane, radiusMm]) => {
        const { amount, angleDeg } = toPolar(spin[plane].meanGmm);
        return (
          <Cells
            key={plane}
            amount={`${fixed(amount / radiusMm, 2)} g at ${fixed(radiusMm, 0)} mm @ ${degrees(angleDeg)}`}
            force={`${fixed(spin.forceAtRedlineN[plane], 0)} N`}
          />
        );
      })}
      <td className="pl-4 text-left font-sign">{VERDICT_WORDS[spin.verdict]}</td>
    </tr>
  );
}

const Cells = ({ amount, force }: { readonly amount: string; readonly force: string }): ReactNode => (
  <>
    <td>{amount}</td>
    <td>{force}</td>
  </>
);
