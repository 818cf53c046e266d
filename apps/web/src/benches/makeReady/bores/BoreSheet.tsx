import { boringWordSchema, keptSpecOf } from '@tare/contract';
import { displacementCm3, typedQuantity, type BoresFigures, type MadeReady } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { DataTable } from '../../../ui/DataTable.js';
import { Disclosure } from '../../../ui/Disclosure.js';
import { FormField } from '../../../ui/form/FormFields.js';
import { FormQuantity } from '../../../ui/form/FormQuantity.js';
import { readForm } from '../../../ui/form/typedForm.js';
import { useDecideForm } from '../../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../../ui/form/WriteFormFrame.js';
import { Caution, Note, ProblemNotice } from '../../../ui/Notice.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { VerdictMark } from '../../../ui/Verdict.js';
import { useDisplay } from '../../../ui/display.js';
import { FigureEach } from '../FigureEach.js';
import { useLogWork } from '../LogWork.js';
import { NoCutFaces } from '../NoCutFaces.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';
import { HoneDesk } from './HoneDesk.js';
import { NotedForm } from './NotedForm.js';

interface BoreProps {
  readonly made: MadeReady;
  readonly bores: BoresFigures;
}

const ADVICE = { leave: ['inside', 'leave'], bore: ['outside', 'bore'], cannotYetTell: ['open', 'cannot yet tell'] } as const;
const TO_HONE = ['open', 'to hone'] as const;

/** Bores at three depths by two directions; the oversize that cleans up all of them, the customer's word on it, and what was done. */
export function BoreSheet({ made, bores }: BoreProps): ReactNode {
  const { sheet } = useOpenJob();
  const entry = useSheetEntry('bores');
  const { figure } = useDisplay();
  const { limits } = made.bores;
  return (
    <div className="grid gap-4">
      {limits === null && <Note>Nobody typed the limits of the bores yet: sizes are kept, and nothing is judged.</Note>}
      <PlaceEntry entry={entry} smallestBandMm={limits?.wearMm ?? null} />
      <PlaceTable
        entry={entry}
        caption="Bores"
        verdictOf={(name) => {
          const row = bores.rows.find(({ cylinder }) => name === `Bore ${cylinder}`);
          if (!row?.advice || !row.size) return null;
          const [verdict, words] = row.advice === 'leave' && bores.honeLeftMm > 0 ? TO_HONE : ADVICE[row.advice];
          return (
            <>
              <VerdictMark verdict={verdict}>{words}</VerdictMark>{' '}
              <span className="text-ink-soft">{`round ${figure(row.size.outOfRoundMm, 'mm', 3)}, taper ${figure(row.size.taperMm, 'mm', 3)}`}</span>
            </>
          );
        }}
      />
      <FigureEach
        title="Axes off those that are bored on"
        members={bores.rows.map(({ cylinder }) => ({
          subject: `bores.offAxis.${cylinder}`,
          label: `Bore ${cylinder} is off by`,
          kept: made.bores.offAxisMm[cylinder],
        }))}
        unit="mm"
        isGood={(mm) => mm >= 0 && mm <= 5}
        complaint="A length, at most 5 mm; 0 for none."
      />
      <NoCutFaces made={made} faces={bores.rows.map(({ cylinder }) => [`bore.${cylinder}`, `Bore ${cylinder}`] as const)} />
      <NotedForm key={sheet.decisions['bores.noted']?.version ?? 0} noted={made.bores.noted} />
      {bores.isOpen &&
        bores.stay.map(({ cylinder, why }) => (
          <Note key={cylinder}>{`▲ Bore ${cylinder} bears what must stay (${why}): nothing is planned for the block while it does.`}</Note>
        ))}
      <OversizeDesk made={made} bores={bores} />
      <HoneDesk made={made} bores={bores} />
    </div>
  );
}

/** The smallest oversize at which all clean up, a sleeve beside it, the word of whoever pays, and the boring itself. */
function OversizeDesk({ made, bores }: BoreProps): ReactNode {
  const { sheet } = useOpenJob();
  const { say } = useDisplay();
  const work = useLogWork();
  const { oversize, sleeve, bar } = bores;
  const { limits, word } = made.bores;
  if (!oversize || !limits) return null;
  const { strokeMm, layout } = keptSpecOf(sheet);
  const priced = (price: number | null): string => (price === null ? 'a price nobody typed' : String(price));
  const thin = bores.rows.filter(({ wall }) => wall?.isThin);
  return (
    <section className="grid gap-3 border-2 border-edge p-3" aria-label="The oversize">
      <DataTable
        caption="What each cylinder cleans up at, honed"
        rows={oversize.needs}
        keyOf={({ cylinder }) => String(cylinder)}
        columns={[
          { title: 'Cylinder', is: 'words', cell: ({ cylinder }) => String(cylinder) },
          { title: 'True to the axis', cell: ({ trueMm }) => say(trueMm, 'mm', 3) },
          { title: 'With a tool that floats, at best', cell: ({ floatingMm }) => say(floatingMm, 'mm', 3) },
          { title: 'Alone it would take', cell: ({ alone }) => (alone ? `${say(alone.overMm, 'mm', 2)} over` : 'none on sale') },
        ]}
      />
      {oversize.size ? (
        <p className="text-lg">
          <strong>{`All together ${say(oversize.size.overMm, 'mm', 2)} over; cylinder ${oversize.decides} decides.`}</strong>
          {` The set costs ${priced(oversize.size.price)}${oversize.size.stock === null ? '' : `, ${oversize.size.stock} in stock`}. It would displace ${Math.round(displacementCm3(limits.nominalMm! + oversize.size.overMm, strokeMm, layout.cylinders.length))} cm³.`}
        </p>
      ) : (
        <Note>{`No oversize on sale cleans up cylinder ${oversize.decides}: sleeve it, or find another block.`}</Note>
      )}
      {bar && (
        <p>
          {`Set the bar to ${say(bar.setMm, 'mm', 3)}: ${say(bar.finishMm, 'mm', 3)} finished, ${say(limits.honeMm, 'mm', 3)} left for the hone`}
          {bar.offset
            ? `, and the tool cuts ${say(bar.offset.mm, 'mm', 3)} over its setting${bar.offset.deviationMm === null ? '' : ` ± ${say(2 * bar.offset.deviationMm, 'mm', 3)}`} by ${bar.offset.cuts} trial ${bar.offset.cuts === 1 ? 'cut' : 'cuts'}.`
            : '. What the tool cuts over its setting is learned from trial cuts.'}
        </p>
      )}
      {sleeve && (
        <p>{`Or a sleeve in cylinder ${sleeve.cylinder} and ${say(sleeve.overMm, 'mm', 2)} over for the rest, together for ${priced(sleeve.price)}, against ${priced(sleeve.againstPrice)}.`}</p>
      )}
      {thin.map(({ cylinder, wall }) => (
        <Note
          key={cylinder}
        >{`▲ Cylinder ${cylinder} would keep ${say(wall!.leftMm, 'mm', 2)} of its wall, less than what was typed as the thinnest.`}</Note>
      ))}
      {oversize.size && (word === null || word.overMm !== oversize.size.overMm) && (
        <>
          {word && <Note>{`The word on record is for ${say(word.overMm, 'mm', 2)}: ask again.`}</Note>}
          <WordForm key={oversize.size.overMm} overMm={oversize.size.overMm} price={oversize.size.price} pricedOn={limits.pricedOn} />
        </>
      )}
      {word && oversize.size && word.overMm === oversize.size.overMm && (
        <>
          <p>{`${word.by} agreed to ${say(word.overMm, 'mm', 2)} over on ${word.on}${word.price === null ? '' : `, at ${word.price}`}.`}</p>
          <Caution>
            <p>
              Mark what stays: numbered and stamped faces are not cut. Follow the machine maker’s instructions and local rules; when in doubt ask a
              licensed or certified machinist.
            </p>
          </Caution>
          <Button
            look="primary"
            className="w-fit"
            disabled={work.isBlocked}
            onClick={() => work.log({ kind: 'bore', overMm: word.overMm, ...(limits.honeMm > 0 && { honeLeftMm: limits.honeMm }) })}
          >{`All were bored ${say(word.overMm, 'mm', 2)} over: measure them again`}</Button>
        </>
      )}
      <OneCylinder cylinders={bores.rows.map(({ cylinder }) => cylinder)} />
      {work.error !== null && <ProblemNotice>{work.error}</ProblemNotice>}
    </section>
  );
}

/** A trial cut or a sleeve in one cylinder. */
function OneCylinder({ cylinders }: { readonly cylinders: readonly number[] }): ReactNode {
  const work = useLogWork();
  const [cylinder, setCylinder] = useState('');
  const [cut, setCut] = useState('');
  const [bar, setBar] = useState('');
  const n = Number(cylinder);
  const toMm = typedQuantity(cut, 'mm');
  const setMm = typedQuantity(bar, 'mm');
  const isOne = cylinders.includes(n);
  return (
    <Disclosure title="A trial cut or a sleeve in one cylinder">
      <div className="flex flex-wrap items-end gap-3">
        <QuantityField label="Cylinder" unit="" className="w-28" value={cylinder} onChange={(event) => setCylinder(event.target.value)} />
        <QuantityField label="the bar set to" unit="mm" className="w-36" value={bar} onChange={(event) => setBar(event.target.value)} />
        <QuantityField label="cut to" unit="mm" className="w-36" value={cut} onChange={(event) => setCut(event.target.value)} />
        <Button
          disabled={work.isBlocked || !isOne || !(toMm > 0) || (bar.trim() !== '' && !(setMm > 0))}
          onClick={() =>
            work.log({ kind: 'trialCut', cylinder: n, toMm, ...(bar.trim() !== '' && { setMm }) }, () => {
              setCut('');
              setBar('');
            })
          }
        >
          A trial cut was made: measure its shadow
        </Button>
        <Button disabled={work.isBlocked || !isOne} onClick={() => work.log({ kind: 'sleeve', cylinder: n })}>
          It was sleeved: measure it again
        </Button>
      </div>
      {work.error !== null && <ProblemNotice>{work.error}</ProblemNotice>}
    </Disclosure>
  );
}

interface TypedWord {
  readonly overMm: string;
  readonly by: string;
  readonly on: string;
  readonly price: string;
}

/** What the customer said to the oversize, with the price that was told and the day. */
export function WordForm({
  overMm,
  price,
  pricedOn,
}: {
  readonly overMm: number;
  readonly price: number | null;
  readonly pricedOn: string;
}): ReactNode {
  const { sheet } = useOpenJob();
  const initial: TypedWord = {
    overMm: String(overMm),
    by: sheet.spec.customer,
    on: new Date().toISOString().slice(0, 10),
    price: price === null ? '' : String(price),
  };
  const write = useDecideForm<TypedWord>({
    subject: 'bores.word',
    place: `boring-word.${sheet.id}.${overMm}`,
    initial,
    valueOf: (typed) => readForm(boringWordSchema, typed).content,
    figuresOf: ({ overMm: over, price: told }) => ({ overMm: over, price: told }),
  });
  const { control } = write.form;
  return (
    <WriteFormFrame
      write={write}
      keep="They agreed"
      asksWho={false}
      label="The customer’s word"
      look="plain"
      className="flex flex-wrap items-end gap-3"
    >
      <FormField label="Asked whom" className="w-48" control={control} name="by" />
      <FormField label="on" className="w-32" control={control} name="on" />
      <FormQuantity label={`at a price${pricedOn === '' ? '' : ` of ${pricedOn}`}`} unit="" className="w-40" control={control} name="price" />
      <FormQuantity label="to bore over by" unit="mm" className="w-32" control={control} name="overMm" />
    </WriteFormFrame>
  );
}
