import { buildWords, fixed } from '@tare/card';
import { BUILT_WITHIN_G, typedQuantity, pickingList, type BobBox, type BobCard, type BuiltBob } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { useBobBox } from '../../../api/shopThings.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { useDraft } from '../../../ui/useDraft.js';
import { BobStack } from './BobStack.js';
import { BoxEditor } from './BoxEditor.js';
import { bobFigures, useBuilder, useBuiltBobs } from './useBobBuild.js';
import { useDisplay } from '../../../ui/display.js';

type Ready = Extract<BobCard, { kind: 'ready' }>;

/** What to stack on which clamp so that every bob of the crank comes to its figure, from what the shop has. */
export function BuildDesk({ card }: { readonly card: Ready }): ReactNode {
  const { sheet } = useOpenJob();
  const { data: entry, error: boxError } = useBobBox();
  const { build } = useBuiltBobs();
  const builder = useBuilder();
  const { decide, blocked, error } = useDecide();
  const [pin, setPin] = useDraft(`bob-pin.${sheet.id}`, build ? String(build.pinDiameterMm) : '');
  const [limit, setLimit] = useDraft(`bob-limit.${sheet.id}`, String(build?.limitG ?? BUILT_WITHIN_G));
  const figuresG = bobFigures(card);
  const [pinMm, limitG] = [typedQuantity(pin, 'mm'), typedQuantity(limit, 'g')];
  if (boxError) return <ProblemNotice>{boxError.message}</ProblemNotice>;
  if (!entry) return null;
  const found = builder.data;
  // Shown taken before the server has said so: not once as a proposal and once as taken.
  const isTaken = found?.kind === 'built' && JSON.stringify(build?.bobs) === JSON.stringify(found.bobs);
  const stale = build !== null && build.figuresG.some((g, i) => Math.abs(g - (figuresG[i] ?? 0)) > BUILT_WITHIN_G);
  return (
    <section aria-label="Building the bobs" className="grid gap-4">
      <p>
        {`Figures: ${figuresG.map((g, i) => `bob ${i + 1} ${fixed(g, 1)} g`).join(', ')}. `}
        <span className="text-ink-soft">{`Who builds by halves: half of it on each side, ${[...new Set(figuresG)].map((g) => fixed(g / 2, 2)).join(', ')} g.`}</span>
      </p>
      <BoxEditor entry={entry} />
      <div className="flex flex-wrap items-end gap-4">
        <QuantityField label="Diameter of the crankpins" unit="mm" className="w-48" value={pin} onChange={(event) => setPin(event.target.value)} />
        <QuantityField label="Each bob within" unit="g" className="w-36" value={limit} onChange={(event) => setLimit(event.target.value)} />
        <Button
          look={build ? 'plain' : 'primary'}
          disabled={builder.isPending || !Number.isFinite(pinMm) || !Number.isFinite(limitG) || entry.version === 0}
          onClick={() => builder.mutate({ box: entry.box, wish: { figuresG, pinDiameterMm: pinMm, limitG } })}
        >
          {builder.isPending ? 'Working it out …' : 'Work out the bobs'}
        </Button>
      </div>
      {entry.version === 0 && <Note>Nothing is written down of the box yet. Open it above, and put in the clamps and the pieces.</Note>}
      {builder.error && <ProblemNotice>{builder.error.message}</ProblemNotice>}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {found && <p className="text-lg">{buildWords(found, limitG)}</p>}
      {found?.kind === 'built' && !isTaken && (
        <div className="grid gap-3 border-2 border-blue p-3">
          <Bobs bobs={found.bobs} box={entry.box} />
          <Button
            className="w-fit"
            disabled={blocked}
            onClick={() =>
              decide({ subject: 'bob.build', value: { pinDiameterMm: pinMm, limitG, figuresG, bobs: found.bobs } }, () => builder.reset())
            }
          >
            Take this build
          </Button>
        </div>
      )}
      {found?.kind === 'cannot' && <Bobs bobs={found.bobs} box={entry.box} />}
      {build && build.bobs.length > 0 && (
        <>
          {stale && <ProblemNotice>The figures have moved since this build was taken. Work out the bobs again.</ProblemNotice>}
          <h2 className="text-xl">The build that was taken</h2>
          <Bobs bobs={build.bobs} box={entry.box} />
        </>
      )}
    </section>
  );
}

function Bobs({ bobs, box }: { readonly bobs: readonly BuiltBob[]; readonly box: BobBox }): ReactNode {
  const { say } = useDisplay();
  const alike = groupsOf(bobs);
  return (
    <>
      <div className="flex flex-wrap gap-5">
        {alike.map(({ bob, pins }) => (
          <figure key={pins.join(' ')} className="m-0 grid justify-items-center">
            <BobStack bob={bob} box={box} />
            <figcaption className="max-w-72 text-center">
              <span className="font-semibold">{`Bob ${pins.join(', ')}`}</span>
              <span className="block figure-type">{`${fixed(bob.totalG, 1)} g, half ${fixed(bob.halfG, 2)}`}</span>
              <span className="block text-ink-soft">{`${bob.offG >= 0 ? '+' : ''}${fixed(bob.offG, 2)} g off; ${say(bob.stackMm, 'mm', 1)} on the stud`}</span>
            </figcaption>
          </figure>
        ))}
      </div>
      <DataTable
        caption="Take from the box"
        className="w-full max-w-xl"
        rows={pickedInOrder(bobs, box).map(({ pieceId, count }) => ({ pieceId, count, piece: box.pieces.find(({ id }) => id === pieceId) }))}
        keyOf={({ pieceId }) => pieceId}
        columns={[
          { title: 'Piece', is: 'words', className: 'font-normal', cell: ({ piece }) => piece?.name ?? 'no longer in the box' },
          { title: 'g', cell: ({ piece }) => (piece ? fixed(piece.massG, 2) : '') },
          { title: 'Take', className: 'font-semibold', cell: ({ count }) => count },
          { title: 'In the box', className: 'text-ink-soft', cell: ({ piece }) => piece?.count ?? 0 },
        ]}
      />
    </>
  );
}

/** The picking list, heaviest pieces first. */
function pickedInOrder(bobs: readonly BuiltBob[], { pieces }: BobBox): ReturnType<typeof pickingList> {
  const massG = (id: string): number => pieces.find((piece) => piece.id === id)?.massG ?? 0;
  return pickingList(bobs).sort((a, b) => massG(b.pieceId) - massG(a.pieceId));
}

/** Bobs that are put together alike are drawn once. */
function groupsOf(bobs: readonly BuiltBob[]): { readonly bob: BuiltBob; readonly pins: number[] }[] {
  const groups: { readonly bob: BuiltBob; readonly pins: number[] }[] = [];
  for (const bob of bobs) {
    const like = groups.find((group) => group.bob.clampId === bob.clampId && JSON.stringify(group.bob.stack) === JSON.stringify(bob.stack));
    if (like) like.pins.push(bob.index + 1);
    else groups.push({ bob, pins: [bob.index + 1] });
  }
  return groups;
}
