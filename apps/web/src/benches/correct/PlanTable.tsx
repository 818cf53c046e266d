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
import { useMemo, type ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { Worked } from '../../ui/Worked.js';
import { useDisplay, type Say } from '../../ui/display.js';

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
    <div className="grid gap-2">
      <DataTable
        caption="Planned holes"
        hideCaption
        rows={plan.holes}
        keyOf={(_, i) => i}
        rowClass={() => 'text-blue'}
        before={(_, i) => isSpunBefore(plan.holes, i) && <SpinRow key={`spin ${i}`} />}
        columns={[
          { title: 'Hole', cell: (_, i) => i + 1 },
          {
            title: 'Where',
            is: 'words',
            className: 'text-lg font-semibold',
            cell: (hole) => (
              <>
                {counterweightOf(crank, hole.counterweightId).name}
                {wordOf(hole) !== 'radial' && (
                  <span className="block text-base font-normal">
                    {[
                      `${VERBS[wordOf(hole)].toLowerCase()} it${oldWords(hole)}`,
                      ...(isRimCut(hole) || besideRadiusMm(hole) === null ? [] : [fromWords(hole, systems)]),
                    ].join(', ')}
                  </span>
                )}
              </>
            ),
          },
          { title: 'At', cell: ({ angleDeg }) => degrees(angleDeg, 1) },
          { title: 'Width', cell: (hole) => (isRimCut(hole) ? '' : sayBit(diameterOf(hole), systems)) },
          { title: 'Depth, length', className: 'text-lg font-semibold', cell: (hole) => say(toMeasureMm(hole), 'mm', 1) },
          { title: 'From tip touch', cell: (hole) => whereWords(hole, say) },
          {
            title: 'Takes',
            cell: (hole) => (
              <Worked
                working={cutWorking(
                  hole,
                  { rimRadiusMm: rimAsDrilled(hole), densityGPerCm3: densityOf(crank, counterweightOf(crank, hole.counterweightId)) },
                  hole.metal,
                )}
              >
                {hole.metal.massG >= 0
                  ? `${fixed(hole.metal.massG, 1)} g at ${say(hole.metal.centroidRadiusMm, 'mm', 1)}`
                  : `+${fixed(-hole.metal.massG, 1)} g net`}
              </Worked>
            ),
          },
        ]}
      />
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
