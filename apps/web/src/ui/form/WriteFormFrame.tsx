import type { ReactNode } from 'react';
import type { FieldValues } from 'react-hook-form';
import { Button } from '../Button.js';
import { ProblemNotice } from '../Notice.js';
import { WhoFirst } from '../WhoFirst.js';
import type { TypedForm } from './useTypedForm.js';

interface WriteFormFrameProps<F extends FieldValues> {
  readonly write: TypedForm<F>;
  /** What the button says. */
  readonly keep: string;
  readonly label?: string;
  readonly className?: string;
  /** It changes what is kept: nothing to keep while nothing was typed, and a way back to what was there. */
  readonly leave?: string;
  /** A dialog asks who is at the bench; a page says it at its head. */
  readonly asksWho?: boolean;
  /** Beside the button. */
  readonly more?: ReactNode;
  readonly isReady?: boolean;
  readonly look?: 'primary' | 'plain';
  readonly children: ReactNode;
}

/** A form round its fields: what is wrong with the whole, the button that keeps it, who keeps it. */
export function WriteFormFrame<F extends FieldValues>(props: WriteFormFrameProps<F>): ReactNode {
  const { write, keep, label, className = 'grid gap-3', leave, asksWho = true, more, isReady = true, look = 'primary', children } = props;
  return (
    <form noValidate aria-label={label} className={className} onSubmit={write.submit}>
      {children}
      {write.complaint !== null && <ProblemNotice>{write.complaint}</ProblemNotice>}
      <div className="flex flex-wrap gap-3">
        {more}
        <Button
          type="submit"
          {...(look === 'primary' ? { look } : {})}
          disabled={write.isBlocked || !isReady || (leave !== undefined && !write.isChanged)}
        >
          {keep}
        </Button>
        {leave !== undefined && write.isChanged && (
          <Button look="quiet" onClick={write.startOver}>
            {leave}
          </Button>
        )}
      </div>
      {asksWho && <WhoFirst />}
    </form>
  );
}
