import { ROUTE_BODIES, type Api, type RouteIds } from '@tare/contract';
import type Joi from 'joi';
import type { FieldValues } from 'react-hook-form';
import { useWrite, type Content, type WriteRoute } from '../../api/useWrite.js';
import { useWho } from '../WhoFirst.js';
import { keyOf } from './typedForm.js';
import { useTypedForm, type FormOptions, type TypedForm } from './useTypedForm.js';

interface WriteFormOptions<R extends WriteRoute, F extends FieldValues> extends FormOptions<F> {
  readonly route: R;
  readonly ids?: RouteIds<R>;
  /** What is sent beside what is typed: a version, what the entry stands in for. */
  readonly beside?: Readonly<Record<string, unknown>>;
  /** The id of what is written, where somebody has to know it; else each content has its own. */
  readonly id?: string;
  readonly onDone?: (answer: Api[R]['answer']) => void;
}

/** A form that writes one thing. */
export interface WriteForm<R extends WriteRoute, F extends FieldValues> extends TypedForm<F> {
  readonly write: ReturnType<typeof useWrite<R>>;
}

/** The one way in which a form writes: a typed form, sent under an id of its own; what got no answer is sent again under the same. */
export function useWriteForm<R extends WriteRoute, F extends FieldValues>(options: WriteFormOptions<R, F>): WriteForm<R, F> {
  const { route, ids, beside = {}, id, onDone, ...formOptions } = options;
  const personId = useWho();
  const write = useWrite(route, ...([ids] as unknown as keyof RouteIds<R> extends never ? [] : [RouteIds<R>]));
  const schema = ROUTE_BODIES[route] as Joi.ObjectSchema;
  // Who joins the shop is put in by nobody.
  const isNobodys = personId === null && keyOf(schema, 'personId') !== undefined;
  const typed = useTypedForm<F, Api[R]['answer']>({
    ...formOptions,
    schema,
    beside,
    isBlocked: isNobodys || write.isPending,
    send: (content) => write.mutateAsync({ ...content, personId, ...(id === undefined ? {} : { id }) } as unknown as Content<R>),
    ...(onDone ? { onSent: onDone } : {}),
  });
  return { ...typed, write };
}
