import { fixed, listed } from '@tare/card';
import {
  BUILT_WITHIN_G,
  judgeWeighIn,
  typedQuantity,
  pickingList,
  type BobAdvice,
  type BobBox,
  type BobCard,
  type BobWeighIn,
  type HalfChange,
  type WeighInVerdict,
} from '@tare/core';
import type { ReactNode } from 'react';
import { useBobBox } from '../../../api/shopThings.js';
import { useInstruments } from '../../../api/instruments.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Choice } from '../../../ui/Choice.js';
import { useDisplay } from '../../../ui/display.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { useDecideForm } from '../../../ui/form/useDecideForm.js';
import type { Complaints } from '../../../ui/form/useTypedForm.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useLiveScale, type LiveScale } from '../../weigh/useLiveScale.js';
import { NOT_SAID } from '../../weigh/useInstrumentChoice.js';
import { bobFigures, useBuiltBobs } from './useBobBuild.js';

type Ready = Extract<BobCard, { kind: 'ready' }>;

const EMPTY_BOX: BobBox = { clamps: [], pieces: [] };

/** The verdict on each finished bob, pins from the front. */
export function useWeighInVerdicts(figuresG: readonly number[]): readonly WeighInVerdict[] {
  const { data: entry } = useBobBox();
  const { build, weighInOf } = useBuiltBobs();
  const box = entry?.box ?? EMPTY_BOX;
  const taken = new Map(pickingList(build?.bobs ?? []).map(({ pieceId, count }) => [pieceId, count]));
  const leftOver = new Map(box.pieces.map(({ id, count }) => [id, count - (taken.get(id) ?? 0)]));
  return figuresG.map((figureG, p) =>
    judgeWeighIn(weighInOf(p + 1), figureG, build?.limitG ?? BUILT_WITHIN_G, build?.bobs.find(({ index }) => index === p) ?? null, box, leftOver),
  );
}

/** Every finished bob on the scale: accepted, or which washer to change. */
export function WeighIn({ card }: { readonly card: Ready }): ReactNode {
  const figuresG = bobFigures(card);
  const verdicts = useWeighInVerdicts(figuresG);
  const { sheet } = useOpenJob();
  const { data: entry } = useBobBox();
  const { data: cupboard } = useInstruments();
  const [scaleId, setScaleId] = useDraft(`bob-scale.${sheet.id}`, NOT_SAID);
  // What stands on the stand-in scale are the parts of jobs: it has no bobs.
  const scales = cupboard?.instruments.filter(({ spec }) => spec.kind === 'scale' && spec.source !== 'standin') ?? [];
  const chosen = scales.find(({ id }) => id === scaleId) ?? null;
  const scale = useLiveScale(chosen?.spec ?? null);
  return (
    <section aria-label="Weigh in" className="grid gap-3 border-t-2 border-edge pt-4">
      <h2 className="text-xl">Weigh in each finished bob</h2>
      <p className="text-ink-soft">
        With everything that will turn with it: tape, grease and a rag left inside count. A scrap of paper weighs most of a gram. Number each bob to
        its pin.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Bobs are weighed on"
          className="w-64"
          value={chosen?.id ?? NOT_SAID}
          onChange={(event) => setScaleId(event.target.value)}
          options={[{ value: NOT_SAID, label: 'not said: typed' }, ...scales.map(({ id, spec }) => ({ value: id, label: spec.name }))]}
        />
        {scale.openSerial && <Button onClick={scale.openSerial}>Open the serial scale</Button>}
        {scale.shown && <p className="figure-type text-3xl">{`${fixed(scale.shown.valueG, 1)} g ${scale.shown.stable ? '' : '…'}`}</p>}
      </div>
      {scale.problem !== null && <ProblemNotice>{scale.problem}</ProblemNotice>}
      <ul className="grid gap-3">
        {verdicts.map((verdict, p) => (
          <BobRow key={p} pin={p + 1} figureG={figuresG[p]!} verdict={verdict} scale={scale} box={entry?.box ?? EMPTY_BOX} />
        ))}
      </ul>
    </section>
  );
}

interface BobRowProps {
  readonly pin: number;
  readonly figureG: number;
  readonly verdict: WeighInVerdict;
  readonly scale: LiveScale;
  readonly box: BobBox;
}

const FIELDS = [
  ['halfAG', 'half A'],
  ['halfBG', 'half B'],
  ['wholeG', 'whole'],
] as const;

function BobRow({ pin, figureG, verdict, scale, box }: BobRowProps): ReactNode {
  const { weighInOf } = useBuiltBobs();
  const kept = weighInOf(pin);
  return (
    <li className="grid gap-2 border-2 border-edge p-3">
      <div className="flex flex-wrap items-start gap-4">
        <p className="w-40 pt-6 text-lg">
          <strong>{`Bob ${pin}`}</strong> <span className="figure-type">{fixed(figureG, 1)} g</span>
        </p>
        {FIELDS.map(([key, name]) => (
          <WeighInField key={key} pin={pin} name={name} field={key} kept={kept} scale={scale} />
        ))}
        <p className="pt-8">
          {verdict.accepted === null ? (
            <span className="text-ink-soft">not weighed yet</span>
          ) : (
            <VerdictMark verdict={verdict.accepted ? 'inside' : 'outside'}>
              {`${verdict.accepted ? 'accepted' : 'not accepted'}: ${signed(verdict.offG!)} g${verdict.halvesDifferG === null ? '' : `, halves differ by ${fixed(verdict.halvesDifferG, 2)}`}`}
            </VerdictMark>
          )}
        </p>
      </div>
      {verdict.advice !== null && <p className="font-semibold">{adviceWords(verdict.advice, box)}</p>}
    </li>
  );
}

const signed = (g: number): string => `${g >= 0 ? '+' : ''}${fixed(g, 2)}`;

function adviceWords(advice: BobAdvice, { pieces }: BobBox): string {
  const named = (ids: readonly string[]): string => listed(ids.map((id) => pieces.find((piece) => piece.id === id)?.name ?? ''));
  const half = ({ offIds, onIds }: HalfChange, where: string): string =>
    offIds.length === 0
      ? `Add ${named(onIds)} ${where}`
      : onIds.length === 0
        ? `Take ${named(offIds)} off ${where}`
        : `Change ${named(offIds)} for ${named(onIds)} ${where}`;
  switch (advice.kind) {
    case 'change': {
      const { a, b, alike, wholeThenG } = advice;
      const isChanged = ({ offIds, onIds }: HalfChange): boolean => offIds.length + onIds.length > 0;
      const what = alike
        ? half(a, 'on both halves')
        : [...(isChanged(a) ? [half(a, 'on half A')] : []), ...(isChanged(b) ? [half(b, 'on half B')] : [])].join('; ');
      return `${what}: it then weighs ${fixed(wholeThenG, 2)} g, inside.`;
    }
    case 'rebuild':
      return `No exchange of two pieces lands inside. Build each half anew from ${listed(advice.pieces.map(({ pieceId, count }) => `${count} × ${named([pieceId])}`))}: it then weighs ${fixed(advice.wholeThenG, 2)} g, inside.`;
    case 'cannot':
      return `Nothing that is in the box brings it inside: the nearest that any stack comes is ${fixed(advice.nearestG, 2)} g. See that nothing foreign is on it, or add pieces to the box.`;
    case 'byHand':
      return `It is ${fixed(advice.overG, 2)} g too heavy and was built by hand: nobody wrote down which pieces it has. Take about ${fixed(advice.overG / 2, 2)} g off each half, and weigh it again.`;
  }
}

interface WeighInFieldProps {
  readonly pin: number;
  readonly name: string;
  readonly field: keyof BobWeighIn;
  readonly kept: BobWeighIn;
  readonly scale: LiveScale;
}

/** Enter keeps what is typed, or what a settled scale shows. */
function WeighInField({ pin, name, field, kept, scale }: WeighInFieldProps): ReactNode {
  const { sheet } = useOpenJob();
  const { figure } = useDisplay();
  const read = ({ massG }: { readonly massG: string }): number =>
    massG.trim() === '' && scale.shown?.stable ? scale.shown.valueG : typedQuantity(massG, 'g');
  const write = useDecideForm({
    subject: `bob.weighIn.${pin}`,
    place: `bob-in.${sheet.id}.${pin}.${field}`,
    initial: { massG: '' },
    wrong: (typed): Complaints =>
      read(typed) > 0
        ? {}
        : { massG: typed.massG.trim() === '' ? 'Type what the scale shows.' : `“${typed.massG.trim()}” is not a weight in grams.` },
    valueOf: (typed) => ({ ...kept, [field]: read(typed) }),
    figuresOf: ({ massG }) => ({ [field]: massG }),
    // The choice is the whole weigh-in; what is wrong with this one figure belongs here.
    fieldOf: () => 'massG',
    onKept: () => write.startOver(),
  });
  return (
    <form className="w-36" noValidate onSubmit={write.submit}>
      <FormQuantity
        control={write.form.control}
        name="massG"
        label={`Bob ${pin}, ${name}`}
        unit="g"
        placeholder={kept[field] === null ? '' : figure(kept[field], 'g', 1)}
      />
      {write.complaint !== null && <ProblemNotice>{write.complaint}</ProblemNotice>}
    </form>
  );
}
