import { drawnCrank, PART_WORDS } from '@tare/card';
import { keptSpecOf, sheetIn, type JobSheet } from '@tare/contract';
import {
  checkSetUps,
  CoreError,
  CRANK_PART,
  orNull,
  SET_UP_TEMPLATES,
  setUpLike,
  setUpsForCrank,
  type OwnPart,
  type SetUp,
  type SetUpTemplate,
} from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { useWatch, type Control } from 'react-hook-form';
import { CrankViews } from '../../draw/CrankViews.js';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { AddRow } from '../../ui/RowButtons.js';
import { Button } from '../../ui/Button.js';
import { FormCheck, FormField } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import type { Complaints } from '../../ui/form/useTypedForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { CopySetUps } from './CopySetUps.js';
import { fieldOfSetUps, partsOf, setUpsOf, typedSetUp, typedSetUps, type TypedSetUps } from './setUpForm.js';

const TEMPLATE_WORDS: Readonly<Record<SetUpTemplate, string>> = {
  stages: 'In stages: the crank, then each part on it',
  together: 'All together, as it is balanced externally',
  toInternal: 'From external to internal: all together, then part by part',
  survey: 'A survey: how bad is it, nothing corrected',
};

interface SetUpsEditorProps {
  readonly onDone: () => void;
}

/** The job's set-ups: begun from a template or by hand, put in order, each with what is mounted in it and what may be corrected. */
export function SetUpsEditor(props: SetUpsEditorProps): ReactNode {
  const { data: shop } = useShop();
  return shop && <Editor {...props} ownParts={shop.fittings.ownParts ?? []} />;
}

function Editor({ onDone, ownParts }: SetUpsEditorProps & { readonly ownParts: readonly OwnPart[] }): ReactNode {
  const { sheet, figures } = useOpenJob();
  const spec = keptSpecOf(sheet);
  // What a part was known to be when it was put in holds; the shop's list is for what is put in now.
  const own = { ...Object.fromEntries(ownParts.map((part) => [part.name, part])), ...sheet.setUps.known };
  const parts = partsOf(sheet.setUps, spec, Object.keys(own));
  const initial = typedSetUps(sheet.setUps, parts);
  const [picked, pick] = useState(
    Math.max(
      0,
      sheet.setUps.list.findIndex(({ id }) => id === sheet.setUp?.current.id),
    ),
  );
  const write = useDecideForm<TypedSetUps>({
    subject: 'setUps',
    place: `set-ups.${sheet.id}.${sheet.decisions['setUps']?.version ?? 0}`,
    initial,
    sample: { list: [typedSetUp(setUpLike(undefined, '', ''), parts)], positions: [{ part: '', text: '' }] },
    wrong: (typed) => complaintOf(() => checkSetUps(setUpsOf(typed, spec, own), spec.crank)),
    valueOf: (typed) => setUpsOf(typed, spec, own),
    fieldOf: fieldOfSetUps,
    onKept: onDone,
  });
  const { control, setValue, getValues } = write.form;
  const list = useWatch({ control, name: 'list' });
  const put = (setUps: readonly SetUp[]): void => setValue('list', [...getValues('list'), ...setUps.map((setUp) => typedSetUp(setUp, parts))]);
  const hasSpins = (id: string): boolean => figures.setUps.some(({ setUpId, spinIds }) => setUpId === id && spinIds.length > 0);
  const at = Math.min(picked, list.length - 1);
  const move = (by: number): void => {
    const next = [...getValues('list')];
    const [one] = next.splice(at, 1);
    next.splice(at + by, 0, one!);
    setValue('list', next);
    pick(at + by);
  };
  return (
    <WriteFormFrame
      write={write}
      keep="Keep these set-ups"
      label="The set-ups of this job"
      className="grid gap-4 border-2 border-edge bg-plate-low p-4"
      leave="Leave them as they were"
    >
      {list.length === 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <span className="font-semibold">Begin with</span>
          {SET_UP_TEMPLATES.map((template) => (
            <Button key={template} onClick={() => put(setUpsForCrank(template, spec.crank, figures.bobsNeeded.needed, () => crypto.randomUUID()))}>
              {TEMPLATE_WORDS[template]}
            </Button>
          ))}
          <CopySetUps onCopied={put} />
        </div>
      )}
      <div className="grid items-start gap-4 lg:grid-cols-[16rem_minmax(0,1fr)]">
        <div className="grid gap-2">
          {list.map((one, i) => (
            <button
              key={one.id}
              type="button"
              aria-pressed={i === at}
              className={`min-h-11 rounded-sm border-2 px-3 py-1 text-left ${i === at ? 'border-ink bg-plate font-semibold' : 'border-edge bg-plate'}`}
              onClick={() => pick(i)}
            >
              {`${i + 1}. ${one.name}`}
            </button>
          ))}
          <AddRow
            onClick={() => {
              put([setUpLike(setUpsOf(getValues(), spec).list.at(-1), crypto.randomUUID(), `Set-up ${list.length + 1}`)]);
              pick(list.length);
            }}
          >
            Another set-up
          </AddRow>
          {list.length > 1 && (
            <div className="flex gap-2">
              <Button disabled={at === 0} onClick={() => move(-1)}>
                Earlier
              </Button>
              <Button disabled={at === list.length - 1} onClick={() => move(1)}>
                Later
              </Button>
            </div>
          )}
        </div>
        {list[at] && (
          <div className="grid gap-4">
            <Fields key={list[at].id} control={control} at={at} />
            <Preview sheet={sheet} setUp={orNull(() => setUpsOf(getValues(), spec).list[at] ?? null)} />
            {hasSpins(list[at].id) ? (
              <FormField
                control={control}
                name={`list.${at}.closed`}
                label="Closed, because (it has spins: it stays on the list)"
                className="max-w-xl"
              />
            ) : (
              <Button
                className="w-fit"
                onClick={() => {
                  setValue(
                    'list',
                    getValues('list').filter((_, i) => i !== at),
                  );
                  pick(Math.max(0, at - 1));
                }}
              >
                {`Take “${list[at].name}” off the list`}
              </Button>
            )}
          </div>
        )}
      </div>
    </WriteFormFrame>
  );
}

function complaintOf(work: () => void): Complaints {
  try {
    work();
    return {};
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const { field, message } = error;
    return { [/^list\.\d+\.(name|speedRpm|tolerance)/.test(field) ? fieldOfSetUps(field) : '']: message };
  }
}

/** One set-up: its parts, where it is read, what holds in it. */
function Fields({ control, at }: { readonly control: Control<TypedSetUps>; readonly at: number }): ReactNode {
  const { sheet } = useOpenJob();
  const { planes } = keptSpecOf(sheet).crank;
  const parts = useWatch({ control, name: `list.${at}.parts` });
  const positions = useWatch({ control, name: 'positions' });
  const name = (part: string): string => PART_WORDS[part] ?? part;
  const blank = (key: keyof typeof planes): string => `blank: ${planes[key]}`;
  return (
    <>
      <FormField control={control} name={`list.${at}.name`} label="What it is called" className="max-w-sm" />
      <fieldset className="grid gap-1">
        <legend className="font-semibold">What turns in it, and what may be corrected</legend>
        {parts.map(({ part, isOn }, p) => (
          <div key={part} className="flex flex-wrap items-start gap-x-4 border-b border-edge pb-1">
            <div className="w-52">
              <FormCheck control={control} name={`list.${at}.parts.${p}.isOn`}>
                {name(part)}
              </FormCheck>
            </div>
            {isOn && (
              <FormCheck control={control} name={`list.${at}.parts.${p}.isCorrected`}>
                corrected here
              </FormCheck>
            )}
            {isOn && part !== CRANK_PART && (
              <>
                <FormQuantity
                  control={control}
                  name={`list.${at}.parts.${p}.turnedDeg`}
                  label={`${capital(name(part))} turned by`}
                  unit="°"
                  className="w-56"
                />
                {positions.some((one) => one.part === part) && (
                  <FormField
                    control={control}
                    name={`positions.${positions.findIndex((one) => one.part === part)}.text`}
                    label={`${capital(name(part))}, its positions`}
                    placeholder="6, or 0 60 120"
                    isFigure
                    className="w-56"
                  />
                )}
              </>
            )}
            {isOn ? (
              <Reopened control={control} at={at} p={p} part={name(part)} />
            ) : (
              part !== CRANK_PART && (
                <FormField
                  control={control}
                  name={`list.${at}.parts.${p}.missing`}
                  hideLabel
                  label={`The ${name(part)} is missing, because`}
                  placeholder="missing, because …"
                  className="w-72"
                />
              )
            )}
          </div>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-start gap-3">
        <FormQuantity control={control} name={`list.${at}.zAMm`} label="Plane A at" unit="mm" className="w-32" hint={blank('zAMm')} />
        <FormQuantity control={control} name={`list.${at}.radiusAMm`} label="at radius" unit="mm" className="w-28" hint={blank('radiusAMm')} />
        <FormQuantity control={control} name={`list.${at}.zBMm`} label="Plane B at" unit="mm" className="w-32" hint={blank('zBMm')} />
        <FormQuantity control={control} name={`list.${at}.radiusBMm`} label="B at radius" unit="mm" className="w-28" hint={blank('radiusBMm')} />
        <FormQuantity control={control} name={`list.${at}.zLeftMm`} label="Left support at" unit="mm" className="w-36" hint="blank: as measured" />
        <FormQuantity control={control} name={`list.${at}.zRightMm`} label="Right support at" unit="mm" className="w-36" hint="blank: as measured" />
        <FormQuantity
          control={control}
          name={`list.${at}.tolerance`}
          label="Its tolerance"
          unit=""
          className="w-32"
          hint={`blank: ${keptSpecOf(sheet).tolerance.value}`}
        />
        <FormQuantity control={control} name={`list.${at}.speedRpm`} label="Spun at" unit="rpm" className="w-28" />
        <FormQuantity control={control} name={`list.${at}.limitRpm`} label="Never above" unit="rpm" className="w-28" />
      </div>
    </>
  );
}

const capital = (words: string): string => words.replace(/^./, (letter) => letter.toUpperCase());

/** Asked where an earlier set-up corrects the part already. */
function Reopened({
  control,
  at,
  p,
  part,
}: {
  readonly control: Control<TypedSetUps>;
  readonly at: number;
  readonly p: number;
  readonly part: string;
}): ReactNode {
  const list = useWatch({ control, name: 'list' });
  const own = list[at]?.parts[p];
  const before = list.slice(0, at).some(({ parts }) => parts.some((one) => one.part === own?.part && one.isOn && one.isCorrected));
  if (!own?.isCorrected || !before) return null;
  return <FormField control={control} name={`list.${at}.parts.${p}.reopened`} label={`The ${part} is opened again, because`} className="w-72" />;
}

/** The set-up drawn to scale as it would be mounted. */
function Preview({ sheet, setUp }: { readonly sheet: JobSheet; readonly setUp: SetUp | null }): ReactNode {
  const drawn = useMemo(() => {
    if (!setUp) return null;
    const list = sheet.setUps.list.some(({ id }) => id === setUp.id) ? sheet.setUps.list : [...sheet.setUps.list, setUp];
    const { spec, holes } = sheetIn({ ...sheet, setUps: { ...sheet.setUps, list } }, setUp);
    return orNull(() => drawnCrank(spec, holes));
  }, [sheet, setUp]);
  return drawn && <CrankViews drawn={drawn} isGuess={!drawn.crank.sizes} supports={setUp?.supports ?? null} />;
}
