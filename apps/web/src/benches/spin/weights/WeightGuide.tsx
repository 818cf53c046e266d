import { waitSentence } from '@tare/card';
import { firstWeights, secondWeights, weightDoubt, type HungPiece, type Wait } from '@tare/core';
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

/** Leads through two spins with known weights while a plan waits for them; then has them taken off. */
export function WeightGuide(): ReactNode {
  const { figures } = useOpenJob();
  const wait = figures.estimate.restsOn.planWaits.find((one) => one.kind === 'weights');
  if (wait && figures.holesSinceLastSpin === 0 && !figures.estimate.surprise && figures.estimate.now) return <HangNext wait={wait} />;
  return <TakeOff />;
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

/** Weights at both ends as they hung in the last spin that had them; null for none. */
function useHungBefore(): { readonly a: HungPiece; readonly b: HungPiece } | null {
  const { sheet } = useOpenJob();
  const { zAMm, zBMm } = sheet.spec.crank.planes;
  const pieces = sheet.spins.findLast(({ hungPieces, quick }) => quick !== true && (hungPieces?.length ?? 0) > 0)?.hungPieces ?? [];
  const a = pieces.find(({ zMm }) => zMm < (zAMm + zBMm) / 2);
  const b = pieces.find(({ zMm }) => zMm >= (zAMm + zBMm) / 2);
  return a && b ? { a, b } : null;
}

function HangNext({ wait }: { readonly wait: Extract<Wait, { kind: 'weights' }> }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { data: shop } = useShop();
  const { planes } = sheet.spec.crank;
  const { unbalance } = figures.estimate.now!;
  const { pieces, put } = useHungRows();
  const before = useHungBefore();
  const first = firstWeights(unbalance, planes, shop?.fittings.trialPieces ?? []);
  const isSecond = wait.done === 1 && before !== null;
  const proposed = isSecond ? secondWeights(before, planes) : first;
  const doubt = pieces.length > 0 ? weightDoubt(pieces, unbalance, planes, before && [before.a, before.b]) : null;
  return (
    <section aria-label="Spins with known weights" className="grid gap-3 border-2 border-blue p-4">
      <h3 className="text-xl font-semibold">{isSecond ? 'The second spin with known weights' : 'Two spins with known weights'}</h3>
      <p>{waitSentence(wait)}</p>
      <div className="flex flex-wrap items-center gap-6">
        <WeightDial plane="A" unbalanceGmm={unbalance.aGmm} radiusMm={planes.radiusAMm} weight={proposed.a} />
        <WeightDial plane="B" unbalanceGmm={unbalance.bGmm} radiusMm={planes.radiusBMm} weight={proposed.b} />
        <div className="grid max-w-xl gap-2">
          <p className="text-lg">{hangSentence(proposed, isSecond, first.fromShop)}</p>
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
