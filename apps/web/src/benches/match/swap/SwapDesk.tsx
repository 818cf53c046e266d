import { fixed, KIND_NAMES, leftOutWords, takeSwapsWords } from '@tare/card';
import { figuresOf, asTheyAre, type SwapFigures, type SwapResult } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { CheckRow } from '../../../ui/CheckRow.js';
import { Button } from '../../../ui/Button.js';
import { DataTable } from '../../../ui/DataTable.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import type { ExchangeRing } from './exchanges.js';
import { SetBoard } from './SetBoard.js';
import { useSwap, type Swap } from './useSwap.js';

/** Swap before any cutting: which pins, locks and rings go with which pistons. */
export function SwapDesk(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const byTotals = figures.rods.kind === 'totals';
  const swap = useSwap();
  const { decide, blocked, error } = useDecide();
  const isSwapped = sheet.parts.some((part) => part.runsIn !== undefined);
  const keep = (rings: readonly ExchangeRing[]): void => decide({ subject: 'match.arrangement', value: swap.taking(rings) });
  const freeRods = (
    <CheckRow checked={swap.rodsToo} onChange={(event) => swap.setRodsToo(event.target.checked)}>
      {byTotals ? 'Rods are free too: the heaviest rod to the lightest piston' : 'Rods and bearings are free too: the small ends count in the sets'}
    </CheckRow>
  );
  if (typeof swap.job === 'string')
    return (
      <>
        <Note>{swap.job}</Note>
        {figures.rods.kind !== 'none' && freeRods}
      </>
    );
  const { leftOut, problem } = swap.job;
  return (
    <section className="grid gap-3">
      <h2 className="text-xl">Swap first: nothing is cut that a swap mends</h2>
      <SetBoard swap={swap} />
      {leftOut.length > 0 && <Note>{leftOutWords(leftOut)}</Note>}
      <div className="flex flex-wrap items-center gap-3">
        {swap.search.state === 'running' ? (
          <>
            <span aria-live="polite">{`Looking for swaps: ${swap.search.word} …`}</span>
            <Button onClick={swap.stop}>Stop, and keep the best so far</Button>
          </>
        ) : (
          <Button look={swap.search.state === 'idle' && !swap.movedByHand ? 'primary' : 'plain'} onClick={swap.start}>
            {swap.movedByHand ? 'Let the solver finish from here' : 'Look for swaps'}
          </Button>
        )}
        {swap.movedByHand && (
          <>
            <Button look="primary" disabled={blocked} onClick={() => keep([])}>
              Keep what I moved
            </Button>
            <Button onClick={swap.putBack}>Put it back</Button>
          </>
        )}
        {isSwapped && !swap.movedByHand && (
          <Button disabled={blocked} onClick={() => decide({ subject: 'match.arrangement', value: {} })}>
            Every part back to its own cylinder
          </Button>
        )}
        {figures.rods.kind !== 'none' && freeRods}
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {swap.search.state === 'failed' && <ProblemNotice>{swap.search.word}</ProblemNotice>}
      {swap.search.best && swap.search.state !== 'running' && (
        <Proposal
          key={swap.rings.map(({ moves }) => moves.map(({ part, to }) => `${part.id}>${to}`).join()).join()}
          swap={swap}
          best={swap.search.best}
          now={figuresOf(problem, asTheyAre(problem))}
          blocked={blocked}
          onTake={keep}
        />
      )}
    </section>
  );
}

interface ProposalProps {
  readonly swap: Swap;
  readonly best: SwapResult;
  readonly now: SwapFigures;
  readonly blocked: boolean;
  readonly onTake: (rings: readonly ExchangeRing[]) => void;
}

/** What the swaps would bring, beside how it is; all of them or some can be taken. */
function Proposal({ swap, best, now, blocked, onTake }: ProposalProps): ReactNode {
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  if (!best.worthIt)
    return <Note>{`No swap gains more than the noise of the weighing. Least spread that was found: ${fixed(best.leastSpreadG, 2)} g.`}</Note>;
  const taken = swap.rings.filter((_, i) => !left.has(i));
  const withTaken = swap.setsOf(swap.parts.map((part) => ({ ...part, runsIn: swap.wouldRunIn(taken)[part.id] ?? part.cylinder })));
  const { after } = best;
  const gains = [
    { title: 'Largest − smallest', before: `${fixed(now.spreadG, 2)} g`, then: `${fixed(after.spreadG, 2)} g` },
    { title: 'Sets to cut', before: String(now.cuts), then: String(after.cuts) },
    { title: 'Metal to take off', before: `${fixed(now.metalG, 2)} g`, then: `${fixed(after.metalG, 2)} g` },
    { title: 'Parts that move', before: '', then: String(after.moves) },
  ];
  return (
    <div className="grid items-start gap-x-8 gap-y-3 border-2 border-blue p-3 lg:grid-cols-2">
      <div>
        <DataTable
          caption="What the swaps bring"
          hideCaption
          className="w-fit"
          columns={[
            { title: '', is: 'words', className: 'font-normal text-ink-soft', cell: ({ title }) => title },
            { title: 'as they are', cell: ({ before }) => before },
            { title: 'swapped', className: 'font-semibold', cell: ({ then }) => then },
          ]}
          rows={gains}
          keyOf={({ title }) => title}
        />
        <p className="mt-2 text-ink-soft">{provenWords(best, swap.search.state)}</p>
      </div>
      <div className="grid gap-2">
        <ul aria-label="Swaps">
          {swap.rings.map((ring, i) => (
            <li key={i}>
              <CheckRow
                checked={!left.has(i)}
                onChange={() => setLeft((before) => (before.has(i) ? new Set([...before].filter((one) => one !== i)) : new Set([...before, i])))}
              >
                {ringWords(ring)}
              </CheckRow>
            </li>
          ))}
        </ul>
        {taken.length < swap.rings.length && withTaken?.kind === 'matched' && (
          <p>
            With those ticked: largest − smallest <strong className="figure-type">{fixed(withTaken.set.spreadG, 2)} g</strong>
          </p>
        )}
        <Button look="primary" className="justify-self-start" disabled={blocked || taken.length === 0} onClick={() => onTake(taken)}>
          {takeSwapsWords(taken.length, swap.rings.length)}
        </Button>
      </div>
    </div>
  );
}

function ringWords({ kind, moves }: ExchangeRing): string {
  const name = KIND_NAMES[kind].one;
  if (moves.length === 2) return `${name} ${moves[0]!.part.cylinder} and ${name.toLowerCase()} ${moves[1]!.part.cylinder} change places`;
  return moves.map(({ part, to }, i) => `${i === 0 ? name : name.toLowerCase()} ${part.cylinder} to cylinder ${to}`).join(', ');
}

function provenWords({ leastSpreadG, boundG, spreadProven, workProven }: SwapResult, state: string): string {
  const gap = `no arrangement comes under ${fixed(boundG, 2)} g; ${fixed(leastSpreadG, 2)} g was found`;
  const stopped = state === 'stopped' ? 'Stopped early: ' : '';
  if (!spreadProven) return `${stopped}${gap[0]!.toUpperCase()}${gap.slice(1)}. The gap is not proven away.`;
  return `${stopped}Proven: ${gap}, to 1 % of the present spread or the noise.${workProven ? ' Fewest cuts, then metal, then moves are proven too.' : ' That no fewer cuts or moves would do is not proven.'}`;
}
