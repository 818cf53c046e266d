import type { UseMutationResult } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { askedBack, type ProblemError } from '../api/problem.js';
import { Button } from './Button.js';
import { Note } from './Notice.js';

interface AskAnotherProps<Content> {
  /** A write that the server may have asked back about. */
  readonly write: UseMutationResult<unknown, ProblemError, Content>;
  readonly onMade?: () => void;
  /** What the button says that sends it all the same. */
  readonly children: ReactNode;
}

/** Somebody else just logged the like: is this another one, or the same? Nothing while nobody asks. */
export function AskAnother<Content extends { readonly another?: true }>({ write, onMade, children }: AskAnotherProps<Content>): ReactNode {
  const { error, variables } = write;
  if (!error || askedBack(error) !== 'another') return null;
  return (
    <div className="grid gap-2" role="group" aria-label="Another one, or the same?">
      <Note>{error.message}</Note>
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => write.mutate({ ...variables, another: true }, { onSuccess: () => onMade?.() })}>{children}</Button>
        <Button look="quiet" onClick={() => write.reset()}>
          The same: leave mine out
        </Button>
      </div>
    </div>
  );
}
