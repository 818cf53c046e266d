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
  sayBit,
} from '@tare/core';
import { Fragment, useMemo, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { Worked } from '../../ui/Worked.js';
import { useDisplay, type Say } from '../../ui/useDisplay.js';

/** Every hole of a plan, and what it should leave. */
export function PlanTable({ plan }: { readonly plan: HolePlan }): ReactNode {
  const { say, systems } = useDisplay();
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const metal = useMemo(() => metalAfter(sheet, sheet.holes), [sheet]);
  const turned = useMemo(() => furtherCut(metal, plan.holes.filter(isRimCut).map(bareCut)), [metal, plan]);
  const rimAsDrilled = (cut: Cut): number => counterweightOf(isRimCut(cut) ? metal.crank : turned.crank, cut.counterweightId).rimRadiusMm;
  const oldWords = (cut: Cut): string => {
    const old = metal.standing.find(({ id }) => id === replacedId(cut));
    return old ? `: ${shortSize(old, systems)} now` : '';
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
              ? `${fixed(hole.metal.massG, 1)} g at ${say(hole.metal.centroidRadiusMm, 'mm', 1)}`
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
                          ...(isRimCut(hole) || besideRadiusMm(hole) === null ? [] : [fromWords(hole, systems)]),
                        ].join(', ')}
                      </span>
                    )}
                  </td>
                  <td>{degrees(hole.angleDeg, 1)}</td>
                  <td>{isRimCut(hole) ? '' : sayBit(diameterOf(hole), systems)}</td>
                  <td className="text-lg font-semibold">{say(toMeasureMm(hole), 'mm', 1)}</td>
                  <td>{whereWords(hole, say)}</td>
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
function whereWords(cut: PlannedCut, say: Say): string {
  if (isRimCut(cut)) return 'off the radius';
  const radiusMm = besideRadiusMm(cut);
  if ('pointAngleDeg' in cut) return say(cut.travelFromTouchMm, 'mm', 1);
  return radiusMm === null ? '' : `at ${say(radiusMm, 'mm', 1)}`;
}

/** What the planes should read when the holes turn out as planned. */
export function ResidualLine({ residual }: { readonly residual: PlaneUnbalance }): ReactNode {
  const { say } = useDisplay();
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const { tolerance } = figures;
  const [a, b] = [toPolar(residual.aGmm), toPolar(residual.bGmm)];
  const inside = a.amount <= tolerance.aGmm && b.amount <= tolerance.bGmm;
  return (
    <p>
      Should leave in A{' '}
      <span className="figure-type">{`${fixed(a.amount / radiusAMm, 2)} g at ${say(radiusAMm, 'mm', 0)} @ ${degrees(a.angleDeg)}`}</span>, in B{' '}
      <span className="figure-type">{`${fixed(b.amount / radiusBMm, 2)} g at ${say(radiusBMm, 'mm', 0)} @ ${degrees(b.angleDeg)}`}</span>:{' '}
      <VerdictMark verdict={inside ? 'inside' : 'outside'}>{inside ? 'inside' : 'outside'}</VerdictMark>
    </p>
  );
}
