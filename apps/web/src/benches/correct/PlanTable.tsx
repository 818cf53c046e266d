import { degrees, fixed, fromWords, metalAfter, shortSize, toMeasureMm, VERBS, wordOf } from '@tare/card';
import {
  bareCut,
  besideRadiusMm,
  counterweightOf,
  densityOf,
  diameterOf,
  furtherCut,
  cutWorking,
  isRimCut,
  isSpunBefore,
  replacedId,
  toPolar,
  type Cut,
  type HolePlan,
  type PlannedCut,
  type PlaneUnbalance,
} from '@tare/core';
import { Fragment, useMemo, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { Worked } from '../../ui/Worked.js';

/** Every hole of a plan, and what it should leave. */
export function PlanTable({ plan }: { readonly plan: HolePlan }): ReactNode {
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const metal = useMemo(() => metalAfter(sheet, sheet.holes), [sheet]);
  const turned = useMemo(() => furtherCut(metal, plan.holes.filter(isRimCut).map(bareCut)), [metal, plan]);
  const rimAsDrilled = (cut: Cut): number => counterweightOf(isRimCut(cut) ? metal.crank : turned.crank, cut.counterweightId).rimRadiusMm;
  const oldWords = (cut: Cut): string => {
    const old = metal.standing.find(({ id }) => id === replacedId(cut));
    return old ? `: ${shortSize(old)} now` : '';
  };
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
            const word = wordOf(hole);
            const isTaken = hole.metal.massG >= 0;
            const amount = isTaken
              ? `${fixed(hole.metal.massG, 1)} g at ${fixed(hole.metal.centroidRadiusMm, 1)} mm`
              : `+${fixed(-hole.metal.massG, 1)} g net`;
            return (
              <Fragment key={i}>
                {isSpunBefore(plan.holes, i) && <SpinRow />}
                <tr className="border-b border-edge text-blue">
                  <th scope="row" className="py-1.5 text-left text-lg">
                    {i + 1}
                  </th>
                  <td className="text-left font-sign text-lg font-semibold">
                    {counterweight.name}
                    {word !== 'radial' && (
                      <span className="block text-base font-normal">
                        {[
                          `${VERBS[word].toLowerCase()} it${oldWords(hole)}`,
                          ...(isRimCut(hole) || besideRadiusMm(hole) === null ? [] : [fromWords(hole)]),
                        ].join(', ')}
                      </span>
                    )}
                  </td>
                  <td>{degrees(hole.angleDeg, 1)}</td>
                  <td>{isRimCut(hole) ? '' : `${fixed(diameterOf(hole), 0)} mm`}</td>
                  <td className="text-lg font-semibold">{fixed(toMeasureMm(hole), 1)} mm</td>
                  <td>{whereWords(hole)}</td>
                  <td>
                    <Worked
                      working={cutWorking(hole, { rimRadiusMm: rimAsDrilled(hole), densityGPerCm3: densityOf(crank, counterweight) }, hole.metal)}
                    >
                      {amount}
                    </Worked>
                  </td>
                </tr>
              </Fragment>
            );
          })}
        </tbody>
      </table>
      <ResidualLine residual={plan.residual} />
    </div>
  );
}

/** Between what is brought and what is drilled round it. */
function SpinRow(): ReactNode {
  return (
    <tr className="border-b border-edge bg-plate-low font-sign">
      <td colSpan={7} className="py-1.5 text-left">
        Spin here, and plan the rest from that: what a weld or a bar really brought is known only then.
      </td>
    </tr>
  );
}

/** How the depth is come by. */
function whereWords(cut: PlannedCut): string {
  if (isRimCut(cut)) return 'off the radius';
  const radiusMm = besideRadiusMm(cut);
  if ('pointAngleDeg' in cut) return `${fixed(cut.travelFromTouchMm, 1)} mm`;
  return radiusMm === null ? '' : `at ${fixed(radiusMm, 1)} mm`;
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
