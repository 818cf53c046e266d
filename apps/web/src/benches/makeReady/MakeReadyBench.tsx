import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import {
  boresFigures,
  crankFigures,
  decksFigures,
  isSpun,
  JOURNAL_GROUPS,
  rodsFigures,
  type CrankFigures,
  type BoresFigures,
  type DecksFigures,
  type MadeReady,
  type RodsFigures,
} from '@tare/core';
import { keptSpecOf } from '@tare/contract';
import { useMemo } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { PickButton } from '../../ui/PickButton.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { BearingSheet } from './BearingSheet.js';
import { CrackForm } from './CrackForm.js';
import { EffectOnBalance } from './EffectOnBalance.js';
import { JournalSheet } from './JournalSheet.js';
import { LimitsFiles } from './LimitsFiles.js';
import { LimitsForm } from './LimitsForm.js';
import { RunOutSheet } from './RunOutSheet.js';
import { BoreLimitsForm } from './bores/BoreLimitsForm.js';
import { BoreSheet } from './bores/BoreSheet.js';
import { EvidenceSheet } from './bores/EvidenceSheet.js';
import { PinSheet } from './pins/PinSheet.js';
import { PistonSheet } from './bores/PistonSheet.js';
import { RingSheet } from './bores/RingSheet.js';
import { CrownSheet } from './decks/CrownSheet.js';
import { DeckLimitsForm } from './decks/DeckLimitsForm.js';
import { DeckSheet } from './decks/DeckSheet.js';
import { BigEndSheet } from './rods/BigEndSheet.js';
import { BoltSheet } from './rods/BoltSheet.js';
import { RodBearingSheet } from './rods/RodBearingSheet.js';
import { RodLinesSheet } from './rods/RodLinesSheet.js';
import { RodLimitsForm } from './rods/RodLimitsForm.js';
import { SHEET_NAMES, sheetGroups, SHEETS, type SheetGroup, type SheetName } from './sheets.js';
import { useMadeReady } from './useSheetEntry.js';
import { SizesPage } from './SizesPage.js';
import { WorkLog } from './WorkLog.js';

const LIMIT_SHEETS: ReadonlySet<SheetName> = new Set(['limits', 'rodLimits', 'boreLimits', 'deckLimits', 'pistonPins']);

/** Crank and rods before anything is weighed: measured, judged against limits, made good, and what that does to the balance. */
export function MakeReadyBench(): ReactNode {
  const { sheet } = useOpenJob();
  const made = useMadeReady();
  const spec = keptSpecOf(sheet);
  const figures = useMemo(() => crankFigures(made, spec), [made, spec]);
  const [params] = useSearchParams();
  const rods = useMemo(() => rodsFigures(made, spec.layout), [made, spec.layout]);
  const bores = useMemo(() => boresFigures(made, spec.layout.cylinders.length), [made, spec.layout]);
  const decks = useMemo(() => decksFigures(made, spec), [made, spec]);
  const groups = sheetGroups(spec, sheet.arrivals);
  const asked = SHEETS.find((one) => one === params.get('sheet') && groups.some(({ sheets }) => sheets.includes(one)));
  const shown: SheetName = asked ?? firstSheet(groups, made);
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-5">
      <BenchHead
        title="Make ready"
        next={(isSpun(spec.jobKind) && asksCrank(made) ? nextStep(made, figures) : null) ?? nextOfBlock(made, bores, decks) ?? nextOfRods(made, rods)}
      />
      <WhoFirst />
      <SheetChoice groups={groups} shown={shown} />
      {LIMIT_SHEETS.has(shown) && <LimitsFiles />}
      {shown === 'limits' && <LimitsForm key={sheet.decisions['inspect.limits']?.version ?? 0} limits={made.limits} />}
      {shown === 'runOut' && <RunOutSheet made={made} figures={figures} />}
      {(shown === 'mains' || shown === 'pins') && <JournalSheet key={shown} group={shown} made={made} figures={figures} />}
      {shown === 'bearings' && <BearingSheet figures={figures} made={made} />}
      {shown === 'cracks' && <CrackForm key={sheet.decisions['inspect.cracks']?.version ?? 0} made={made} />}
      {shown === 'rodLimits' && <RodLimitsForm key={sheet.decisions['rods.limits']?.version ?? 0} limits={made.rods.limits} />}
      {shown === 'bigEnds' && <BigEndSheet made={made} rods={rods} />}
      {shown === 'rodLines' && <RodLinesSheet made={made} rods={rods} />}
      {shown === 'rodBolts' && <BoltSheet made={made} rods={rods} />}
      {shown === 'rodBearings' && <RodBearingSheet made={made} rods={rods} />}
      {shown === 'boreLimits' && <BoreLimitsForm key={sheet.decisions['bores.limits']?.version ?? 0} limits={made.bores.limits} />}
      {shown === 'evidence' && <EvidenceSheet made={made} bores={bores} />}
      {shown === 'bores' && <BoreSheet made={made} bores={bores} />}
      {shown === 'pistons' && <PistonSheet made={made} bores={bores} />}
      {shown === 'rings' && <RingSheet made={made} bores={bores} />}
      {shown === 'deckLimits' && <DeckLimitsForm key={sheet.decisions['deck.limits']?.version ?? 0} limits={made.decks.limits} />}
      {shown === 'decks' && <DeckSheet made={made} decks={decks} />}
      {shown === 'crowns' && <CrownSheet made={made} decks={decks} />}
      {shown === 'pistonPins' && <PinSheet made={made} cylinders={spec.layout.cylinders.length} />}
      {shown === 'sizes' && <SizesPage made={made} />}
      {shown === 'work' && <WorkLog made={made} figures={figures} />}
      <EffectOnBalance made={made} figures={figures} />
    </div>
  );
}

/** The parts of the engine, and the sheets of the one that is looked at. */
function SheetChoice({ groups, shown }: { readonly groups: readonly SheetGroup[]; readonly shown: SheetName }): ReactNode {
  const [, setParams] = useSearchParams();
  const open = groups.find(({ sheets }) => sheets.includes(shown));
  const goTo = (sheet: SheetName): void => setParams({ sheet }, { replace: true });
  return (
    <div className="grid gap-1">
      <div className="flex flex-wrap gap-1" role="group" aria-label="Parts of the engine">
        {groups.map((group) => (
          <button
            key={group.title}
            type="button"
            aria-pressed={group === open}
            className={`min-h-11 border-b-4 px-3 ${group === open ? 'border-brass font-semibold' : 'border-edge hover:border-ink'}`}
            onClick={() => group !== open && goTo(group.sheets[0]!)}
          >
            {group.isHere ? group.title : `${group.title}: not here by check in`}
          </button>
        ))}
      </div>
      {open && (
        <div className="flex flex-wrap gap-1" role="group" aria-label={`Sheets: ${open.title}`}>
          {open.sheets.map((one) => (
            <PickButton key={one} isPicked={one === shown} onClick={() => goTo(one)}>
              {SHEET_NAMES[one]}
            </PickButton>
          ))}
        </div>
      )}
    </div>
  );
}

/** Where a bench begins: with what is here, at its limits while there are none, else at the first sheet that is walked. */
function firstSheet(groups: readonly SheetGroup[], { limits, rods }: MadeReady): SheetName {
  const first = groups.find(({ isHere }) => isHere);
  if (first?.title === 'Crank') return limits === null ? 'limits' : 'runOut';
  return first?.title === 'Rods' ? (rods.limits === null ? 'rodLimits' : 'bigEnds') : (first?.sheets[0] ?? 'work');
}

/** The crank is what somebody began with, or nothing is begun. */
const asksCrank = ({ limits, cracks, measurements }: MadeReady): boolean =>
  limits !== null || cracks !== null || measurements.every(({ feature }) => /^(crank|main|pin)/.test(feature));

/** What the block asks for; null while it asks for nothing that is known. */
function nextOfBlock({ bores: { word } }: MadeReady, bores: BoresFigures, decks: DecksFigures): string | null {
  if (bores.isOpen)
    return word === null ? 'A bore is worn: decide on the oversize, and ask whoever pays.' : 'The oversize is agreed: bore, and log it.';
  if (bores.honeLeftMm > 0) return 'The bores are to be honed, each to its measured piston.';
  const gap = bores.rings.find(({ toFileMm }) => toFileMm !== null);
  if (gap) return `The ${gap.name} ring of bore ${gap.cylinder} is to be filed.`;
  if (decks.refused !== null) return decks.refused;
  return decks.plan ? 'The decks are to be cut.' : null;
}

function nextOfRods({ rods }: MadeReady, { rows, torquesDiffer }: RodsFigures): string {
  if (rods.limits === null) return 'Measure what is open; limits of the rods are typed from the engine’s own data.';
  if (torquesDiffer) return 'The bolts were said to be torqued two ways: say which is right.';
  const out = rows.filter(({ advice }) => advice === 'out');
  if (out.length > 0) return `Rod ${out.map(({ rod }) => rod).join(', ')} is out.`;
  const close = rows.filter(({ advice }) => advice === 'close');
  if (close.length > 0) return `Rod ${close.map(({ rod }) => rod).join(', ')} is to be closed before it is honed.`;
  return 'Measure what is open; what is done stays on record.';
}

/** What the crank asks for; null once it asks for nothing that is known. */
function nextStep(made: MadeReady, { runOut, groups, cracksDue, isCracked }: CrankFigures): string | null {
  if (isCracked) return 'The crank is cracked: nothing later is worked on until another one is here.';
  if (made.limits === null) return 'Type the limits from the engine’s own data, or bring them in as a file.';
  const planned = JOURNAL_GROUPS.filter((group) => made.planned[group] !== undefined);
  if (planned.length > 0) return `The ${planned.join(' and the ')} are to be ground: Spin waits for it, and they are measured again afterwards.`;
  if (cracksDue === 'again') return 'It was pushed: the crack test is due again.';
  if (runOut.kind === 'waiting') return `Turn it on its blocks and read the indicator on main ${runOut.mains.join(', ')}.`;
  if (runOut.kind === 'refused') return runOut.reason;
  const bent = runOut.kind === 'read' ? runOut.mains.filter(({ verdict }) => verdict.kind === 'outside') : [];
  if (bent.length > 0) return `Main ${bent.map(({ main }) => main).join(', ')} runs out too far: straighten it before anything else.`;
  const toGrind = [...groups.mains.journals, ...groups.pins.journals].filter(({ figures }) => figures?.advice === 'grind');
  if (toGrind.length > 0)
    return `${toGrind.length} ${toGrind.length === 1 ? 'journal lies' : 'journals lie'} outside: decide on an undersize for the whole group.`;
  if (cracksDue === 'never') return `${runOut.kind === 'unseen' ? '' : 'Straight. '}Say who tested it for cracks and how, or who waived that.`;
  return null;
}
