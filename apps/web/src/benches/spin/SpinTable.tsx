import { toPolar } from '@tare/core';
import type { ReactNode } from 'react';
import { clock, degrees, fixed } from '../../format/numbers.js';
import { VERDICT_WORDS } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VerdictMark } from '../../ui/Verdict.js';

/** Every spin of this crank, the first kept as received. */
export function SpinTable(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const nameOf = usePersonName();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-right figure-type">
        <caption className="text-left font-sign text-xl font-semibold">Spins</caption>
        <thead className="border-b-2 border-ink font-sign text-ink-soft">
          <tr>
            <th scope="col" className="text-left">
              Spin
            </th>
            <th scope="col">A, g at {fixed(radiusAMm, 0)} mm</th>
            <th scope="col">B, g at {fixed(radiusBMm, 0)} mm</th>
            <th scope="col">Speed</th>
            <th scope="col">Turns</th>
            <th scope="col" className="pl-4 text-left">
              Verdict
            </th>
            <th scope="col" className="pl-4 text-left">
              Who, when
            </th>
          </tr>
        </thead>
        <tbody>
          {figures.spins.map((spin, i) => {
            const entry = sheet.spins[i]!;
            const [a, b] = [toPolar(spin.a.meanGmm), toPolar(spin.b.meanGmm)];
            return (
              <tr key={spin.spinId} className="border-b border-edge">
                <th scope="row" className="py-1 text-left font-sign">
                  {i === 0 ? 'as received' : i + 1}
                </th>
                <td>{`${fixed(a.amount / radiusAMm, 2)} @ ${degrees(a.angleDeg)}`}</td>
                <td>{`${fixed(b.amount / radiusBMm, 2)} @ ${degrees(b.angleDeg)}`}</td>
                <td>{fixed(entry.speedRpm, 0)}</td>
                <td>{spin.a.n}</td>
                <td className="pl-4 text-left font-sign">
                  <VerdictMark verdict={spin.verdict === 'cannotYetTell' ? 'open' : spin.verdict}>{VERDICT_WORDS[spin.verdict]}</VerdictMark>
                </td>
                <td className="pl-4 text-left font-sign text-ink-soft">{`${nameOf(entry.personId)}, ${clock(entry.at)}`}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
