import { timesIn100, count, degrees, fixed, PART_WORDS, placesKnown } from '@tare/card';
import {
  jobIndex,
  orSentence,
  toPolar,
  turnable,
  typedPositions,
  type IndexAnswer,
  type IndexedPosition,
  type KnownUnbalance,
  type Mounted,
} from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { DataTable } from '../../ui/DataTable.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { Field } from '../../ui/Field.js';
import { useDisplay } from '../../ui/useDisplay.js';
import { useDraft } from '../../ui/useDraft.js';

interface IndexPartProps {
  /** What the next spin has mounted. */
  readonly mounted: Mounted;
  readonly onTurn: (part: string, deg: number) => void;
}

/** A usual bolt circle, until somebody counts. */
const USUAL_POSITIONS = '6';

/** A part that bolts on in several positions: which to read next, and where it sits best. */
export function IndexPart({ mounted, onTurn }: IndexPartProps): ReactNode {
  const { sheet } = useOpenJob();
  const [open, setOpen] = useState(false);
  const parts = turnable(mounted, sheet.spec.crank, sheet.setUp !== undefined);
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
  const [chosen, choose] = useDraft(`index-part.${sheet.id}`, parts[0]);
  const part = parts.includes(chosen) ? chosen : parts[0]!;
  const said = sheet.setUps.positions[part];
  const [positions, setPositions] = useDraft(`index-positions.${sheet.id}.${part}`, said ? said.join(' ') : USUAL_POSITIONS);
  const answer = orSentence(() => jobIndex(facts, mounted, part, typedPositions(positions), figures.tolerance));
  const name = PART_WORDS[part] ?? part;
  const turnTo = (deg: number): void => onTurn(part, deg);
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-start gap-4">
        <Choice
          label="Which part"
          className="w-56"
          value={part}
          onChange={(event) => choose(event.target.value)}
          options={parts.map((one) => ({ value: one, label: PART_WORDS[one] ?? one }))}
        />
        <Field
          label="Its positions: how many, or their angles"
          isFigure
          className="w-80"
          value={positions}
          problem={typeof answer === 'string' ? answer : undefined}
          hint={`It goes on turned by ${degrees(mounted[part]!)} in the next spin`}
          onChange={(event) => setPositions(event.target.value)}
        />
      </div>
      {typeof answer !== 'string' && <Answer answer={answer} name={name} onTurn={turnTo} />}
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
        {`From ${count(read, 'position')}. ${read === 2 ? 'Two leave nothing to check with: spin it where it is to stay. ' : ''}Mark both parts where it stays.`}
      </p>
    </div>
  );
}
