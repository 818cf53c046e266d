import { counterweightOf, densityOf, holeWorking, toPolar, type HolePlan, type PlaneUnbalance } from '@tare/core';
import type { ReactNode } from 'react';
import { degrees, fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { Worked } from '../../ui/Worked.js';
import { kindOf, VERBS } from './cutWords.js';

/** Every hole of a plan, and what it should leave. */
export function PlanTable({ plan }: { readonly plan: HolePlan }): ReactNode {
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  return (
    <div className="grid gap-2 overflow-x-auto">
      <table className="w-full text-right figure-type [&_td]:pl-3 [&_th+th]:pl-3">
        <caption className="sr-only">Planned holes</caption>
        <thead className="border-b-2 border-ink font-sign text-ink-soft">
          <tr>
            <th scope="col" className="text-left">
              Hole
            </th>
            <th scope="col" className="text-left">
              Where
            </th>
            <th scope="col">At</th>
            <th scope="col">Width</th>
            <th scope="col">Depth, length</th>
            <th scope="col">From tip touch</th>
            <th scope="col">Takes</th>
          </tr>
        </thead>
        <tbody>
          {plan.holes.map((hole, i) => {
            const counterweight = counterweightOf(crank, hole.counterweightId);
            const rimRadiusMm = hole.rimRadiusMm ?? counterweight.rimRadiusMm;
            const kind = kindOf(hole);
            const drilled = kind === 'radial' || kind === 'deepened' || kind === 'side';
            return (
              <tr key={i} className="border-b border-edge text-blue">
                <th scope="row" className="py-1.5 text-left text-lg">
                  {i + 1}
                </th>
                <td className="text-left font-sign text-lg font-semibold">
                  {counterweight.name}
                  {kind !== 'radial' && (
                    <span className="block text-base font-normal">
                      {VERBS[kind].toLowerCase()} it{hole.was ? `: ${fixed(hole.was.bitMm, 0)} × ${fixed(hole.was.depthMm, 1)} now` : ''}
                    </span>
                  )}
                </td>
                <td>{degrees(hole.angleDeg, 1)}</td>
                <td>{hole.rim ? '' : `${fixed(hole.bitMm, 0)} mm`}</td>
                <td className="text-lg font-semibold">{fixed(hole.depthMm, 1)} mm</td>
                <td>
                  {hole.slug ? `at ${fixed(hole.slug.radiusMm, 1)} mm` : hole.rim ? 'off the radius' : `${fixed(hole.travelFromTouchMm, 1)} mm`}
                </td>
                <td>
                  {kind === 'radial' ? (
                    <Worked
                      working={holeWorking({ ...hole, rimRadiusMm, densityGPerCm3: densityOf(crank, counterweight) }, hole.metal)}
                    >{`${fixed(hole.metal.massG, 1)} g at ${fixed(hole.metal.centroidRadiusMm, 1)} mm`}</Worked>
                  ) : drilled || hole.rim ? (
                    `${fixed(hole.metal.massG, 1)} g at ${fixed(hole.metal.centroidRadiusMm, 1)} mm`
                  ) : (
                    `+${fixed(-hole.metal.massG, 1)} g net`
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <ResidualLine residual={plan.residual} />
    </div>
  );
}

/** What the planes should read when the holes turn out as planned. */
export function ResidualLine({ residual }: { readonly residual: PlaneUnbalance }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const { tolerance } = figures;
  const [a, b] = [toPolar(residual.aGmm), toPolar(residual.bGmm)];
  const inside = a.amount <= tolerance.aGmm && b.amount <= tolerance.bGmm;
  return (
    <p>
      Should leave in A{' '}
      <span className="figure-type">{`${fixed(a.amount / radiusAMm, 2)} g at ${fixed(radiusAMm, 0)} mm @ ${degrees(a.angleDeg)}`}</span>, in B{' '}
      <span className="figure-type">{`${fixed(b.amount / radiusBMm, 2)} g at ${fixed(radiusBMm, 0)} mm @ ${degrees(b.angleDeg)}`}</span>:{' '}
      <VerdictMark verdict={inside ? 'inside' : 'outside'}>{inside ? 'inside' : 'outside'}</VerdictMark>
    </p>
  );
}
