import { addressOf, type ReadingEntry } from '@tare/contract';
import {
  everyPart,
  exchangedDigits,
  differenceComplaint,
  lineReader,
  hasEnds,
  isWanted,
  kindsHere,
  measuresOf,
  readQuantity,
  readingComplaint,
  readingDoubt,
  USUAL_DIVISION_G,
  zeroMoved,
  type KindDoubt,
  type Measure,
  type PartFact,
  type PartKind,
} from '@tare/core';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useOutbox } from '../../api/outboxContext.js';
import { isStillThat } from '../../instruments/isStillThat.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { saidOf } from '../../ui/form/saidOf.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';
import { nextCell, ORDERS, sameCell, type Cell, type Order } from './nextCell.js';
import { readOf } from './readOf.js';
import { usePlacements } from './usePlacements.js';
import { useInstrumentChoice, type InstrumentChoice } from './useInstrumentChoice.js';
import { useLiveScale, type LiveScale } from './useLiveScale.js';
import { useZeroWatch, type OpenZero } from './useZeroWatch.js';

/** Below this a live reading is an empty pan. */
const SOMETHING_G = 0.8;

/** A reading that is asked about before it is kept. */
export interface Asked extends KindDoubt {
  readonly valueG: number;
  readonly cell: Cell;
}

export interface Weighing {
  readonly kind: PartKind;
  readonly setKind: (kind: PartKind) => void;
  readonly cells: readonly Cell[];
  /** Placements that count now: not voided, and after the part's last cut. */
  readonly readingsOf: (cell: Cell) => readonly ReadingEntry[];
  readonly isDoubtful: (reading: ReadingEntry) => boolean;
  /** Of what is weighed now. */
  readonly want: number;
  readonly setWant: (want: number) => void;
  readonly order: Order;
  readonly setOrder: (order: Order) => void;
  readonly waiting: Cell | null;
  readonly pick: (cell: Cell | null) => void;
  readonly step: (by: 1 | -1) => void;
  readonly instrument: InstrumentChoice;
  readonly scale: LiveScale;
  readonly divisionG: number;
  readonly typed: string;
  readonly setTyped: (typed: string) => void;
  /** What Enter does: captures, takes the zero, jumps to a part, or goes on to the next kind. */
  readonly enter: () => void;
  /** Captures one value for each of these cells: what was pasted. */
  readonly captureAll: (values: readonly { readonly cell: Cell; readonly valueG: number; readonly text: string }[]) => void;
  readonly askZero: boolean;
  readonly setAskZero: (on: boolean) => void;
  /** The typed zero that is asked for now. */
  readonly openZero: OpenZero | null;
  readonly problem: string | null;
  /** A reading that does not look like its kind, and is asked about; Enter once more keeps it. */
  readonly asked: Asked | null;
  /** It was meant otherwise: that stands in the field. */
  readonly takeMeant: () => void;
  /** What the last zero said of the reading before it. */
  readonly doubt: string | null;
  /** The scale was zeroed: the next placement starts from there. */
  readonly zeroed: () => void;
  /** What the scale is tared on for this kind, its other readings being differences; null for weights outright. */
  readonly reference: Cell | null;
  readonly nextKind: PartKind | null;
  /** The latest placement of this kind that still counts. */
  readonly lastReading: ReadingEntry | null;
}

/** Where a part's weighing begins; null for no part, or none of this job. */
function cellOfPart(parts: readonly PartFact[], partId: string | null): Cell | null {
  const part = parts.find((p) => p.id === partId);
  return part ? { partId: part.id, cylinder: part.cylinder, measure: hasEnds(part.kind) ? 'total' : 'mass' } : null;
}

/** State of the weigh bench: what waits, what is typed or shown, and what Enter does. */
export function useWeighing(): Weighing {
  const { sheet, figures } = useOpenJob();
  const personId = useWho();
  const outbox = useOutbox();
  const [params, setParams] = useSearchParams();
  const { wantOf, setWant } = usePlacements(sheet.id);
  const [orderText, setOrderText] = useDraft(`order.${sheet.id}`, ORDERS[0]);
  const [askZeroText, setAskZeroText] = useDraft('ask-zero', 'yes');
  const [typed, setTyped] = useDraft(`reading.${sheet.id}`);
  // A tag's QR code opens its part.
  const [picked, setPicked] = useState<Cell | null>(() => cellOfPart(sheet.parts, params.get('part')));
  const [problem, setProblem] = useState<string | null>(null);
  const [doubt, setDoubt] = useState<string | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [openZero, setOpenZero] = useState<OpenZero | null>(null);
  const lastTypedZeroG = useRef(0);

  const order = ORDERS.find((o) => o === orderText) ?? 'byPart';
  const lastCutOf = (partId: string): string | null => everyPart(figures).find(({ part }) => part.id === partId)?.lastCutId ?? null;

  function cellsOf(k: PartKind): Cell[] {
    const parts = sheet.parts.filter((part) => part.kind === k).sort((a, b) => a.cylinder - b.cylinder);
    return measuresOf(k, sheet.weighChoices.rodSchool).flatMap((measure) =>
      parts.map((part) => ({ partId: part.id, cylinder: part.cylinder, measure })),
    );
  }
  const readingsOf = (cell: Cell): ReadingEntry[] =>
    sheet.readings.filter((r) => r.partId === cell.partId && r.measure === cell.measure && !r.voided && r.cutId === lastCutOf(cell.partId));
  const { sample = 'every' } = sheet.weighChoices;
  const isAsked = ({ partId, measure: of }: Cell): boolean => {
    const part = sheet.parts.find(({ id }) => id === partId);
    return part !== undefined && isWanted(sample, part, of, figures.weighed);
  };
  const waitingIn = (k: PartKind): Cell | null => {
    const own = cellsOf(k).filter(isAsked);
    return nextCell(
      own,
      own.map((cell) => readingsOf(cell).length),
      wantOf,
      order,
    );
  };

  // Chosen once: the bench stays with a kind until somebody goes on, also when its last placement comes in.
  const kinds = kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere);
  const [startKind] = useState(() => kinds.find((k) => waitingIn(k) !== null) ?? kinds[0]!);
  const kind = kinds.find((k) => k === params.get('kind')) ?? kinds.find((k) => k === startKind) ?? kinds[0]!;
  const cells = cellsOf(kind);
  const waiting = picked && cells.some((cell) => sameCell(cell, picked)) ? picked : waitingIn(kind);
  const nextKind = kinds.find((k) => k !== kind && waitingIn(k) !== null) ?? null;

  const measure: Measure = waiting?.measure ?? (hasEnds(kind) ? 'total' : 'mass');
  const reference = cellOfPart(sheet.parts, sheet.weighChoices.references[kind] ?? null);
  const isDifference = (cell: Cell): boolean => reference !== null && cell.partId !== reference.partId;
  const want = wantOf(measure);
  const instrument = useInstrumentChoice(kind, measure, want);
  const scale = useLiveScale(instrument.chosen?.spec ?? null);
  const divisionG = instrument.chosen?.spec.divisionG ?? USUAL_DIVISION_G;
  const isLive = instrument.chosen?.spec.source === 'standin' || instrument.chosen?.spec.source === 'serial';

  const takeZero = ({ readingId, beforeG }: OpenZero, afterG: number): void => {
    const moved = zeroMoved(beforeG, afterG, divisionG);
    setDoubt(
      moved
        ? `The zero moved from ${beforeG} to ${afterG} g: the last reading is doubtful. Zero the scale; void the reading and place the part again.`
        : null,
    );
    if (personId === null) return;
    const path = addressOf('POST jobs/:jobId/readings/:readingId/zero', { jobId: sheet.id, readingId });
    void outbox.add({ jobId: sheet.id, path, body: { id: crypto.randomUUID(), personId, beforeG, afterG }, at: new Date().toISOString() });
  };
  // Tared on a part, a like part may read as little as an empty pan does: then the zero is asked for.
  const zeros = useZeroWatch(isLive && reference === null ? scale.shown : null, takeZero);

  const setKind = (next: PartKind): void => {
    setPicked(null);
    setProblem(null);
    setOpenZero(null);
    // At once: as a transition it would be put off for as long as a live scale keeps the screen busy.
    setParams({ kind: next }, { replace: true, flushSync: true });
  };

  const store = (cell: Cell, valueG: number, said: string): string | null => {
    if (personId === null) return null;
    const id = crypto.randomUUID();
    const reading = {
      id,
      personId,
      partId: cell.partId,
      measure: cell.measure,
      valueG,
      cutId: lastCutOf(cell.partId),
      instrumentId: instrument.chosen?.id ?? null,
      source: instrument.chosen?.spec.source ?? ('typed' as const),
      referencePartId: isDifference(cell) ? reference!.partId : null,
    };
    const path = addressOf('POST jobs/:jobId/readings', { jobId: sheet.id });
    outbox.add({ jobId: sheet.id, path, body: { ...reading, ...saidOf({ valueG: said }) }, reading, at: new Date().toISOString() }).catch(() => {
      setTyped(said === '' ? String(valueG) : said);
      setProblem('This browser could not keep the reading; it stands in the field again. Is its disk full?');
    });
    return id;
  };

  /** Nothing stands there: about zero, or on a scale that is tared on a part about minus that part. */
  const isEmpty = (valueG: number, cell: Cell): boolean => {
    const taredG = isDifference(cell) ? everyPart(figures).find(({ part }) => part.id === reference!.partId)?.now[cell.measure]?.meanG : 0;
    return taredG !== undefined && Math.abs(valueG + taredG) < SOMETHING_G;
  };

  /** The number that Enter means: what is typed, else what a live scale shows. */
  const meant = (): { readonly valueG: number; readonly live: boolean } | string => {
    const text = typed.trim();
    if (text === '' && isLive) {
      if (!scale.shown) return 'The scale shows nothing yet. Type the reading, or see that it is on.';
      if (!scale.shown.stable) return 'Not settled yet: wait until the scale stands still.';
      if (waiting !== null && isEmpty(scale.shown.valueG, waiting)) return 'Nothing stands on the scale.';
      return { valueG: scale.shown.valueG, live: true };
    }
    const parsed = readQuantity(text, 'g');
    if (parsed.kind === 'quantity') return { valueG: parsed.value, live: false };
    // A scale that types writes its own line: number and unit.
    const line = instrument.chosen?.spec.source === 'wedge' ? lineReader('{any}{sign}{number} {unit}')(text) : null;
    if (line) return { valueG: line.valueG, live: false };
    if (parsed.kind === 'grainOrGram') return 'Say first whether gr is a grain or a gram.';
    return parsed.kind === 'refused' ? parsed.sentence : `“${text}” is not a number of grams. Use digits and one point or comma.`;
  };

  const capture = (): void => {
    const number = meant();
    if (typeof number === 'string') return setProblem(number);
    if (waiting === null) return setProblem('Nothing waits here. Touch a part to weigh it once more.');
    if (personId === null) return setProblem('First say who is at the bench, at the top right: every reading carries a name.');
    const complaint = isDifference(waiting) ? differenceComplaint(number.valueG) : readingComplaint(kind, waiting.measure, number.valueG);
    setProblem(complaint);
    if (complaint !== null) return undefined;
    const exchangedG = number.live ? [] : exchangedDigits(typed, 'g');
    const unlike = isDifference(waiting)
      ? null
      : readingDoubt({
          kind,
          measure: waiting.measure,
          valueG: number.valueG,
          ownG: readingsOf(waiting).flatMap(({ referencePartId, valueG }) => (referencePartId === null ? [valueG] : [])),
          othersG: othersOf(waiting),
          readG: readOf(everyPart(figures), waiting.partId),
          divisionG,
          exchangedG,
        });
    // The same number for the same part once more is the answer that it is so.
    const isAnswered = asked !== null && sameCell(asked.cell, waiting) && isStillThat(asked.valueG, number.valueG, number.live ? divisionG : 0);
    if (unlike !== null && !isAnswered) return setAsked({ ...unlike, valueG: number.valueG, cell: waiting });
    setAsked(null);
    const readingId = store(waiting, number.valueG, number.live ? '' : typed);
    setTyped('');
    setPicked(null);
    if (readingId === null) return undefined;
    if (number.live && reference === null) zeros.expect({ readingId, beforeG: zeros.lastZeroG() });
    else if (askZeroText === 'yes' && (reference === null || isDifference(waiting))) setOpenZero({ readingId, beforeG: lastTypedZeroG.current });
    return undefined;
  };

  const makerOf = (partId: string): string => sheet.partMarks[partId]?.maker?.trim().toLowerCase() ?? '';
  /** What the other parts of the kind weigh, of the same maker, as they are now. */
  const othersOf = (cell: Cell): number[] =>
    everyPart(figures).flatMap(({ part, now, needsReweighing }) =>
      part.kind === kind && part.id !== cell.partId && makerOf(part.id) === makerOf(cell.partId) && !needsReweighing && now[cell.measure]
        ? [now[cell.measure]!.meanG]
        : [],
    );

  const enter = (): void => {
    const jump = /^#\s*(\d+)$/.exec(typed.trim());
    if (jump) {
      const cell = cells.find((c) => c.cylinder === Number(jump[1]) && c.measure === measure);
      if (!cell) return setProblem(`There is no ${jump[1]} here.`);
      setTyped('');
      setPicked(cell);
      return setProblem(null);
    }
    if (openZero) {
      const parsed = readQuantity(typed, 'g');
      if (parsed.kind !== 'quantity' && parsed.kind !== 'blank')
        return setProblem(`“${typed.trim()}” is not a number. What does the empty scale show? Enter alone means 0.`);
      const shownG = isLive && scale.shown?.stable ? scale.shown.valueG : 0;
      const afterG = parsed.kind === 'blank' ? shownG : parsed.value;
      setProblem(null);
      setTyped('');
      setOpenZero(null);
      lastTypedZeroG.current = afterG;
      return takeZero(openZero, afterG);
    }
    if (typed.trim() === '' && waiting === null) return nextKind === null ? undefined : setKind(nextKind);
    if (typed.trim() === '' && !isLive) return undefined;
    return capture();
  };

  const own = new Set(cells.map((cell) => cell.partId));
  return {
    kind,
    setKind,
    cells,
    readingsOf,
    isDoubtful: ({ zero }) => zero !== null && zeroMoved(zero.beforeG, zero.afterG, divisionG),
    want,
    setWant: (n) => setWant(measure, n),
    order,
    setOrder: setOrderText,
    waiting,
    pick: setPicked,
    step: (by) => {
      const at = cells.findIndex((cell) => sameCell(cell, waiting));
      setPicked(cells[(at + by + cells.length) % cells.length] ?? null);
    },
    instrument,
    scale,
    divisionG,
    typed,
    setTyped: (text) => {
      setProblem(null);
      setAsked(null);
      setTyped(text);
    },
    enter,
    captureAll: (values) => values.forEach(({ cell, valueG, text }) => store(cell, valueG, text)),
    askZero: askZeroText === 'yes',
    setAskZero: (on) => {
      setAskZeroText(on ? 'yes' : 'no');
      if (!on) setOpenZero(null);
    },
    openZero,
    problem,
    asked,
    takeMeant: () => {
      if (asked?.meantG == null) return;
      setTyped(String(Math.round(1000 * asked.meantG) / 1000));
      setAsked(null);
    },
    zeroed: () => {
      lastTypedZeroG.current = 0;
      setOpenZero(null);
      setDoubt(null);
    },
    doubt,
    reference,
    nextKind,
    lastReading: sheet.readings.filter((r) => own.has(r.partId) && !r.voided).at(-1) ?? null,
  };
}
