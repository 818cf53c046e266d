import type { StandinMoved } from '@tare/contract';
import { useMutation } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { ProblemError } from '../api/problem.js';
import type { LiveLine } from './useLiveLines.js';

interface StandinHand<Command> {
  readonly move: (command: Command) => void;
  readonly error: ProblemError | null;
}

/**
 * The hand with a stand-in instrument: what stood there before a move is never taken for what it is moved to.
 * @param send tells the stand-in; it has to stay the same function
 */
export function useStandinHand<Command>(
  { lookAway, lookAgain }: Pick<LiveLine<unknown>, 'lookAway' | 'lookAgain'>,
  send: (command: Command) => Promise<StandinMoved>,
): StandinHand<Command> {
  const { mutate, error } = useMutation<StandinMoved, ProblemError, Command>({
    mutationFn: send,
    onSettled: (moved) => lookAgain(moved?.moves),
  });
  const move = useCallback(
    (command: Command) => {
      // Within the key's own event: Enter may be the next.
      lookAway();
      mutate(command);
    },
    [lookAway, mutate],
  );
  return { move, error };
}
