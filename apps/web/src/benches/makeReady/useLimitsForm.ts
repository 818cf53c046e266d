import { checkLimits, type Limits } from '@tare/core';
import type { DecisionBody } from '@tare/contract';
import type Joi from 'joi';
import { useOpenJob } from '../../shell/JobContext.js';
import { complaintOf } from '../../ui/form/complaintOf.js';
import { readForm, typedOf, type Typed } from '../../ui/form/typedForm.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import type { Complaints, TypedForm } from '../../ui/form/useTypedForm.js';

interface LimitsFormOptions<L> {
  readonly subject: DecisionBody['subject'];
  readonly schema: Joi.Schema;
  /** What is kept, or what stands there while nobody typed anything. */
  readonly start: L;
  /** A row of each of its tables. */
  readonly rows?: Partial<Typed<L>>;
  /** Its bands by their fields, each with what it is of: a low limit over its high one is said there. */
  readonly bands: (limits: L) => Readonly<Record<string, readonly [Limits, name: string]>>;
  /** What else contradicts itself. */
  readonly complain?: (limits: L) => Complaints;
}

/** A form of limits that are kept as one choice. */
export function useLimitsForm<L extends object>({ subject, schema, start, rows, bands, complain }: LimitsFormOptions<L>): TypedForm<Typed<L>> {
  const { sheet } = useOpenJob();
  const initial = typedOf(start);
  const read = (typed: Typed<L>): L => readForm(schema, typed).content as L;
  return useDecideForm<Typed<L>>({
    subject,
    place: `${subject}.${sheet.id}.${sheet.decisions[subject]?.version ?? 0}`,
    initial,
    ...(rows && { sample: Object.assign({}, initial, rows) }),
    valueOf: read,
    figuresOf: (typed) => readForm(schema, typed).figures,
    wrong: (typed) => ({
      ...complaintOf(() => {
        for (const [field, [limits, name]] of Object.entries(bands(read(typed)))) checkLimits(limits, name, `${field}.lowMm`);
      }),
      ...complain?.(read(typed)),
    }),
  });
}
