import type { MatchedSet, RodMatch } from '@tare/core';
import type { ReactNode } from 'react';
import { fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';

/** Rods end by end: targets are scale readings, so they hold wherever the metal comes off. */
export function RodMatchTable({ rods }: { readonly rods: Extract<RodMatch, { kind: 'matched' }> }): ReactNode {
  const { sheet } = useOpenJob();
  const cylinderOf = (id: string): number => sheet.parts.find((part) => part.id === id)?.cylinder ?? 0;
  const rows = rods.bigEnd.items
    .map((big, i) => ({ cylinder: cylinderOf(big.id), big, small: rods.smallEnd.items[i]! }))
    .sort((x, y) => x.cylinder - y.cylinder);
  const columns = (ends: MatchedSet): string =>
    `target ${fixed(ends.targetG, 2)} g (rod ${cylinderOf(ends.referenceId)}), largest − smallest ${fixed(ends.spreadG, 2)} g`;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-right figure-type [&_td]:pl-3 [&_th]:pl-3 [&_th:first-child]:pl-0">
        <caption className="sr-only">Rod ends in g</caption>
        <thead className="border-b-2 border-ink font-sign text-ink-soft">
          <tr>
            <th scope="col" className="text-left">
              Rod
            </th>
            <th scope="col">Big end</th>
            <th scope="col">Take off</th>
            <th scope="col" className="pl-3 text-left">
              State
            </th>
            <th scope="col">Small end</th>
            <th scope="col">Take off</th>
            <th scope="col" className="pl-3 text-left">
              State
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ cylinder, big, small }) => (
            <tr key={cylinder} className="border-b border-edge">
              <th scope="row" className="py-1.5 text-left text-lg">
                {cylinder}
              </th>
              {[big, small].map((end, i) => (
                <EndCells key={i} weightG={end.weightG} removalG={end.removalG} inTolerance={end.inTolerance} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2">
        Big ends: {columns(rods.bigEnd)}. Small ends: {columns(rods.smallEnd)}.
      </p>
      <p className="text-ink-soft">
        Metal beyond a bore’s centre, at the cap pad or around the eye, makes the other end read heavier: weigh both ends and the total after every
        cut. Leave the ribs alone, blend with a radius.
      </p>
    </div>
  );
}

function EndCells({
  weightG,
  removalG,
  inTolerance,
}: {
  readonly weightG: number;
  readonly removalG: number;
  readonly inTolerance: boolean;
}): ReactNode {
  return (
    <>
      <td className="font-semibold">{fixed(weightG, 2)}</td>
      <td className={inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'}>{fixed(removalG, 2)}</td>
      <td className="pl-3 text-left font-sign">
        <VerdictMark verdict={inTolerance ? 'inside' : 'outside'}>{inTolerance ? 'inside' : 'cut'}</VerdictMark>
      </td>
    </>
  );
}
