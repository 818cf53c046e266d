import { useEffect, useEffectEvent, useState } from 'react';
import { useForm, type UseFormReturn } from 'react-hook-form';
import type { FieldProblem } from '@tare/contract';
import type { Crank, JobSpec, LayoutFile } from '@tare/core';
import { ProblemError } from '../../api/problem.js';
import { readDraft } from '../../ui/form/readDraft.js';
import { foundFromDraft, withBoltOns } from './metal/metalForm.js';
import { crankForm, formField, laidOut, readForm, usualOffsetMm, withLayoutFile, type SpecForm } from './specForm.js';

/** Fields from which the pins and counterweights of a new engine follow. */
const LAYS_OUT = new Set<string>(['layoutId', 'strokeMm', 'throwSpacingMm', 'splitOffsetMm']);

export interface SpecFormState {
  readonly form: UseFormReturn<SpecForm>;
  /** The pins or counterweights were changed by hand: they no longer follow the figures above them. */
  readonly byHand: boolean;
  readonly layOutAfresh: () => void;
  /** Takes a crank's metal from a file, or from the layout, in place of what stands here. */
  readonly takeCrank: (crank: Crank) => void;
  /** Takes a layout from a file in place of the one that stands here. */
  readonly bringIn: (file: LayoutFile) => void;
  readonly submit: () => Promise<void>;
  /** Complaints that belong to no field of the form. */
  readonly otherProblems: readonly string[];
}

/**
 * State of the engine form.
 * @param draftKey where the half-typed form is kept on this machine
 * @param onSpec called with a spec that passed every check; what the server refuses is shown at its field
 */
export function useSpecForm(
  draftKey: string,
  initial: () => SpecForm,
  followFigures: boolean,
  onSpec: (spec: JobSpec) => Promise<void>,
): SpecFormState {
  const place = `tare.draft.${draftKey}`;
  const [start] = useState(() => {
    const fresh = initial();
    const draft = readDraft(localStorage.getItem(place), { ...fresh, found: [] }, fresh);
    return { ...draft, found: draft.found.map(foundFromDraft) };
  });
  const [byHand, setByHand] = useState(!followFigures);
  const [otherProblems, setOtherProblems] = useState<readonly string[]>([]);
  const form = useForm<SpecForm>({ defaultValues: start });

  const keep = (): void => {
    localStorage.setItem(place, JSON.stringify(form.getValues()));
  };
  const layOutAfresh = (): void => {
    const values = laidOut(form.getValues());
    form.reset(values, { keepErrors: false, keepDirty: true });
    setByHand(false);
    keep();
  };

  const bringIn = (file: LayoutFile): void => {
    form.reset(withLayoutFile(form.getValues(), file), { keepDirty: true });
    setByHand(false);
    setOtherProblems([]);
    keep();
  };

  const takeCrank = (crank: Crank): void => {
    form.reset({ ...form.getValues(), ...crankForm(crank) }, { keepDirty: true });
    setByHand(true);
    setOtherProblems([]);
    keep();
  };

  const onChange = useEffectEvent((name: string | undefined) => {
    keep();
    if (name === undefined) return;
    if (name === 'balance') {
      const { counterweights, balance } = form.getValues();
      const rims = withBoltOns(counterweights, balance);
      if (rims !== counterweights) form.setValue('counterweights', rims, { shouldDirty: true });
      return;
    }
    if (/^(pins|cylinders|counterweights|found|mains|webs|oilWays|snout|flange|zAMm|zBMm|radius|mass|density)/.test(name)) setByHand(true);
    else if (LAYS_OUT.has(name) && !byHand) {
      if (name === 'layoutId') form.setValue('splitOffsetMm', usualOffsetMm(form.getValues()));
      layOutAfresh();
    }
  });
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ name }) => {
          onChange(name);
        },
      }),
    [form],
  );

  const showProblems = (problems: readonly FieldProblem[]): void => {
    // A complaint about a whole list, or about something the form has no field for, stands below the form.
    const known = (field: string): boolean =>
      field.split('.')[0]! in form.getValues() &&
      !/^(pins|pinSizes|cylinders|counterweights|found|mains|webs|oilWays|elsewhere)(\.\w+)?$/.test(field);
    for (const { field, message } of problems) if (known(field)) form.setError(field as keyof SpecForm, { message });
    setOtherProblems(problems.filter(({ field }) => !known(field)).map(({ message }) => message));
    const first = problems.find(({ field }) => known(field));
    if (first) form.setFocus(first.field as keyof SpecForm);
  };

  const submit = async (): Promise<void> => {
    form.clearErrors();
    setOtherProblems([]);
    const read = readForm(form.getValues());
    if (!read.ok) {
      showProblems(read.problems);
      return;
    }
    try {
      await onSpec(read.spec);
      localStorage.removeItem(place);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      showProblems(error.fields.map((p) => ({ ...p, field: formField(p.field) })));
    }
  };

  return { form, byHand, layOutAfresh, takeCrank, bringIn, submit, otherProblems };
}
