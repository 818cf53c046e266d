import { joiResolver } from '@hookform/resolvers/joi';
import { CHECK_OPTIONS, ROUTE_BODIES, type Api, type RouteIds } from '@tare/contract';
import type Joi from 'joi';
import { useEffect, useState, type SyntheticEvent } from 'react';
import { get, set, useForm, type DefaultValues, type FieldPath, type FieldValues, type Resolver, type UseFormReturn } from 'react-hook-form';
import { ProblemError } from '../../api/problem.js';
import { useWrite, type Content, type WriteRoute } from '../../api/useWrite.js';
import { useWho } from '../WhoFirst.js';
import { readDraft } from './readDraft.js';
import { saidOf } from './saidOf.js';
import { keyOf, readForm, type Units } from './typedForm.js';

interface WriteFormOptions<R extends WriteRoute, F extends FieldValues> {
  readonly route: R;
  readonly ids?: RouteIds<R>;
  /** Where the half-typed form is kept on this machine. */
  readonly place: string;
  /** What stands in it where nobody has typed. */
  readonly initial: F;
  /** A form with a row in each of its lists, by which a kept draft is known; left out where it has none. */
  readonly sample?: F;
  /** Units of figures whose names do not say them. */
  readonly units?: Units;
  /** What is sent beside what is typed: a version, what the entry stands in for. */
  readonly beside?: Readonly<Record<string, unknown>>;
  /** What is sent, where it is not shaped as it is typed. */
  readonly contentOf?: (typed: F) => unknown;
  /** The id of what is written, where somebody has to know it; else each content has its own. */
  readonly id?: string;
  /** The form's field of a place in what is sent, where it has another name. */
  readonly fieldOf?: (path: string) => string;
  readonly onDone?: (answer: Api[R]['answer']) => void;
}

/** A form that writes one thing. */
export interface WriteForm<F extends FieldValues> {
  readonly form: UseFormReturn<F>;
  readonly submit: (event?: SyntheticEvent) => void;
  /** Nothing can be sent now: nobody is at the bench, or it is under way. */
  readonly isBlocked: boolean;
  /** It says something else than what is kept. */
  readonly isChanged: boolean;
  /** What is wrong and belongs to no field of it. */
  readonly complaint: string | null;
  /** Leaves everything as it was. */
  readonly startOver: () => void;
}

const ANY_ID = '00000000-0000-4000-8000-000000000000';

/**
 * The one way in which a form writes: what is typed is kept on this machine until it was taken; it is checked by the very schema that
 * the server checks it with, each complaint at its field; what the server refuses is shown there too; what got no answer is sent again
 * under the same id.
 */
export function useWriteForm<R extends WriteRoute, F extends FieldValues>(options: WriteFormOptions<R, F>): WriteForm<F> {
  const { route, ids, place, initial, sample, units = {}, beside = {}, contentOf = (typed: F): unknown => typed, id, fieldOf, onDone } = options;
  const personId = useWho();
  const write = useWrite(route, ...([ids] as unknown as keyof RouteIds<R> extends never ? [] : [RouteIds<R>]));
  const key = `tare.draft.${place}`;
  const [start] = useState<F>(() => readDraft(localStorage.getItem(key), sample ?? initial, initial));
  const [hasDraft, setHasDraft] = useState(() => localStorage.getItem(key) !== null);
  const [complaint, setComplaint] = useState<string | null>(null);
  const schema = ROUTE_BODIES[route] as Joi.ObjectSchema;
  const resolver: Resolver<F> = (typed, context, how) => {
    const { content, figures } = readForm(schema, contentOf(typed), units);
    const body = { ...(content as object), ...beside, ...(takesSaid(schema) ? saidOf(figures) : {}), id: ANY_ID };
    const checked = (joiResolver(schema, CHECK_OPTIONS) as unknown as Resolver<F>)(body as unknown as F, context, how);
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
  const letGo = (): void => {
    localStorage.removeItem(key);
    setHasDraft(false);
    setComplaint(null);
  };
  const send = form.handleSubmit(
    async (checked) => {
      setComplaint(null);
      const { id: _id, personId: _personId, ...content } = checked as Record<string, unknown>;
      try {
        const answer = await write.mutateAsync({ ...content, personId, ...(id === undefined ? {} : { id }) } as unknown as Content<R>);
        letGo();
        onDone?.(answer);
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        const fields = error.fields.map((one) => ({ ...one, field: fieldOf?.(one.field) ?? one.field }));
        const placed = fields.filter(({ field }) => hasField(field));
        for (const { field, message } of placed) form.setError(field as FieldPath<F>, { message }, { shouldFocus: field === placed[0]?.field });
        setComplaint(placed.length > 0 && placed.length === error.fields.length ? null : error.message);
      }
    },
    (errors) => setComplaint(homeless(errors, hasField)),
  );
  return {
    form,
    submit: (event) => {
      event?.preventDefault();
      // What stands in the form is typed by whoever reads it: nothing is sent in nobody's name.
      if (personId !== null || !takesPerson(schema)) void send();
    },
    isBlocked: (personId === null && takesPerson(schema)) || write.isPending,
    isChanged: hasDraft,
    complaint,
    startOver: () => {
      form.reset(initial);
      letGo();
    },
  };
}

const takesSaid = (schema: Joi.Schema): boolean => keyOf(schema, 'said') !== undefined;
/** Who joins the shop is put in by nobody. */
const takesPerson = (schema: Joi.Schema): boolean => keyOf(schema, 'personId') !== undefined;

/** Complaints under the names of the form's own fields. */
function renamed(errors: object, fieldOf: (path: string) => string): object {
  const named = {};
  const walk = (one: object, path: string): void => {
    for (const [key, value] of Object.entries(one) as [string, unknown][]) {
      if (typeof value !== 'object' || value === null || key === 'ref') continue;
      const at = path === '' ? key : `${path}.${key}`;
      // Of a list and of one of its rows, the row says more.
      walk(value, at);
      const isComplaint = typeof (value as { readonly message?: unknown }).message === 'string';
      if (isComplaint && get(named, fieldOf(at)) === undefined) set(named, fieldOf(at), value);
    }
  };
  walk(errors, '');
  return named;
}

/** The first complaint that is about a whole list, or about what the form has no field for; null where each has its field. */
function homeless(errors: object, hasField: (path: string) => boolean, path = ''): string | null {
  for (const [key, one] of Object.entries(errors) as [string, unknown][]) {
    if (typeof one !== 'object' || one === null || key === 'ref') continue;
    const at = path === '' ? key : `${path}.${key}`;
    const { message } = one as { readonly message?: unknown };
    if (typeof message === 'string') {
      if (!hasField(at)) return message;
      continue;
    }
    const inner = homeless(one, hasField, at);
    if (inner !== null) return inner;
  }
  return null;
}
