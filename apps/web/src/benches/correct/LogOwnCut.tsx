import { degrees, fixed, gramsWords, metalAfter, shortSize, takenBy } from '@tare/card';
import { loggedCut, newHoleSchema, type HoleEntry, type JobSheet } from '@tare/contract';
import {
  addPlanes,
  BALANCED,
  effectOfCuts,
  fromHeavyDeg,
  furtherCut,
  isCorrectedIn,
  normaliseAngleDeg,
  orSentence,
  scalePlanes,
  toHeavyDeg,
  toPolar,
  typedQuantity,
  type Cut,
  type MachineConvention,
  type PlaneUnbalance,
  type StandingCut,
  type Unit,
} from '@tare/core';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { useWatch } from 'react-hook-form';
import { Disclosure } from '../../ui/Disclosure.js';
import { askedBack } from '../../api/problem.js';
import { useWrite, type Content } from '../../api/useWrite.js';
import { RimEnd } from '../../draw/RimEnd.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { CheckRow } from '../../ui/CheckRow.js';
import { AskAnother } from '../../ui/AskAnother.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useTypedForm, type Complaints } from '../../ui/form/useTypedForm.js';
import { useWho } from '../../ui/WhoFirst.js';
import { useLastMachine } from './useLastMachine.js';
import { cutsOf, Incomplete, NO_CUT, OWN_KINDS, type OwnCutDraft } from './ownCut.js';
import { useDisplay } from '../../ui/display.js';

interface LogOwnCutProps {
  /** What stands in the form at first: a place that was pointed at, or a planned cut that was made otherwise. */
  readonly start: Partial<OwnCutDraft>;
  /** The planned cut that it carries out. */
  readonly planned?: { readonly planId: string; readonly planIndex: number };
  /** The spin that it was made before, where it is logged only now. */
  readonly beforeSpinId?: string;
  /** The cut that it stands in for. */
  readonly amends?: HoleEntry;
  readonly onDone: () => void;
}

interface TypedCut {
  readonly cut: OwnCutDraft;
  readonly chipsG: string;
  readonly note: string;
  readonly reason: string;
}

/** Any cut, planned or not, as it really is: what it takes and leaves is shown before it is kept. */
export function LogOwnCut({ start, planned, beforeSpinId, amends, onDone }: LogOwnCutProps): ReactNode {
  const { systems } = useDisplay();
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const personId = useWho();
  const log = useWrite('POST jobs/:jobId/holes', { jobId: sheet.id });
  const before = useMemo(() => metalAfter(sheet, cutsBefore(sheet, amends)), [sheet, amends]);
  const understood = useMemo(() => understoodFrom(before.standing), [before]);
  // A set-up says what is corrected in it; what was made is put right wherever it is.
  const rims = sheet.setUp && !amends ? crank.counterweights.filter((one) => isCorrectedIn(one, sheet.setUp!.current)) : crank.counterweights;
  const blank = { ...NO_CUT, counterweightId: rims[0]?.id ?? '' };
  const initial: TypedCut = {
    cut: { ...blank, ...start },
    chipsG: amends?.chipsG == null ? '' : String(amends.chipsG),
    note: amends?.note ?? '',
    reason: '',
  };
  const { planId, planIndex } = planned ?? amends ?? { planId: null, planIndex: null };
  const { form, submit, isBlocked, complaint, startOver } = useTypedForm<TypedCut, null>({
    schema: newHoleSchema,
    place: `own-cut.${sheet.id}.${amends?.id ?? planned?.planIndex ?? ''}`,
    initial,
    sample: { ...initial, cut: { ...initial.cut, replacesIds: [''] } },
    wrong: (typed): Complaints => {
      const cuts = understood(typed.cut);
      return typeof cuts === 'string' ? { '': `Still to say: ${cuts}.` } : {};
    },
    contentOf: ({ cut, chipsG, note, reason }) => ({
      cut: understood(cut)[0],
      chipsG,
      note,
      ...(amends ? { amends: { entryId: amends.id, reason } } : {}),
    }),
    figuresOf: ({ cut, chipsG }) => ({ ...figuresOf(cut), chipsG }),
    fieldOf: (path) => path.replace(/^amends\./, ''),
    beside: { planId, planIndex, ...(beforeSpinId ? { beforeSpinId } : {}) },
    isBlocked: personId === null || log.isPending,
    send: async (content) => {
      const [first, ...others] = understood(form.getValues('cut')) as readonly Cut[];
      await log.mutateAsync({ ...content, personId: personId!, cut: first! } as Content<'POST jobs/:jobId/holes'>);
      // What was weighed of the chips is of all of them together, and stands with the first.
      for (const cut of others) await log.mutateAsync({ ...content, personId: personId!, cut, chipsG: null } as Content<'POST jobs/:jobId/holes'>);
      return null;
    },
    onSent: onDone,
  });
  const { control, setValue } = form;
  useEffect(() => {
    // What was just pointed at stands over what was half typed; what was half typed of a cut that is put right stands.
    if (planId === null && amends === undefined) for (const [key, value] of Object.entries(start)) setValue(`cut.${key as keyof OwnCutDraft}`, value);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as it begins
  }, []);
  const [draft, reason] = useWatch({ control, name: ['cut', 'reason'] });
  const leave = (): void => {
    startOver();
    onDone();
  };
  const said = useMemo(() => understood(draft), [draft, understood]);
  const cuts = typeof said === 'string' ? [] : said;
  const set = (more: Partial<OwnCutDraft>): void => setValue('cut', { ...form.getValues('cut'), ...more });
  const field = (key: keyof OwnCutDraft, label: string, unit: Unit, className = 'w-36'): ReactNode => (
    <QuantityField
      label={label}
      unit={unit}
      isBit={key === 'bitMm' && draft.kind !== 'bar'}
      className={className}
      value={String(draft[key])}
      onChange={(event) => set({ [key]: event.target.value })}
    />
  );
  const round = draft.kind === 'radial' || draft.kind === 'face' || draft.kind === 'bar';
  const onOld = draft.kind === 'redrill' || draft.kind === 'weld';
  const beside = draft.kind === 'face' || draft.kind === 'bar';
  const rim = before.crank.counterweights.find(({ id }) => id === draft.counterweightId);
  return (
    <form aria-label="A cut as it really is" noValidate className="grid gap-3 border-2 border-edge bg-plate-low p-4" onSubmit={submit}>
      <h2 className="text-xl font-semibold">{planned || amends ? 'This cut as it really was made' : 'A cut of your own'}</h2>
      <div className="flex flex-wrap items-start gap-3">
        <Choice
          label="What was done"
          className="w-72"
          value={draft.kind}
          onChange={(event) => set({ kind: event.target.value as OwnCutDraft['kind'] })}
          options={Object.entries(OWN_KINDS).map(([value, label]) => ({ value, label }))}
        />
        {!onOld && (
          <Choice
            label="In"
            className="w-44"
            value={draft.counterweightId}
            onChange={(event) => set({ counterweightId: event.target.value })}
            options={rims.map(({ id, name }) => ({ value: id, label: name }))}
          />
        )}
        {!onOld && <AngleFields value={draft.angleDeg} onChange={(angleDeg) => set({ angleDeg })} />}
        {round && field('bitMm', draft.kind === 'bar' ? 'Diameter of the bar' : 'Bit', 'mm', 'w-28')}
        {(draft.kind === 'radial' || draft.kind === 'face') && field('depthMm', 'Depth measured, to the shoulder', 'mm', 'w-44')}
        {draft.kind === 'bar' && field('lengthMm', 'Length pressed in', 'mm')}
        {beside && (
          <>
            <Choice
              label="From the"
              className="w-36"
              value={draft.face}
              onChange={(event) => set({ face: event.target.value as 'front' | 'rear' })}
              options={[
                { value: 'front', label: 'front face' },
                { value: 'rear', label: 'rear face' },
              ]}
            />
            {field('radiusMm', 'Its axis at radius', 'mm')}
          </>
        )}
        {draft.kind === 'radial' && field('zMm', 'Along the crank; blank: the middle', 'mm', 'w-52')}
        {draft.kind === 'bar' && field('densityGPerCm3', 'Its density', 'g/cm³', 'w-32')}
        {(draft.kind === 'grind' || draft.kind === 'turn') && (
          <>
            {field('depthMm', 'Taken off the radius', 'mm', 'w-40')}
            {field('halfArcDeg', 'To both sides', '°', 'w-32')}
          </>
        )}
        {draft.kind === 'redrill' && field('deeperMm', 'All of them deeper by', 'mm', 'w-44')}
      </div>
      {!onOld && rim && (
        <Disclosure title={`Point at it: ${rim.name} from the front`}>
          <RimEnd
            crank={before.crank}
            counterweight={rim}
            holes={before.standing}
            planned={cuts}
            onPick={({ angleDeg, radiusMm }) =>
              set({ angleDeg: String(Math.round(angleDeg)), ...(beside ? { radiusMm: String(Math.round(radiusMm)) } : {}) })
            }
          />
        </Disclosure>
      )}
      {onOld && (
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="font-semibold">{draft.kind === 'redrill' ? 'Which holes' : 'Which hole'}</legend>
          {before.standing.length === 0 && <Note>There is no hole in this crank yet.</Note>}
          {before.standing
            .filter(({ kind }) => kind !== 'bar')
            .map((hole) => (
              <CheckRow
                key={hole.id}
                checked={draft.replacesIds.includes(hole.id)}
                onChange={(event) =>
                  set({ replacesIds: event.target.checked ? [...draft.replacesIds, hole.id] : draft.replacesIds.filter((id) => id !== hole.id) })
                }
              >{`${crank.counterweights.find(({ id }) => id === hole.counterweightId)?.name ?? ''} at ${degrees(hole.angleDeg)}, ${shortSize(hole, systems)}`}</CheckRow>
            ))}
        </fieldset>
      )}
      <div className="flex flex-wrap items-start gap-3">
        <FormQuantity control={control} name="chipsG" label="Chips, if weighed" unit="g" className="w-36" />
        <FormField control={control} name="note" label="A note" className="w-72" />
        {amends && <FormField control={control} name="reason" label="Why is it put right?" className="w-72" />}
      </div>
      {typeof said === 'string' ? <p className="text-ink-soft">{`Still to say: ${said}.`}</p> : <Preview cuts={cuts} amends={amends} />}
      {complaint !== null && typeof said !== 'string' && askedBack(log.error) !== 'another' && <ProblemNotice>{complaint}</ProblemNotice>}
      <AskAnother write={log} onMade={leave}>
        It is another one: log it
      </AskAnother>
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="primary" disabled={isBlocked || cuts.length === 0 || (amends !== undefined && reason.trim() === '')}>
          {amends ? 'This is how it was made' : cuts.length > 1 ? `Log these ${cuts.length} cuts` : 'Log this cut'}
        </Button>
        <Button onClick={leave}>Leave it</Button>
      </div>
    </form>
  );
}

/** What is in the metal before a cut: all that is logged, or what came before the one that is put right. */
const cutsBefore = ({ holes }: JobSheet, amends: HoleEntry | undefined): readonly HoleEntry[] =>
  amends
    ? holes.slice(
        0,
        holes.findIndex(({ id }) => id === amends.id),
      )
    : holes;

/** What of a draft is typed as a figure. */
const figuresOf = (draft: OwnCutDraft): Record<string, string> =>
  Object.fromEntries(Object.entries(draft).filter((entry): entry is [string, string] => /(?:Mm|Deg|Cm3)$/.test(entry[0])));

/** The cuts that a draft says, or what is still to be said of them. */
const understoodFrom =
  (standing: readonly StandingCut[]) =>
  (draft: OwnCutDraft): readonly Cut[] | string => {
    try {
      return cutsOf(draft, standing);
    } catch (error) {
      if (error instanceof Incomplete) return error.message;
      throw error;
    }
  };

/** Tare's own angle, or what the machine that the crank was last spun on calls it. */
function AngleFields({ value, onChange }: { readonly value: string; readonly onChange: (angleDeg: string) => void }): ReactNode {
  const { sheet } = useOpenJob();
  const machine = useLastMachine();
  const [byMachine, setByMachine] = useState('');
  // Where a hole is is where it is: the machine's heavy or light spot is no matter of it.
  const convention: MachineConvention | null = machine ? { ...machine.spec.convention, shows: 'heavy' } : null;
  const own = typedQuantity(value, '°');
  return (
    <>
      <QuantityField
        label="At, from crankpin 1"
        pinsDeg={sheet.spec.layout.pins.map(({ angleDeg }) => angleDeg)}
        unit="°"
        className="w-40"
        value={value}
        onChange={(event) => {
          setByMachine('');
          onChange(event.target.value);
        }}
      />
      {convention && (
        <QuantityField
          label={`Or as ${machine!.spec.name} counts`}
          unit="°"
          className="w-56"
          value={byMachine !== '' || Number.isNaN(own) ? byMachine : String(Math.round(fromHeavyDeg(normaliseAngleDeg(own), convention)))}
          onChange={(event) => {
            setByMachine(event.target.value);
            const shown = typedQuantity(event.target.value, '°');
            if (!Number.isNaN(shown)) onChange(String(Math.round(toHeavyDeg(shown, convention))));
          }}
        />
      )}
    </>
  );
}

/** What the cuts would take, and what they would leave. */
function Preview({ cuts, amends }: { readonly cuts: readonly Cut[]; readonly amends: HoleEntry | undefined }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { radiusAMm, radiusBMm } = sheet.spec.crank.planes;
  const told = useMemo((): { readonly takes: string; readonly leaves: PlaneUnbalance | null } | string => {
    const before = metalAfter(sheet, cutsBefore(sheet, amends));
    return orSentence(() => {
      const takes = takenBy(before, cuts).map(gramsWords).join(' and ');
      furtherCut(before, cuts);
      const { now } = figures.estimate;
      // What was logged in its place before is not taken as well.
      const instead = amends ? scalePlanes(effectOfCuts(before, [loggedCut(amends)]), -1) : BALANCED;
      return { takes, leaves: now ? addPlanes(now.unbalance, addPlanes(effectOfCuts(before, cuts), instead)) : null };
    });
  }, [sheet, figures, cuts, amends]);
  if (typeof told === 'string') return <ProblemNotice>{told}</ProblemNotice>;
  const words = (vector: PlaneUnbalance['aGmm'], radiusMm: number): string => {
    const { amount, angleDeg } = toPolar(vector);
    return `${fixed(amount / radiusMm, 2)} g @ ${degrees(angleDeg)}`;
  };
  return (
    <p aria-label="What it would do">
      {`Takes ${told.takes}.`}
      {told.leaves && (
        <>
          {' The crank would then have '}
          <span className="figure-type font-semibold">{`A ${words(told.leaves.aGmm, radiusAMm)}, B ${words(told.leaves.bGmm, radiusBMm)}`}</span>
          {' by what is known.'}
        </>
      )}
    </p>
  );
}
