import type { BentMain, CrankFigures, MadeReady } from '@tare/core';
import { toPolar } from '@tare/core';
import type { ReactNode } from 'react';
import { BendLine } from '../../draw/BendLine.js';
import { Caution, Note } from '../../ui/Notice.js';
import { useDisplay } from '../../ui/useDisplay.js';
import { AcceptanceMark } from './acceptanceWords.js';
import { LogPush } from './LogWork.js';
import { PlaceEntry } from './PlaceEntry.js';
import { PlaceTable } from './PlaceTable.js';
import { useCrankSheet } from './useCrankSheet.js';

/** The run-out of every main over a turn, the line of the bend, and the next push where one is due. */
export function RunOutSheet({ made, figures: { runOut } }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const entry = useCrankSheet('runOut');
  const { say, figure } = useDisplay();
  const limitMm = made.limits?.runOutMm ?? null;
  const mains = runOut.kind === 'read' ? runOut.mains : runOut.kind === 'waiting' && runOut.read.length > 2 ? runOut.read : [];
  const mainIn = (row: string): BentMain | undefined => mains.find(({ main }) => row === `Main ${main}`);
  return (
    <div className="grid gap-4">
      {made.limits && (
        <p className="text-ink-soft">
          {`The crank lies on mains ${made.limits.blocks[0]} and ${made.limits.blocks[1]}; a journal in its own V shows nothing. `}
          {limitMm === null ? 'Nobody said how far a main may run out.' : `At most ${say(limitMm, 'mm', 3)} (TIR).`}
        </p>
      )}
      <PlaceEntry entry={entry} smallestBandMm={limitMm} />
      <PlaceTable
        entry={entry}
        caption="The indicator over a turn"
        verdictOf={(row) => {
          const main = mainIn(row);
          return (
            main && (
              <>
                <span className="figure-type">{`${figure(main.runOutMm, 'mm', 3)}${main.runOutDeviationMm === null ? '' : ` ± ${figure(2 * main.runOutDeviationMm, 'mm', 3)}`}`}</span>{' '}
                <AcceptanceMark of={main.verdict} />
              </>
            )
          );
        }}
      />
      {runOut.kind === 'refused' && <Note>{runOut.reason}</Note>}
      {mains.length > 0 && (
        <BendLine
          mains={mains.map(({ main, zMm, eccentricityMm, runOutMm }) => ({ main, zMm, runOutMm, towardsDeg: toPolar(eccentricityMm).angleDeg }))}
          limitMm={limitMm}
        />
      )}
      {made.limits?.isCast && mains.some(({ verdict }) => verdict.kind === 'outside') && (
        <Note>A cast crank is not pushed: see whether it cleans up when it is ground, or find another.</Note>
      )}
      {runOut.kind === 'read' && runOut.next && (
        <div className="grid gap-2 border-2 border-edge p-3">
          <p className="text-lg">
            <strong>{`Next: press main ${runOut.next.main} on the side at ${Math.round(runOut.next.highAtDeg)}°`}</strong>
            {`, ${say(runOut.next.pressMm, 'mm', 2)} past where it lies. `}
            {runOut.next.learnedFrom === 0
              ? 'The first push only shows how the crank springs.'
              : `By ${runOut.next.learnedFrom === 1 ? 'the last push' : `${runOut.next.learnedFrom} pushes`} it should then lie off ${say(runOut.next.leavesMm, 'mm', 3)}.`}
          </p>
          <Caution>
            <p>
              Guard the press, stand aside of it, push in small steps: a crank can break without warning. Test it for cracks again afterwards. Follow
              local rules; when in doubt ask a licensed or certified machinist.
            </p>
          </Caution>
          <LogPush next={runOut.next} />
        </div>
      )}
    </div>
  );
}
