import { joiResolver } from '@hookform/resolvers/joi';
import { CHECK_OPTIONS } from '@tare/contract';
import type Joi from 'joi';
import { useEffect, useRef, useState, type SyntheticEvent } from 'react';
import {
  get,
  set,
  useForm,
  type DefaultValues,
  type FieldErrors,
  type FieldPath,
  type FieldValues,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import { ProblemError } from '../../api/problem.js';
import { readDraft } from './readDraft.js';
import { saidOf } from './saidOf.js';
import { keyOf, readForm, type Units } from './typedForm.js';

/** What is wrong, by the form's field; under `''` what is wrong with the whole of it. */
export type Complaints = Readonly<Record<string, string>>;

export interface FormOptions<F extends FieldValues> {
  /** Where the half-typed form is kept on this machine. */
  readonly place: string;
  /** What stands in it where nobody has typed. */
  readonly initial: F;
  /** A form with a row in each of its lists, by which a kept draft is known; left out where it has none. */
  readonly sample?: F;
  /** Units of figures whose names do not say them. */
  readonly units?: Units;
  /** What is sent, where it is not shaped as it is typed. */
  readonly contentOf?: (typed: F) => unknown;
  /** What of the form is figures, where it is not shaped as what is sent. */
  readonly figuresOf?: (typed: F) => Readonly<Record<string, string>>;
  /** The form's field of a place in what is sent, where it has another name. */
  readonly fieldOf?: (path: string) => string;
  /** What is wrong by more than its schema knows; asked first. */
  readonly wrong?: (typed: F) => Complaints;
  /** What is to be looked at once more before it is sent; null where nothing is. Asked each time it is sent. */
  readonly doubt?: (typed: F) => Complaints | null;
}

interface TypedFormOptions<F extends FieldValues, A> extends FormOptions<F> {
  readonly schema: Joi.Schema;
  /** What is sent beside what is typed. */
  readonly beside: Readonly<Record<string, unknown>>;
  /** It is on its way, or nobody is there in whose name it could go. */
  readonly isBlocked: boolean;
  /** What is typed holds for the next time as well. */
  readonly holdsOn?: boolean;
  /** Sends what passed its schema; throws what the server refuses. */
  readonly send: (content: Readonly<Record<string, unknown>>) => Promise<A>;
  /** It was taken, and nothing half typed is left on this machine. */
  readonly onSent?: (answer: A) => void;
}

/** A form that sends one thing. */
export interface TypedForm<F extends FieldValues> {
  readonly form: UseFormReturn<F>;
  readonly submit: (event?: SyntheticEvent) => void;
  /** Nothing can be sent now: nobody is at the bench, or it is under way. */
  readonly isBlocked: boolean;
  /** It says something else than what is kept. */
  readonly isChanged: boolean;
  /** What is wrong and belongs to no field of it. */
  readonly complaint: string | null;
  /** Leaves everything as it was; where what was sent is being answered, what was typed since stays. */
  readonly startOver: () => void;
}

const ANY_ID = '00000000-0000-4000-8000-000000000000';
const NO_COMPLAINT: Complaints = {};

/**
 * A form whose text is kept on this machine until it was taken, read and checked by the very schema that the server checks it with, each
 * complaint at its field; what the server refuses is shown there too.
 */
export function useTypedForm<F extends FieldValues, A>(options: TypedFormOptions<F, A>): TypedForm<F> {
  const { place, initial, sample, units = {}, contentOf = (typed: F): unknown => typed, figuresOf, fieldOf, wrong, doubt } = options;
  const { schema, beside, isBlocked, holdsOn = false, send, onSent } = options;
  const key = `tare.draft.${place}`;
  const [start] = useState<F>(() => readDraft(localStorage.getItem(key), sample ?? initial, initial));
  const [hasDraft, setHasDraft] = useState(() => localStorage.getItem(key) !== null);
  const [complaint, setComplaint] = useState<string | null>(null);
  /** What stood in it when it was last sent, while that is under way. */
  const sent = useRef<string | null>(null);
  const isSentAgain = useRef(false);
  const resolver: Resolver<F> = (typed, context, how) => {
    const complaints = Object.entries(wrong?.(typed) ?? NO_COMPLAINT);
    if (complaints.length > 0) return { values: {}, errors: errorsOf<F>(complaints) };
    const { content, figures } = readForm(schema, contentOf(typed), units);
    const said = keyOf(schema, 'said') === undefined && !figuresOf ? {} : saidOf(figuresOf?.(typed) ?? figures);
    const body = { ...(content as object), ...beside, ...said, id: ANY_ID };
    const checked = (joiResolver(schema as Joi.ObjectSchema, CHECK_OPTIONS) as unknown as Resolver<F>)(body as unknown as F, context, how);
    return fieldOf ? Promise.resolve(checked).then((result) => ({ ...result, errors: renamed(result.errors, fieldOf) }) as typeof result) : checked;
  };
  const form = useForm<F>({ defaultValues: start as DefaultValues<F>, resolver });
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => {
          localStorage.setItem(key, JSON.stringify(values));
          setHasDraft(true);
        },
      }),
    [form, key],
  );
  const hasField = (path: string): boolean => {
    const value: unknown = get(form.getValues(), path);
    return typeof value === 'string' || typeof value === 'boolean';
  };
  const isTypedSince = (): boolean => sent.current !== null && sent.current !== JSON.stringify(form.getValues());
  const letGo = (): void => {
    localStorage.removeItem(key);
    setHasDraft(false);
    setComplaint(null);
  };
  const complain = (complaints: readonly (readonly [field: string, message: string])[], otherwise: string | null): void => {
    const placed = complaints.filter(([field]) => hasField(field));
    for (const [field, message] of placed) form.setError(field as FieldPath<F>, { message }, { shouldFocus: field === placed[0]?.[0] });
    setComplaint(placed.length > 0 && placed.length === complaints.length ? null : otherwise);
  };
  const submit = (): Promise<void> =>
    form.handleSubmit(
      async (checked) => {
        setComplaint(null);
        const doubts = doubt?.(form.getValues()) ?? null;
        if (doubts !== null) {
          complain(Object.entries(doubts), doubts[''] ?? null);
          return;
        }
        const { id: _id, personId: _personId, ...content } = checked as Record<string, unknown>;
        sent.current = JSON.stringify(form.getValues());
        try {
          const answer = await send(content);
          if (!holdsOn && !isTypedSince()) letGo();
          onSent?.(answer);
        } catch (error) {
          if (!(error instanceof ProblemError)) throw error;
          complain(
            error.fields.map(({ field, message }) => [fieldOf?.(field) ?? field, message]),
            error.message,
          );
        } finally {
          sent.current = null;
        }
      },
      (errors) => setComplaint(homeless(errors, hasField)),
    )();
  // What was typed and sent while the answer to what stood there before was awaited goes as soon as that is here.
  useEffect(() => {
    if (isBlocked || !isSentAgain.current) return;
    isSentAgain.current = false;
    void submit();
  });
  return {
    form,
    submit: (event) => {
      event?.preventDefault();
      // What stands in the form is typed by whoever reads it: nothing is sent in nobody's name.
      if (!isBlocked) void submit();
      else if (isTypedSince()) isSentAgain.current = true;
    },
    isBlocked,
    isChanged: hasDraft,
    complaint,
    startOver: () => {
      if (isTypedSince()) return;
      form.reset(initial);
      letGo();
    },
  };
}

function errorsOf<F extends FieldValues>(complaints: readonly (readonly [field: string, message: string])[]): FieldErrors<F> {
  const errors = {};
  for (const [field, message] of complaints) set(errors, field === '' ? 'root' : field, { type: 'wrong', message });
  return errors;
}

/** Calls back for every complaint, one of a list's rows before that of the whole list. */
function eachComplaint(errors: object, hear: (path: string, message: string, error: object) => void, path = ''): void {
  for (const [key, one] of Object.entries(errors) as [string, unknown][]) {
    if (typeof one !== 'object' || one === null || key === 'ref') continue;
    const at = path === '' ? key : `${path}.${key}`;
    eachComplaint(one, hear, at);
    const { message } = one as { readonly message?: unknown };
    if (typeof message === 'string') hear(at, message, one);
  }
}

/** Complaints under the names of the form's own fields. */
function renamed(errors: object, fieldOf: (path: string) => string): object {
  const named = {};
  // Of a list and of one of its rows, the row says more.
  eachComplaint(errors, (path, _, error) => {
    if (get(named, fieldOf(path)) === undefined) set(named, fieldOf(path), error);
  });
  return named;
}

/** The first complaint that is about a whole list, or about what the form has no field for; null where each has its field. */
function homeless(errors: object, hasField: (path: string) => boolean): string | null {
  const found: string[] = [];
  eachComplaint(errors, (path, message) => {
    if (!hasField(path)) found.push(message);
  });
  return found[0] ?? null;
}
