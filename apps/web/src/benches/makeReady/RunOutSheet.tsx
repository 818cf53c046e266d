import { toPolar, vBlockFactor, type BentMain, type CrankFigures, type CrankLimits, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { BendLine } from '../../draw/BendLine.js';
import { Choice } from '../../ui/Choice.js';
import { Caution, Note } from '../../ui/Notice.js';
import { useDisplay } from '../../ui/display.js';
import { JudgedSize } from './acceptanceWords.js';
import { LogPush } from './LogWork.js';
import { PlaceEntry } from './PlaceEntry.js';
import { PlaceTable } from './PlaceTable.js';
import { useSheetEntry } from './useSheetEntry.js';

/** The run-out of every main over a turn, the line of the bend, and the next push where one is due. */
export function RunOutSheet({ made, figures }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const { runOut } = figures;
  const entry = useSheetEntry('runOut');
  const { say } = useDisplay();
  const limitMm = made.limits?.runOutMm ?? null;
  const isShort = entry.walk.runOutWay === 'short';
  const mains = runOut.kind === 'read' ? runOut.mains : runOut.kind === 'waiting' && runOut.read.length > 2 ? runOut.read : [];
  const mainIn = (row: string): BentMain | undefined => mains.find(({ main }) => row === `Main ${main}`);
  return (
    <div className="grid gap-4">
      {made.limits && (
        <p className="text-ink-soft">
          {`The crank lies on mains ${made.limits.blocks[0]} and ${made.limits.blocks[1]}; a journal in its own V shows no eccentricity. `}
          {limitMm === null ? 'Nobody said how far a main may run out.' : `At most ${say(limitMm, 'mm', 3)} (TIR).`}
        </p>
      )}
      {made.limits && <BlocksOvals limits={made.limits} figures={figures} />}
      <PlaceEntry
        entry={entry}
        smallestBandMm={limitMm}
        choices={
          <Choice
            label="The needle is read"
            className="w-72"
            value={entry.walk.runOutWay}
            onChange={(event) => entry.walkSo({ runOutWay: event.target.value === 'short' ? 'short' : 'round' })}
            options={[
              { value: 'round', label: 'at every angle of a turn' },
              { value: 'short', label: 'at its highest and lowest' },
            ]}
            {...(isShort && { hint: 'An oval journal looks bent this way: what the turn tells apart is one here.' })}
          />
        }
      />
      <PlaceTable
        entry={entry}
        caption={isShort ? 'The indicator, highest and lowest' : 'The indicator over a turn'}
        verdictOf={(row) => {
          const main = mainIn(row);
          return main && <JudgedSize mm={main.runOutMm} deviationMm={main.runOutDeviationMm} verdict={main.verdict} />;
        }}
      />
      {runOut.kind === 'refused' && <Note>{runOut.reason}</Note>}
      {runOut.kind === 'unseen' && (
        <Note>Every main lies on a block: nothing here shows whether the crank is straight, and the card says nothing of it.</Note>
      )}
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

/** An oval shows an indicator twice its radial amplitude, a micrometer four times. */
const OF_A_MICROMETER = 2;

/** What the blocks' own mains, where they were measured oval, show in a V of this angle. */
function BlocksOvals({ limits: { blocks, vDeg }, figures }: { readonly limits: CrankLimits; readonly figures: CrankFigures }): ReactNode {
  const { say } = useDisplay();
  const ovals = figures.groups.mains.journals.filter(({ number, figures: own }) => own && own.outOfRoundMm > 0 && blocks.includes(number));
  if (vDeg === undefined || ovals.length === 0) return null;
  const factor = Math.abs(vBlockFactor(2, vDeg));
  return (
    <p className="text-ink-soft">
      {ovals
        .map(
          ({ number, figures: own }) =>
            `Main ${number}, ${say(own!.outOfRoundMm, 'mm', 3)} out of round by its diameters, swings an indicator in its own V of ${vDeg}° by ${say((own!.outOfRoundMm / OF_A_MICROMETER) * factor, 'mm', 3)}.`,
        )
        .join(' ')}
      {' That is its roundness, and no bend.'}
    </p>
  );
}
