import { newDecisionSchema, type DecisionBody, type DecisionEntry } from '@tare/contract';
import type { FieldValues } from 'react-hook-form';
import { useDecide } from '../useDecide.js';
import { useTypedForm, type FormOptions, type TypedForm } from './useTypedForm.js';

type Shared = 'place' | 'initial' | 'sample' | 'wrong' | 'fieldOf' | 'figuresOf';

interface DecideFormOptions<F extends FieldValues> extends Pick<FormOptions<F>, Shared> {
  readonly subject: DecisionBody['subject'];
  /** The choice that a form without complaint says. */
  readonly valueOf: (typed: F) => unknown;
  readonly onKept?: (entry: DecisionEntry) => void;
}

/** A form that records a choice on the open job; its fields are called as the choice's own. */
export function useDecideForm<F extends FieldValues>(options: DecideFormOptions<F>): TypedForm<F> {
  const { subject, valueOf, onKept, ...formOptions } = options;
  const { decided, blocked } = useDecide();
  return useTypedForm<F, DecisionEntry>({
    fieldOf: (path) => path.replace(/^value\./, ''),
    ...formOptions,
    schema: newDecisionSchema,
    contentOf: (typed) => ({ subject, value: valueOf(typed) }),
    // What is decided against which version is put in as it is sent.
    beside: { baseVersion: 0 },
    isBlocked: blocked,
    send: ({ baseVersion: _, ...body }) => decided(body as unknown as DecisionBody),
    ...(onKept ? { onSent: onKept } : {}),
  });
}
