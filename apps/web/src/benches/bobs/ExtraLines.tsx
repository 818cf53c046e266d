import { fixed } from '@tare/card';
import { readQuantity, type ExtraLine } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { TakeOff } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';

/** Lines of this job's card beside the usual ones, each for one rod. */
export function ExtraLines(): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const { extras } = sheet.bobChoices;
  return (
    <Disclosure
      title={
        <>
          Lines beside the usual: <span className="text-ink-soft">{extras.length === 0 ? 'none' : extras.map(({ name }) => name).join(', ')}</span>
        </>
      }
    >
      <div className="grid gap-3">
        <ExtraLineList extras={extras} onChange={(value) => decide({ subject: 'bob.extras', value })} blocked={blocked} />
        {error && <ProblemNotice>{error.message}</ProblemNotice>}
      </div>
    </Disclosure>
  );
}

interface ExtraLineListProps {
  readonly extras: readonly ExtraLine[];
  readonly onChange: (extras: readonly ExtraLine[]) => void;
  readonly blocked: boolean;
}

/** The lines with their grams, one to be added, each to be taken off. */
export function ExtraLineList({ extras, onChange, blocked }: ExtraLineListProps): ReactNode {
  const [name, setName] = useState('');
  const [group, setGroup] = useState<ExtraLine['group']>('reciprocating');
  const [grams, setGrams] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const add = (): void => {
    const parsed = readQuantity(grams, 'g');
    if (name.trim() === '') return setProblem('What is it? Support rails, a second top ring piece, washers under the cap bolts.');
    if (parsed.kind !== 'quantity' || parsed.value < 0) return setProblem(`“${grams.trim()}” is not a number of grams.`);
    setProblem(null);
    onChange([...extras, { name: name.trim(), group, eachG: parsed.value }]);
    setName('');
    setGrams('');
  };
  return (
    <>
      <ul className="grid gap-1">
        {extras.map((line, i) => (
          <li key={`${line.name}${i}`} className="flex items-center gap-3">
            <span className="min-w-48">{line.name}</span>
            <span className="figure-type">{fixed(line.eachG, 2)} g</span>
            <span className="text-ink-soft">{line.group === 'rotating' ? 'turns with the pin' : 'goes up and down'}, a rod</span>
            <TakeOff label={`Take ${line.name} off the card`} disabled={blocked} onClick={() => onChange(extras.filter((_, k) => k !== i))} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Another line" className="w-56" value={name} placeholder="support rails" onChange={(event) => setName(event.target.value)} />
        <Choice
          label="It"
          className="w-52"
          value={group}
          onChange={(event) => setGroup(event.target.value as ExtraLine['group'])}
          options={[
            { value: 'reciprocating', label: 'goes up and down' },
            { value: 'rotating', label: 'turns with the pin' },
          ]}
        />
        <QuantityField label="For one rod" unit="g" className="w-36" value={grams} onChange={(event) => setGrams(event.target.value)} />
        <Button disabled={blocked} onClick={add}>
          Add the line
        </Button>
      </div>
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </>
  );
}
