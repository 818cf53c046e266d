import { sumHalfWidth95G, type CylinderSet, type JobFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { WeightLadder } from '../../draw/WeightLadder.js';
import { fixed } from '../../format/numbers.js';
import { missingWords } from '../../format/words.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { CutDesk } from './CutDesk.js';
import { RodMatchTable } from './RodMatchTable.js';

/** Brings cylinder sets and rods down to the lightest: what comes off where, and whether it is enough. */
export function MatchBench(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { sets, rods } = figures;
  return (
    <div className="grid gap-5 border-2 border-edge bg-plate p-5">
      <BenchHead title="Match" next={nextStep(figures)}>
        <p className="text-right">
          Largest − smallest, at most
          <span className="block figure-type text-3xl font-semibold">{fixed(sheet.spec.matchToleranceG, 2)} g</span>
        </p>
      </BenchHead>
      <WhoFirst />
      <section className="grid gap-2">
        <h2 className="text-xl">Cylinder sets: piston, pin, locks, rings</h2>
        {sets.kind === 'waiting' && <Note>Sets wait for {missingWords(sets.missing)}.</Note>}
        {sets.kind === 'refused' && <ProblemNotice>{sets.reason}</ProblemNotice>}
        {sets.kind === 'matched' && <SetTable figures={figures} />}
      </section>
      <section className="grid gap-2">
        <h2 className="text-xl">Rods: big ends and small ends</h2>
        {rods.kind === 'waiting' && <Note>Rods wait for {missingWords(rods.missing)}.</Note>}
        {rods.kind === 'refused' && <ProblemNotice>{rods.reason}</ProblemNotice>}
        {rods.kind === 'matched' && <RodMatchTable rods={rods} />}
      </section>
      <CutDesk />
    </div>
  );
}

function nextStep({ sets, rods, weighed }: JobFigures): string {
  const cutSince = weighed.parts.filter((p) => p.needsReweighing);
  if (cutSince.length > 0) return 'Weigh again what was cut: blow out the swarf, wipe, then put it on the scale.';
  if (sets.kind === 'matched') {
    const heaviest = worst(sets.cylinders);
    if (heaviest) return cutSentence(heaviest);
  }
  if (rods.kind === 'matched' && !rods.inTolerance)
    return 'Sets are done. Bring the rods’ ends down to their targets; weigh both ends after every cut.';
  if (sets.kind === 'matched' && rods.kind === 'matched') return 'Every set and every rod end is inside the tolerance. Nothing more to cut.';
  return 'The lightest undamaged set is the target; everything else comes down to it.';
}

const worst = (sets: readonly CylinderSet[]): CylinderSet | undefined =>
  sets.filter((s) => !s.inTolerance && s.removalG > 0).sort((x, y) => y.removalG - x.removalG)[0];

/** Stop for a weighing at this share of a removal (handbook section 3). */
const FIRST_STOP = 0.7;

function cutSentence({ cylinder, removalG, barePistonTargetG }: CylinderSet): string {
  return `Piston ${cylinder}: ${fixed(removalG, 2)} g off, ${fixed(removalG / 2, 2)} g from each boss pad inside; stop at ${fixed(removalG * FIRST_STOP, 2)} and weigh. Bare piston target ${fixed(barePistonTargetG, 2)} g.`;
}

function SetTable({ figures }: { readonly figures: JobFigures }): ReactNode {
  const { sheet } = useOpenJob();
  const { sets, weighed } = figures;
  if (sets.kind !== 'matched') return null;
  const rungs = sets.cylinders.map((set) => ({
    name: String(set.cylinder),
    weightG: set.weightG,
    whiskerG: sumHalfWidth95G(
      weighed,
      weighed.parts.filter(({ part }) => part.cylinder === set.cylinder && part.kind in set.parts),
    ),
    damaged: set.damaged,
  }));
  return (
    <div className="grid items-start gap-4 2xl:grid-cols-[minmax(0,1fr)_26rem]">
      <div className="overflow-x-auto">
        <table className="w-full text-right figure-type [&_td]:pl-3 [&_th]:pl-3 [&_th:first-child]:pl-0">
          <caption className="sr-only">Cylinder sets in g</caption>
          <thead className="border-b-2 border-ink font-sign text-ink-soft">
            <tr>
              <th scope="col" className="text-left">
                Cyl.
              </th>
              <th scope="col">Piston</th>
              <th scope="col">Pin</th>
              <th scope="col">Locks</th>
              <th scope="col">Rings</th>
              <th scope="col">Set</th>
              <th scope="col">Take off</th>
              <th scope="col">Bare target</th>
              <th scope="col" className="pl-3 text-left">
                State
              </th>
            </tr>
          </thead>
          <tbody>
            {sets.cylinders.map((set) => (
              <tr key={set.cylinder} className="border-b border-edge">
                <th scope="row" className="py-1.5 text-left text-lg">
                  {set.cylinder}
                </th>
                <td>{fixed(set.parts.piston, 2)}</td>
                <td>{fixed(set.parts.pin, 2)}</td>
                <td>{fixed(set.parts.lockPair, 2)}</td>
                <td>{fixed(set.parts.ringSet, 2)}</td>
                <td className="font-semibold">{fixed(set.weightG, 2)}</td>
                <td className={set.inTolerance ? 'text-ink-soft' : 'font-semibold text-blue'}>{fixed(set.removalG, 2)}</td>
                <td>{fixed(set.barePistonTargetG, 2)}</td>
                <td className="pl-3 text-left font-sign">
                  <SetState set={set} isReference={set.id === sets.set.referenceId} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2">
          Largest − smallest <span className="figure-type font-semibold">{fixed(sets.set.spreadG, 2)} g</span>{' '}
          <VerdictMark verdict={sets.set.inTolerance ? 'inside' : 'outside'}>
            {sets.set.inTolerance ? 'inside' : 'outside'} {fixed(sheet.spec.matchToleranceG, 2)} g
          </VerdictMark>
        </p>
      </div>
      <WeightLadder title="Sets" rungs={rungs} targetG={sets.set.targetG} toleranceG={sheet.spec.matchToleranceG} />
    </div>
  );
}

function SetState({ set, isReference }: { readonly set: CylinderSet; readonly isReference: boolean }): ReactNode {
  if (isReference) return <VerdictMark verdict="inside">target: lightest</VerdictMark>;
  if (set.belowTarget && set.damaged) return <VerdictMark verdict="outside">damaged, below the target</VerdictMark>;
  return (
    <VerdictMark verdict={set.inTolerance ? 'inside' : 'outside'}>
      {set.inTolerance ? 'inside' : 'cut'}
      {set.damaged ? ', damaged' : ''}
    </VerdictMark>
  );
}
