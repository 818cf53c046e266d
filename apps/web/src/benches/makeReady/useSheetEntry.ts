import {
  counts,
  exchangedDigits,
  madeReadyOf,
  NOTHING_MADE_READY,
  readQuantity,
  sizeMm,
  slipAt,
  type WorkFact,
  type GaugeSettingFact,
  type MadeReady,
  type MeasurementFact,
} from '@tare/core';
import type { Gauge, NewMeasurement } from '@tare/contract';
import { useMemo, useState } from 'react';
import { measurementOf, useOutbox, useWaitingEntries, waitingMeasurement } from '../../api/outboxContext.js';
import { useGauges } from '../../api/shopThings.js';
import { isStillThat } from '../../instruments/isStillThat.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';
import { useLiveGauge, type LiveGauge } from './useLiveGauge.js';
import { isAt, placesOf, USUAL_WALK, WALK_ORDERS, type SheetName, type Place, type Walk } from './sheets.js';

/** What was measured and done of the open job's parts. */
export function useMadeReady(): MadeReady {
  const { sheet } = useOpenJob();
  return useMemo(
    () => madeReadyOf(sheet.measurements, sheet.works, sheet.decisions) ?? NOTHING_MADE_READY,
    [sheet.measurements, sheet.works, sheet.decisions],
  );
}

/** What was last done to the crank, which the next measurement follows. */
export const lastWorkId = (works: readonly WorkFact[]): string | null => works.at(-1)?.id ?? null;

export interface SheetEntry {
  readonly made: MadeReady;
  readonly places: readonly Place[];
  /** What stands at a place now, mm: the readings that count, oldest first. */
  readonly readingsAt: (place: Place) => readonly MeasurementFact[];
  readonly sizeOf: (one: MeasurementFact) => number;
  readonly waiting: Place | null;
  readonly pick: (place: Place) => void;
  readonly step: (by: number) => void;
  readonly typed: string;
  readonly type: (text: string) => void;
  /** Where the needle is highest, where that is read too. */
  readonly angle: string;
  readonly typeAngle: (text: string) => void;
  readonly walk: Walk;
  readonly walkSo: (change: Partial<Walk>) => void;
  /** In somebody's own words, kept with what is captured next. */
  readonly note: string;
  readonly setNote: (note: string) => void;
  /** Why what was typed is not taken, or a question that Enter answers. */
  readonly problem: string | null;
  readonly enter: () => void;
  readonly settingId: string | null;
  readonly setting: GaugeSettingFact | null;
  readonly useSetting: (id: string) => void;
  /** The gauge of the drawer that is set, and what it shows by itself. */
  readonly gauge: Gauge | undefined;
  readonly live: LiveGauge;
  /** What was captured last in this sheet, to void or take back. */
  readonly last: MeasurementFact | null;
  readonly isBlocked: boolean;
}

/** A sheet walked by keys: one field, Enter, the next place; what is far from its neighbours is asked about first. */
export function useSheetEntry(sheetName: SheetName): SheetEntry {
  const { sheet } = useOpenJob();
  const made = useMadeReady();
  const personId = useWho();
  const outbox = useOutbox();
  const entries = useWaitingEntries();
  const [typed, type] = useDraft(`inspect.${sheet.id}.${sheetName}`);
  const [keptSetting, useSetting] = useDraft(`inspect.setting.${sheet.id}.${sheetName}`);
  const [angle, typeAngle] = useDraft(`inspect.angle.${sheet.id}.${sheetName}`);
  const [way, setWay] = useDraft(`inspect.way.${sheet.id}`, USUAL_WALK.runOutWay);
  const [orderKept, setOrder] = useDraft('inspect.order', USUAL_WALK.order);
  const [note, setNote] = useDraft(`inspect.note.${sheet.id}.${sheetName}`);
  const [picked, pick] = useState<Place | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ readonly mm: number; readonly place: Place } | null>(null);
  const walk = useMemo(
    (): Walk => ({ runOutWay: way === 'short' ? 'short' : 'round', order: WALK_ORDERS.find((one) => one === orderKept) ?? USUAL_WALK.order }),
    [way, orderKept],
  );
  const places = useMemo(() => placesOf(sheetName, sheet.spec, made, walk), [sheetName, sheet.spec, made, walk]);
  const own = made.measurements.filter((one) => counts(made, one));
  const readingsAt = (place: Place): MeasurementFact[] => own.filter((one) => isAt(place, one));
  const sizeOf = (one: MeasurementFact): number => sizeMm(made, one);
  const kept = picked && places.find((place) => isAt(place, picked));
  const waiting = kept ?? places.find((place) => !place.isOptional && readingsAt(place).length === 0) ?? null;
  const last = made.measurements.findLast((one) => !one.voided && places.some((place) => isAt(place, one))) ?? null;
  // Whoever goes on with a sheet has the gauge in hand that it was begun with.
  const settingId = made.settings[keptSetting] ? keptSetting : (last?.settingId ?? null);
  const setting = (settingId === null ? undefined : made.settings[settingId]) ?? null;

  const { data: drawer } = useGauges();
  const gauge = setting ? drawer?.gauges.find(({ name }) => name === setting.name) : undefined;
  const live = useLiveGauge(gauge);

  const enter = (): void => {
    if (!waiting) return setProblem('Every place of this sheet is read. Tap one to read it again.');
    if (personId === null) return setProblem('Pick who is at the bench first.');
    if (typed.trim() === '' && live.shown?.stable === false) return setProblem('The needle still moves.');
    const read = typed.trim() === '' && live.shown ? ({ kind: 'quantity', value: live.shown.mm } as const) : readQuantity(typed, 'mm');
    if (read.kind !== 'quantity') return setProblem(`“${typed.trim()}” is not a length.`);
    const angleDeg = waiting.asksAngle ? angleOf(angle) : waiting.angleDeg;
    if (waiting.asksAngle && angleDeg === null) return setProblem('Type where the highest lies: degrees as the crank turns, 0 to 359.');
    const fact = { ...waiting, angleDeg, id: '', indicationMm: read.value, settingId, afterWorkId: lastWorkId(made.works), voided: false };
    const divisionMm = typed.trim() === '' ? (gauge?.divisionMm ?? 0) : 0;
    const isAnswered = asked !== null && isAt(waiting, asked.place) && isStillThat(asked.mm, read.value, divisionMm);
    const slip = isAnswered
      ? null
      : slipAt(
          waiting,
          sizeOf(fact),
          own.map((one) => ({ ...one, mm: sizeOf(one) })),
          made,
          setting && { typedMm: read.value, setting },
          exchangedDigits(typed, 'mm').map((mm) => sizeOf({ ...fact, indicationMm: mm })),
        );
    if (slip !== null) {
      setAsked({ mm: read.value, place: waiting });
      return setProblem(`${slip} Enter once more if it is so.`);
    }
    setAsked(null);
    setProblem(null);
    const { feature, quantity, depth } = waiting;
    const measurement: NewMeasurement = {
      ...{ feature, quantity, angleDeg, depth, indicationMm: read.value, settingId, afterWorkId: lastWorkId(made.works), note: note.trim() },
      id: crypto.randomUUID(),
      personId,
    };
    const [text, angleText] = [typed, angle];
    type('');
    typeAngle('');
    setNote('');
    pick(null);
    // Kept here until the server has it: the walk goes on under the hand that types.
    outbox.add(waitingMeasurement(sheet.id, measurement)).catch(() => {
      type(text);
      typeAngle(angleText);
      setProblem('This browser could not keep the measurement; it stands in the field again. Is its disk full?');
    });
  };

  const refusals = entries.flatMap((entry): string[] => {
    const one = entry.jobId === sheet.id ? measurementOf(entry) : null;
    const place = one && places.find((at) => isAt(at, one));
    return place && entry.refusal !== undefined ? [refusalWords(one, entry.refusal, place)] : [];
  });
  return {
    made,
    places,
    readingsAt,
    sizeOf,
    waiting,
    pick: (place) => {
      setProblem(null);
      pick(place);
    },
    step: (by) => {
      const at = waiting ? places.indexOf(waiting) : -1;
      if (places.length > 0) pick(places[(at + by + places.length) % places.length] ?? null);
    },
    typed,
    type,
    angle,
    typeAngle,
    walk,
    walkSo: ({ runOutWay, order }) => {
      pick(null);
      if (runOutWay) setWay(runOutWay);
      if (order) setOrder(order);
    },
    note,
    setNote,
    problem: problem ?? refusals[0] ?? null,
    enter,
    settingId,
    setting,
    useSetting,
    gauge,
    live,
    last,
    isBlocked: personId === null,
  };
}

/** What the server would not have, by the place it was read at; it waits in this browser to be mended. */
const refusalWords = ({ indicationMm }: NewMeasurement, refusal: string, { row, column }: Place): string =>
  `${row}, ${column}: “${indicationMm}” mm was not kept. ${refusal} It waits in this browser to be mended, or is read again.`;

/** Degrees of a turn; null for what is none. */
function angleOf(text: string): number | null {
  const read = readQuantity(text, '°');
  return read.kind === 'quantity' && read.value >= -360 && read.value <= 360 ? ((read.value % 360) + 360) % 360 : null;
}
