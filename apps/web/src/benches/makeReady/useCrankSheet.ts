import {
  counts,
  madeReadyOf,
  readMm,
  readQuantity,
  slipAt,
  type CrankWorkFact,
  type GaugeSettingFact,
  type MadeReady,
  type MeasurementFact,
} from '@tare/core';
import { useMemo, useState } from 'react';
import type { ProblemError } from '../../api/problem.js';
import { useWrite } from '../../api/useWrite.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';
import { isAt, placesOf, type CrankSheet, type Place } from './sheets.js';

/** Nothing yet: what a job has of a crank that nobody measured. */
const NOTHING: MadeReady = { measurements: [], works: [], settings: {}, limits: null, cracks: null, planned: {}, marked: {}, unwornMm: {} };

/** What was measured and done of the open job's crank. */
export function useMadeReady(): MadeReady {
  const { sheet } = useOpenJob();
  return useMemo(
    () => madeReadyOf(sheet.measurements, sheet.crankWorks, sheet.decisions) ?? NOTHING,
    [sheet.measurements, sheet.crankWorks, sheet.decisions],
  );
}

/** What was last done to the crank, which the next measurement follows. */
export const lastWorkId = (works: readonly CrankWorkFact[]): string | null => works.at(-1)?.id ?? null;

export interface CrankEntry {
  readonly places: readonly Place[];
  /** What stands at a place now, mm: the readings that count, oldest first. */
  readonly readingsAt: (place: Place) => readonly MeasurementFact[];
  readonly sizeOf: (one: MeasurementFact) => number;
  readonly waiting: Place | null;
  readonly pick: (place: Place) => void;
  readonly step: (by: number) => void;
  readonly typed: string;
  readonly type: (text: string) => void;
  /** In somebody's own words, kept with what is captured next. */
  readonly note: string;
  readonly setNote: (note: string) => void;
  /** Why what was typed is not taken, or a question that Enter answers. */
  readonly problem: string | null;
  readonly enter: () => void;
  readonly settingId: string | null;
  readonly setting: GaugeSettingFact | null;
  readonly useSetting: (id: string) => void;
  /** What was captured last in this sheet, to void or take back. */
  readonly last: MeasurementFact | null;
  readonly isBlocked: boolean;
}

/** A sheet walked by keys: one field, Enter, the next place; what is far from its neighbours is asked about first. */
export function useCrankSheet(sheetName: CrankSheet): CrankEntry {
  const { sheet } = useOpenJob();
  const made = useMadeReady();
  const personId = useWho();
  const write = useWrite('POST jobs/:jobId/measurements', { jobId: sheet.id });
  const [typed, type] = useDraft(`inspect.${sheet.id}.${sheetName}`);
  const [keptSetting, useSetting] = useDraft(`inspect.setting.${sheet.id}.${sheetName}`);
  const [note, setNote] = useDraft(`inspect.note.${sheet.id}.${sheetName}`);
  const [picked, pick] = useState<Place | null>(null);
  const [sent, setSent] = useState<readonly Place[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ readonly mm: number; readonly place: Place } | null>(null);
  const places = useMemo(() => placesOf(sheetName, sheet.spec, made.limits), [sheetName, sheet.spec, made.limits]);
  const own = made.measurements.filter((one) => counts(made, one));
  const readingsAt = (place: Place): MeasurementFact[] => own.filter((one) => isAt(place, one));
  const sizeOf = (one: MeasurementFact): number => readMm(one, one.settingId === null ? undefined : made.settings[one.settingId]);
  const waiting = picked ?? places.find((place) => readingsAt(place).length === 0 && !sent.some((one) => isAt(one, place))) ?? null;
  const last = made.measurements.findLast((one) => !one.voided && places.some((place) => isAt(place, one))) ?? null;
  // Whoever goes on with a sheet has the gauge in hand that it was begun with.
  const settingId = made.settings[keptSetting] ? keptSetting : (last?.settingId ?? null);
  const setting = (settingId === null ? undefined : made.settings[settingId]) ?? null;

  const enter = (): void => {
    if (!waiting) return setProblem('Every place of this sheet is read. Tap one to read it again.');
    if (personId === null) return setProblem('Pick who is at the bench first.');
    const read = readQuantity(typed, 'mm');
    if (read.kind !== 'quantity') return setProblem(`“${typed.trim()}” is not a length.`);
    const fact = { ...waiting, id: '', indicationMm: read.value, settingId, afterWorkId: lastWorkId(made.works), voided: false };
    const isAnswered = asked?.mm === read.value && isAt(waiting, asked.place);
    const slip = isAnswered
      ? null
      : slipAt(
          waiting,
          sizeOf(fact),
          own.map((one) => ({ ...one, mm: sizeOf(one) })),
          made.limits,
        );
    if (slip !== null) {
      setAsked({ mm: read.value, place: waiting });
      return setProblem(`${slip} Enter once more if it is so.`);
    }
    setAsked(null);
    setProblem(null);
    void capture(waiting, read.value, personId);
  };

  /** Sent at once: the field is free for the next place, and what was refused is said with what was typed. */
  async function capture(place: Place, indicationMm: number, by: string): Promise<void> {
    const text = typed;
    const { feature, quantity, angleDeg, depth } = place;
    const content = { feature, quantity, angleDeg, depth, indicationMm, settingId, afterWorkId: lastWorkId(made.works), note: note.trim() };
    setSent((before) => [...before, place]);
    type('');
    setNote('');
    pick(null);
    try {
      await write.mutateAsync({ ...content, id: crypto.randomUUID(), personId: by });
      setSent((before) => before.filter((one) => one !== place));
    } catch (error) {
      // The walk goes on under the hand that types: whoever taps the place reads it again.
      setProblem(`${place.row}, ${place.column}: “${text.trim()}” was not kept. ${(error as ProblemError).message} Tap the place to read it again.`);
    }
  }
  return {
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
    note,
    setNote,
    problem,
    enter,
    settingId,
    setting,
    useSetting,
    last,
    isBlocked: personId === null,
  };
}
