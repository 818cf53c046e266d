import { gaugeSettingSchema, type Gauge } from '@tare/contract';
import { gaugeFitness, zeroHasMoved, type GaugeSettingFact } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useGauges } from '../../api/shopThings.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';
import { Note, ProblemNotice } from '../../ui/Notice.js';
import { CommitQuantity } from '../../ui/form/CommitFields.js';
import { FormChoice } from '../../ui/form/FormFields.js';
import { FormQuantity } from '../../ui/form/FormQuantity.js';
import { useDecideForm } from '../../ui/form/useDecideForm.js';
import { WriteFormFrame } from '../../ui/form/WriteFormFrame.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { useDecide } from '../../ui/useDecide.js';
import { useDisplay } from '../../ui/display.js';
import { readForm } from '../../ui/form/typedForm.js';
import { Gauges, METAL_CHOICES, scatterOf } from './Gauges.js';
import type { SheetEntry } from './useSheetEntry.js';

/** The gauge in the hand: how it was set, and what its zero showed when the sheet was done. */
export function GaugeLine({ entry, smallestBandMm }: { readonly entry: SheetEntry; readonly smallestBandMm: number | null }): ReactNode {
  const { setting, settingId } = entry;
  const { figure, say } = useDisplay();
  const [isSetting, setSetting] = useState(false);
  const [isEditing, setEditing] = useState(false);
  const { data: drawer } = useGauges();
  return (
    <div className="grid gap-2 border-2 border-edge p-3">
      <div className="flex flex-wrap items-center gap-3">
        <p className="grow">
          {setting ? (
            <>
              <strong>{setting.name}</strong>
              {`, set at ${say(setting.setValueMm, 'mm', 3)}, needle ${setting.sign === 1 ? 'up' : 'down'} for larger, zero ${figure(setting.zeroMm, 'mm', 3)}`}
              {setting.deviationMm === null && <span className="text-ink-soft">; never studied: nothing can be told near a limit</span>}
              {smallestBandMm !== null && smallestBandMm > 0 && <Fitness setting={setting} bandMm={smallestBandMm} />}
            </>
          ) : (
            <span className="text-ink-soft">No gauge was set: sizes are taken as they are typed, and nobody knows how well.</span>
          )}
        </p>
        <Button onClick={() => setSetting(!isSetting)} aria-expanded={isSetting}>
          {setting ? 'Set it anew' : 'Set a gauge'}
        </Button>
        <Button onClick={() => setEditing(!isEditing)} aria-expanded={isEditing}>
          Gauges of the shop
        </Button>
      </div>
      {isEditing && drawer && <Gauges key={drawer.version} drawer={drawer} />}
      {isSetting && drawer && (
        <SettingForm
          gauges={drawer.gauges}
          onSet={(id) => {
            entry.useSetting(id);
            setSetting(false);
          }}
        />
      )}
      {setting && settingId !== null && <ZeroAfter key={settingId} id={settingId} setting={setting} smallestBandMm={smallestBandMm} />}
    </div>
  );
}

/** Whether the gauge can judge the band of this sheet. */
function Fitness({ setting, bandMm }: { readonly setting: GaugeSettingFact; readonly bandMm: number }): ReactNode {
  const fit = gaugeFitness(setting.divisionMm, setting.deviationMm, bandMm, 1);
  if (fit.kind === 'notStudied') return null;
  return (
    <span className="ml-3">
      <VerdictMark verdict={fit.kind === 'unfit' ? 'outside' : 'inside'} sentence>
        {fit.kind === 'unfit' ? fit.why : fit.kind === 'fit' ? 'serves for this band' : `serves with ${fit.placements} placements of each place`}
      </VerdictMark>
    </span>
  );
}

interface TypedSetting {
  readonly gaugeId: string;
  readonly setValueMm: string;
  readonly zeroMm: string;
  readonly partMetal: string;
  readonly partC: string;
  readonly gaugeC: string;
}

function SettingForm({ gauges, onSet }: { readonly gauges: readonly Gauge[]; readonly onSet: (id: string) => void }): ReactNode {
  const [id] = useState(() => crypto.randomUUID());
  const [gaugeId, setGaugeId] = useState(gauges[0]?.id ?? '');
  const gauge = gauges.find((one) => one.id === gaugeId);
  const write = useDecideForm<TypedSetting>({
    subject: `gauge.setting.${id}`,
    place: `gauge-setting.${id}`,
    initial: { gaugeId: '', setValueMm: '', zeroMm: '0', partMetal: 'steel', partC: '', gaugeC: '' },
    valueOf: ({ gaugeId: _, ...typed }) => {
      const { content } = readForm(gaugeSettingSchema, typed);
      return {
        name: gauge?.name ?? 'Gauge',
        divisionMm: gauge?.divisionMm ?? 0.01,
        deviationMm: scatterOf(gauge),
        sign: gauge?.sign ?? 1,
        gaugeMetal: gauge?.metal ?? 'steel',
        zeroAfterMm: null,
        moved: null,
        ...(content as object),
      };
    },
    figuresOf: ({ setValueMm, zeroMm }) => ({ setValueMm, zeroMm }),
    onKept: () => onSet(id),
  });
  const { control } = write.form;
  const isOverdue = gauge?.dueOn !== null && gauge !== undefined && gauge.dueOn < new Date().toISOString().slice(0, 10);
  if (gauges.length === 0) return <Note>There is no gauge in the drawer yet: put one in first.</Note>;
  return (
    <WriteFormFrame write={write} keep="It is set so" asksWho={false} label="How the gauge is set" className="flex flex-wrap items-end gap-3">
      <Choice
        label="Gauge"
        className="w-56"
        value={gaugeId}
        onChange={(event) => setGaugeId(event.target.value)}
        options={gauges.map((one) => ({ value: one.id, label: one.name }))}
      />
      <FormQuantity
        label="Set at"
        unit="mm"
        className="w-36"
        hint="ring, block or micrometer; 0 for a needle alone"
        control={control}
        name="setValueMm"
      />
      <FormQuantity label="Its zero there" unit="mm" className="w-36" control={control} name="zeroMm" />
      {isOverdue && <Note>{`▲ ${gauge.name} was to be checked on ${gauge.dueOn}: check it before it judges anything.`}</Note>}
      <FormChoice label="Part of" className="w-36" control={control} name="partMetal" options={METAL_CHOICES} />
      <FormQuantity label="Part, °C" unit="" className="w-28" control={control} name="partC" />
      <FormQuantity label="Gauge, °C" unit="" className="w-28" control={control} name="gaugeC" />
    </WriteFormFrame>
  );
}

/** The zero seen when the sheet is done: one that moved too far corrects the whole sheet, or doubts it, in one step. */
function ZeroAfter({
  id,
  setting,
  smallestBandMm,
}: {
  readonly id: string;
  readonly setting: GaugeSettingFact;
  readonly smallestBandMm: number | null;
}): ReactNode {
  const { decide, blocked, error } = useDecide();
  const { figure } = useDisplay();
  const { zeroMm, zeroAfterMm, moved } = setting;
  const put = (change: Partial<GaugeSettingFact>, settled?: () => void): void =>
    decide({ subject: `gauge.setting.${id}`, value: { ...setting, ...change } }, settled);
  const isMoved = zeroAfterMm !== null && smallestBandMm !== null && zeroHasMoved(zeroMm, zeroAfterMm, smallestBandMm);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <CommitQuantity
        label="Zero when the sheet is done"
        unit="mm"
        className="w-52"
        place={`zero-after.${id}`}
        kept={zeroAfterMm ?? zeroMm}
        isGood={(mm) => Math.abs(mm) < 100}
        complaint="A length."
        onCommit={(mm, settled) => put({ zeroAfterMm: mm, moved: null }, settled)}
      />
      {zeroAfterMm === null && <span className="pb-2 text-ink-soft">not seen yet</span>}
      {isMoved && (
        <div className="flex flex-wrap items-center gap-3 border-2 border-outside p-2" role="group" aria-label="The zero moved">
          <span>
            <strong>{`▲ The zero moved from ${figure(zeroMm, 'mm', 3)} to ${figure(zeroAfterMm, 'mm', 3)}.`}</strong>{' '}
            {moved === null
              ? 'It was wrong all along, or nobody knows when it moved?'
              : moved === 'corrected'
                ? 'The whole sheet is corrected by it.'
                : 'The whole sheet is doubted.'}
          </span>
          <Button disabled={blocked || moved === 'corrected'} onClick={() => put({ moved: 'corrected' })}>
            Wrong all along: correct the sheet
          </Button>
          <Button disabled={blocked || moved === 'doubted'} onClick={() => put({ moved: 'doubted' })}>
            Doubt the sheet
          </Button>
        </div>
      )}
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}
