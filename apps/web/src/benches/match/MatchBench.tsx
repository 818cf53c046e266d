import { fixed, KIND_NAMES, listed, missingWords, padsWords } from '@tare/card';
import { PART_KINDS, type JobFigures, type KindMatch, type PartKind, type Refused } from '@tare/core';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { Link } from 'react-router';
import { grinderPath } from '../../shell/paths.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { MatchPaper, RecordTable } from './MatchPaper.js';
import { MatchSchools } from './MatchSchools.js';
import { RodDesk } from './rods/RodDesk.js';
import { KindTable, SetTable } from './SetTable.js';
import { SpareDesk } from './SpareDesk.js';
import { SwapDesk } from './swap/SwapDesk.js';
import { TrimDesk } from './trim/TrimDesk.js';
import { useTool } from './trim/useTool.js';
import { divisionOf } from './trim/divisionOf.js';
import { workItems } from './trim/work.js';

const SWAPPED: readonly PartKind[] = ['piston', 'pin', 'lockPair', 'ringSet', 'rod'];

/** Matching: swap first, then trim, both ends of the rods at once. */
export function MatchBench(): ReactNode {
  const { figures, sheet } = useOpenJob();
  const chosen = useTool();
  const [printing, setPrinting] = useState(false);
  const { sets } = figures;
  // Two kinds of part are enough for an exchange.
  const canSwap = new Set(figures.weighed.parts.map(({ part }) => part.kind).filter((kind) => SWAPPED.includes(kind))).size > 1;
  const kinds = Object.entries(figures.kinds) as [PartKind, KindMatch | Refused][];
  return (
    <>
      <div className="no-print grid gap-5 border-2 border-edge bg-plate p-5">
        <BenchHead title="Match" next={nextStep(figures, sheet.matchChoices, divisionOf(sheet))}>
          <p className="text-right">
            Largest − smallest, at most
            <span className="block figure-type text-3xl font-semibold">{fixed(sheet.spec.matchToleranceG, 2)} g</span>
          </p>
        </BenchHead>
        <WhoFirst />
        <MatchSchools />
        {kinds.length === 0 && sets.kind === 'waiting' && !figures.weighed.parts.some(({ needsReweighing }) => needsReweighing) && (
          <Note>Sets wait for {missingWords(sets.missing)}.</Note>
        )}
        <MakersNote />
        {sets.kind === 'refused' && <ProblemNotice>{sets.reason}</ProblemNotice>}
        <SpareDesk />
        {kinds.length === 0 && sets.kind === 'matched' && sets.school === 'eachPart' && canSwap && <SwapDesk />}
        {kinds.length === 0 && sets.kind === 'matched' && sets.school !== 'eachPart' && (
          <Note>What is weighed together cannot be swapped apart: weigh every part by itself to look for swaps.</Note>
        )}
        {kinds.length === 0 && sets.kind === 'matched' && (
          <Disclosure title="The sets in numbers">
            <SetTable sets={sets} />
          </Disclosure>
        )}
        {kinds.map(([kind, match]) =>
          match.kind === 'matched' ? (
            <KindTable key={kind} kind={kind} match={match} />
          ) : (
            <Note key={kind}>
              {match.kind === 'refused'
                ? `${KIND_NAMES[kind].many}: ${match.reason}`
                : `${KIND_NAMES[kind].many} wait for ${missingWords(match.missing)}.`}
            </Note>
          ),
        )}
        <TrimDesk chosen={chosen} />
        {figures.rods.kind !== 'none' && (sheet.weighChoices.rodSchool === 'totalOnly' ? <RodTotals /> : <RodDesk chosen={chosen} />)}
        <Disclosure title="Before, predicted and after, part by part">
          <RecordTable />
        </Disclosure>
        <div className="flex flex-wrap items-center gap-4">
          <Button onClick={() => setPrinting(true)}>
            <Printer aria-hidden className="size-5" /> Print the matching
          </Button>
          <Link to={grinderPath(sheet.id)} className="underline underline-offset-4">
            Start, target and now, for the grinder
          </Link>
        </div>
      </div>
      {printing && <MatchPaper onPrinted={() => setPrinting(false)} />}
    </>
  );
}

/** Parts of a kind that different people made weigh alike and need not be alike. */
function MakersNote(): ReactNode {
  const { sheet } = useOpenJob();
  const mixed = PART_KINDS.flatMap((kind) => {
    const makers = new Set(
      sheet.parts
        .filter((part) => part.kind === kind && !part.spare)
        .map(({ id }) => sheet.partMarks[id]?.maker?.trim() ?? '')
        .filter((maker) => maker !== ''),
    );
    return makers.size > 1 ? [`${KIND_NAMES[kind].many} are by ${listed([...makers])}.`] : [];
  });
  return (
    mixed.length > 0 && (
      <Note>{`${mixed.join(' ')} Brought to one weight they may still differ in shape, height and where their weight lies: the makers’ instructions come first.`}</Note>
    )
  );
}

/** Rods of which only the totals are known. */
function RodTotals(): ReactNode {
  const { rods } = useOpenJob().figures;
  return (
    <Note>
      {rods.kind === 'waiting' ? `Rods wait for ${missingWords(rods.missing)}. ` : ''}
      Rods are matched by their totals. What each end weighs is not known, so nothing is said of it, and no bob weight follows from them.
    </Note>
  );
}

function nextStep(figures: JobFigures, choices: Parameters<typeof workItems>[1], divisionG: number): string {
  const { sets, rods, weighed } = figures;
  if (weighed.parts.some((part) => part.needsReweighing)) return 'Weigh again what was cut: blow out the swarf, wipe, then put it on the scale.';
  if (sets.kind === 'refused' || rods.kind === 'refused') return 'Something has to be put right first.';
  const [first] = workItems(figures, choices, () => null, divisionG);
  if (first) {
    const { part } = first.weighed;
    const { removalG, pads, firstStopG, limit } = first.ticket;
    const name = `${KIND_NAMES[part.kind].one} ${part.cylinder}`;
    if (limit.past) return `${name} would lose more than is allowed: replace it, or widen the tolerance.`;
    const canSwap = sets.kind === 'matched' && Object.keys(sets.cylinders[0]?.parts ?? {}).length > 1;
    return `${canSwap ? 'Take a swap first where one is offered. Then ' : ''}${name}: ${fixed(removalG, 2)} g off, ${padsWords(removalG, pads, part.kind === 'pin' ? 'ends' : 'pads')}; stop at ${fixed(firstStopG, 2)} and weigh.`;
  }
  if (rods.kind === 'matched' && !rods.inTolerance) return 'Sets are done. Bring both ends of the rods to their targets.';
  const isOpen = sets.kind === 'waiting' || rods.kind === 'waiting';
  if (sets.kind === 'matched' && rods.kind === 'matched') return 'Every set and every rod end is inside the tolerance. Nothing more to cut.';
  if (!isOpen) return 'Everything that is matched here is inside the tolerance. Nothing more to cut.';
  return 'The lightest undamaged set is the target; everything else comes down to it.';
}
