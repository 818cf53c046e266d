import { askedSpin, hungBefore, weightDoubt, type AskedSpin, type HungPiece } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../../api/queries.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Note } from '../../../ui/Notice.js';
import { useKept } from '../../../ui/form/useKept.js';
import { blankRow, pieceOf, rowOf, type HungRow } from '../hungRows.js';
import { hungDraft } from '../useHung.js';
import { RefuseWeights } from './RefuseWeights.js';
import { WeightDial } from './WeightDials.js';
import { doubtSentence, hangSentence, TAKE_OFF } from './weightWords.js';

/** Leads through the spins with known weights that a plan or a verdict waits for; then has them taken off. */
export function WeightGuide(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const { estimate, holesSinceLastSpin } = figures;
  if (estimate.surprise || holesSinceLastSpin > 0) return null;
  const asked = askedSpin(sheet.spins, sheet.spec.crank.planes, estimate, shop?.fittings.trialPieces ?? []);
  return asked?.weights ? <HangNext wait={asked.wait} proposed={asked.weights} /> : <TakeOff />;
}

/** Where the weights of the next spin are typed. */
function useHungRows(): { readonly pieces: readonly HungPiece[]; readonly put: (pieces: readonly HungPiece[]) => void; readonly clear: () => void } {
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const { value: rows, set, clear } = useKept<readonly HungRow[]>(hungDraft(sheet.id), [blankRow(crank)], []);
  return {
    pieces: rows.map((row) => pieceOf(row, crank)).filter((piece) => piece !== null),
    put: (pieces) => set(pieces.map((piece) => rowOf(piece, crank))),
    clear,
  };
}

interface HangNextProps {
  readonly wait: AskedSpin['wait'];
  readonly proposed: NonNullable<AskedSpin['weights']>;
}

function HangNext({ wait, proposed }: HangNextProps): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { planes } = sheet.spec.crank;
  const { unbalance } = figures.estimate.now!;
  const { pieces, put } = useHungRows();
  const before = hungBefore(sheet.spins, planes);
  const isSecond = wait.kind === 'weights' && wait.done === 1 && before !== null;
  const doubt = pieces.length > 0 ? weightDoubt(pieces, unbalance, planes, before && [before.a, before.b]) : null;
  return (
    <section aria-label="Spins with known weights" className="grid gap-3 border-2 border-blue p-4">
      <h3 className="text-xl font-semibold">{isSecond ? 'The second spin with known weights' : 'Known weights'}</h3>
      <div className="flex flex-wrap items-center gap-6">
        <WeightDial plane="A" unbalanceGmm={unbalance.aGmm} radiusMm={planes.radiusAMm} weight={proposed.a} />
        <WeightDial plane="B" unbalanceGmm={unbalance.bGmm} radiusMm={planes.radiusBMm} weight={proposed.b} />
        <div className="grid max-w-xl gap-2">
          <p className="text-lg">{hangSentence(proposed, isSecond)}</p>
          <Button look="primary" className="w-fit" onClick={() => put([proposed.a, proposed.b])}>
            Write them into the next spin
          </Button>
        </div>
      </div>
      {doubt && <Note>{doubtSentence(doubt)}</Note>}
      <RefuseWeights />
    </section>
  );
}

/** After the second spin the weights are still on the crank, and still typed for the next spin. */
function TakeOff(): ReactNode {
  const { figures } = useOpenJob();
  const { pieces, clear } = useHungRows();
  if (figures.estimate.restsOn.gainBy !== 'weights' || pieces.length === 0) return null;
  return (
    <section aria-label="Known weights" className="flex flex-wrap items-center gap-4 border-2 border-blue p-4">
      <p className="text-lg">{TAKE_OFF}</p>
      <Button look="primary" onClick={clear}>
        Both weights are off
      </Button>
    </section>
  );
}
