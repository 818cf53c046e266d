import { timesIn100, count, degrees, fixed, PART_WORDS, placesKnown } from '@tare/card';
import {
  jobIndex,
  jobIndexPair,
  orSentence,
  toPolar,
  turnable,
  typedPositions,
  type IndexAnswer,
  type IndexedPair,
  type IndexedPosition,
  type KnownUnbalance,
  type Mounted,
  type PairAnswer,
} from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { DataTable } from '../../ui/DataTable.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { Field } from '../../ui/Field.js';
import { useDisplay } from '../../ui/display.js';
import { useDraft } from '../../ui/useDraft.js';

interface IndexPartProps {
  /** What the next spin has mounted. */
  readonly mounted: Mounted;
  /** Parts, and how far each goes on turned. */
  readonly onTurn: (turned: Mounted) => void;
}

/** A usual bolt circle, until somebody counts. */
const USUAL_POSITIONS = '6';

/** A part that bolts on in several positions: which to read next, and where it sits best. */
export function IndexPart({ mounted, onTurn }: IndexPartProps): ReactNode {
  const { sheet } = useOpenJob();
  const [open, setOpen] = useState(false);
  // What is dowelled has one position, and is corrected instead.
  const parts = turnable(mounted, sheet.spec.crank, sheet.setUp !== undefined).filter((part) => sheet.setUps.positionsDeg[part]?.length !== 1);
  if (parts.length === 0) return null;
  return (
    <Disclosure open={open} onToggle={(event) => setOpen(event.currentTarget.open)} title="Turn a part until it sits best">
      {/* Every position is predicted from all spins: not while nobody looks. */}
      {open && <Positions parts={parts} mounted={mounted} onTurn={onTurn} />}
    </Disclosure>
  );
}

function Positions({ parts, mounted, onTurn }: IndexPartProps & { readonly parts: readonly string[] }): ReactNode {
  const { sheet, facts, figures } = useOpenJob();
  const [chosen, choose] = useDraft(`index-part.${sheet.id}`, parts.at(-1));
  const [second, chooseSecond] = useDraft(`index-with.${sheet.id}`, '');
  const part = parts.includes(chosen) ? chosen : parts.at(-1)!;
  const other = parts.includes(second) && second !== part ? second : null;
  const [positions, setPositions] = usePositions(part);
  const [otherPositions, setOtherPositions] = usePositions(other ?? part);
  const option = (one: string): { value: string; label: string } => ({ value: one, label: nameOf(one) });
  const field = (one: string, text: string, set: (text: string) => void, problem: string | undefined): ReactNode => (
    <Field
      label={one === part ? 'Its positions: how many, or their angles' : `Positions of the ${nameOf(one)}`}
      isFigure
      className="w-80"
      value={text}
      problem={problem}
      hint={`It goes on turned by ${degrees(mounted[one]!)} in the next spin`}
      onChange={(event) => set(event.target.value)}
    />
  );
  const answer = other === null ? orSentence(() => jobIndex(facts, mounted, part, typedPositions(positions), figures.tolerance)) : null;
  const pair =
    other === null
      ? null
      : orSentence(() =>
          jobIndexPair(
            facts,
            mounted,
            [
              { part, allowedDeg: typedPositions(positions) },
              { part: other, allowedDeg: typedPositions(otherPositions) },
            ],
            figures.tolerance,
          ),
        );
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-start gap-4">
        <Choice label="Which part" className="w-56" value={part} onChange={(event) => choose(event.target.value)} options={parts.map(option)} />
        {field(part, positions, setPositions, typeof answer === 'string' ? answer : typeof pair === 'string' ? pair : undefined)}
        {parts.length > 1 && (
          <Choice
            label="Together with"
            className="w-56"
            value={other ?? ''}
            onChange={(event) => chooseSecond(event.target.value)}
            options={[{ value: '', label: 'by itself' }, ...parts.filter((one) => one !== part).map(option)]}
          />
        )}
        {other !== null && field(other, otherPositions, setOtherPositions, undefined)}
      </div>
      {answer !== null && typeof answer !== 'string' && <Answer answer={answer} name={nameOf(part)} onTurn={(deg) => onTurn({ [part]: deg })} />}
      {other !== null && pair !== null && typeof pair !== 'string' && <Pair answer={pair} parts={[part, other]} onTurn={onTurn} />}
    </div>
  );
}

const nameOf = (part: string): string => PART_WORDS[part] ?? part;

/** A part's positions as they are typed: as its set-ups have them until somebody says otherwise. */
function usePositions(part: string): readonly [string, (text: string) => void] {
  const { sheet } = useOpenJob();
  const said = sheet.setUps.positionsDeg[part];
  const [text, set] = useDraft(`index-positions.${sheet.id}.${part}`, said ? said.join(' ') : USUAL_POSITIONS);
  return [text, set];
}

interface PairProps {
  readonly answer: PairAnswer;
  readonly parts: readonly [string, string];
  readonly onTurn: (turned: Mounted) => void;
}

/** So many of the pairs are shown, the best first. */
const SHOWN_PAIRS = 8;

/** Two parts at once: every pair of positions is predicted, the best ones are shown. */
function Pair({ answer, parts: [one, other], onTurn }: PairProps): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  if (answer.kind === 'turn')
    return (
      <div className="flex flex-wrap items-center gap-4">
        <p>{`First turn the ${nameOf(answer.part)} to ${degrees(answer.toDeg)} and spin: what turns with it is not known by itself yet.`}</p>
        <Button onClick={() => onTurn({ [answer.part]: answer.toDeg })}>It goes on so</Button>
      </div>
    );
  const { best, pairs } = answer;
  const grams = ({ known }: IndexedPair, plane: 'aGmm' | 'bGmm', radiusMm: number): string =>
    fixed(toPolar(known.unbalance[plane]).amount / radiusMm, 2);
  const first = pairs.toSorted((x, y) => x.worstShare - y.worstShare).slice(0, SHOWN_PAIRS);
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-4">
        <p className="text-lg">
          {`Together they sit best with the ${nameOf(one)} at ${degrees(best.degs[0])} and the ${nameOf(other)} at ${degrees(best.degs[1])}: `}
          <strong className="figure-type">{`${grams(best, 'aGmm', radiusAMm)} g in A, ${grams(best, 'bGmm', radiusBMm)} g in B`}</strong>
          {`. It truly is the best of ${pairs.length} ${timesIn100(best.bestChance)}.`}
        </p>
        <Button onClick={() => onTurn({ [one]: best.degs[0], [other]: best.degs[1] })}>They go on so</Button>
      </div>
      <DataTable<IndexedPair>
        caption={`Positions of both, the best ${first.length} of ${pairs.length}`}
        rows={first}
        keyOf={({ degs }) => degs.join(' ')}
        columns={[
          { title: `The ${nameOf(one)}`, cell: ({ degs }) => degrees(degs[0]) },
          { title: `The ${nameOf(other)}`, cell: ({ degs }) => degrees(degs[1]) },
          { title: `A, g at ${say(radiusAMm, 'mm', 0)}`, cell: (pair) => grams(pair, 'aGmm', radiusAMm) },
          { title: `B, g at ${say(radiusBMm, 'mm', 0)}`, cell: (pair) => grams(pair, 'bGmm', radiusBMm) },
          { title: 'Inside', is: 'words', cell: ({ inside }) => (inside === null ? 'not known yet' : timesIn100(inside)) },
          { title: 'The best', is: 'words', cell: ({ bestChance }) => timesIn100(bestChance) },
        ]}
      />
    </div>
  );
}

interface AnswerProps {
  readonly answer: IndexAnswer;
  readonly name: string;
  readonly onTurn: (deg: number) => void;
}

function Answer({ answer, name, onTurn }: AnswerProps): ReactNode {
  const { say } = useDisplay();
  const { sheet } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  if (answer.kind === 'turn')
    return (
      <div className="flex flex-wrap items-center gap-4">
        <p>
          {`Turn the ${name} to ${degrees(answer.toDeg)} from its mark, and spin. What turns with it is known from two readings at least 60° apart.`}
          {answer.turnDeg > 0 &&
            answer.turnDeg < 60 &&
            ` Its positions allow no more than ${degrees(answer.turnDeg)}: put another in, if it has one.`}
        </p>
        <Button onClick={() => onTurn(answer.toDeg)}>It goes on so</Button>
      </div>
    );
  const { best, positions, read } = answer;
  const amount = ({ unbalance, radius95Gmm }: KnownUnbalance, plane: 'aGmm' | 'bGmm', radiusMm: number): string => {
    const radius = radius95Gmm?.[plane] ?? null;
    const places = placesKnown(radius, radiusMm);
    const { amount: gmm, angleDeg } = toPolar(unbalance[plane]);
    return `${fixed(gmm / radiusMm, places)}${radius === null ? '' : ` ± ${fixed(radius / radiusMm, places)}`} @ ${degrees(angleDeg)}`;
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-4">
        <p className="text-lg">
          {`The ${name} sits best at ${degrees(best.deg)}: `}
          <strong className="figure-type">{`${fixed(toPolar(best.known.unbalance.aGmm).amount / radiusAMm, 2)} g in A, ${fixed(toPolar(best.known.unbalance.bGmm).amount / radiusBMm, 2)} g in B`}</strong>
          {`. It truly is the best ${timesIn100(best.bestChance)}.`}
        </p>
        <Button onClick={() => onTurn(best.deg)}>It goes on so</Button>
      </div>
      <DataTable<IndexedPosition>
        caption={`Positions of the ${name}`}
        hideCaption
        rows={positions}
        keyOf={({ deg }) => deg}
        rowClass={(row) => (row === best ? 'font-semibold' : '')}
        columns={[
          { title: 'Turned by', cell: ({ deg }) => degrees(deg) },
          { title: `A, g at ${say(radiusAMm, 'mm', 0)}`, cell: ({ known }) => amount(known, 'aGmm', radiusAMm) },
          { title: `B, g at ${say(radiusBMm, 'mm', 0)}`, cell: ({ known }) => amount(known, 'bGmm', radiusBMm) },
          { title: 'Inside', is: 'words', cell: ({ inside }) => (inside === null ? 'not known yet' : timesIn100(inside)) },
          { title: 'The best', is: 'words', cell: ({ bestChance }) => timesIn100(bestChance) },
          { title: '', is: 'words', className: 'text-ink-soft', cell: ({ wasRead }) => (wasRead ? 'read' : 'predicted') },
        ]}
      />
      <p className="text-ink-soft">
        {`From ${count(read, 'position')}${read === 1 ? ' and what was spun without it' : ''}. ${read <= 2 ? 'That leaves nothing to check with: spin it where it is to stay. ' : ''}Mark both parts where it stays.`}
      </p>
    </div>
  );
}
