import type { ReactNode } from 'react';
import { Button } from '../Button.js';
import { Field } from '../Field.js';
import { ProblemNotice } from '../Notice.js';
import { useDraft } from '../useDraft.js';
import { useWho, WhoFirst } from '../WhoFirst.js';

interface ReasonFormProps {
  /** What is asked, and what becomes of it. */
  readonly question: string;
  /** What usually went wrong: one touch says it. */
  readonly usual?: readonly string[];
  readonly label?: string;
  /** What the button says. */
  readonly keep: string;
  /** Where a half-typed reason is kept on this machine. */
  readonly place: string;
  readonly isUnderWay?: boolean;
  readonly problem?: string | undefined;
  /** `settled` is called once it was taken: nothing half typed is left then. */
  readonly onReason: (reason: string, personId: string, settled: () => void) => void;
}

/** Asks why, in a dialog: one of the usual reasons, or in words. */
export function ReasonForm(props: ReasonFormProps): ReactNode {
  const { question, usual = [], label = 'Something else', keep, place, isUnderWay = false, problem, onReason } = props;
  const personId = useWho();
  const [reason, setReason] = useDraft(`reason.${place}`);
  const blocked = personId === null || isUnderWay;
  const say = (text: string): void => {
    if (personId !== null && text.trim() !== '') onReason(text.trim(), personId, () => setReason(''));
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        say(reason);
      }}
    >
      <p>{question}</p>
      {usual.length > 0 && (
        <div className="flex flex-wrap gap-2">
          {usual.map((text) => (
            <Button key={text} disabled={blocked} onClick={() => say(text)}>
              {text}
            </Button>
          ))}
        </div>
      )}
      <Field label={label} value={reason} autoFocus onChange={(event) => setReason(event.target.value)} />
      {problem !== undefined && <ProblemNotice>{problem}</ProblemNotice>}
      <Button type="submit" look="primary" disabled={blocked || reason.trim() === ''}>
        {keep}
      </Button>
      <WhoFirst />
    </form>
  );
}
