import type { ReadingEntry } from '@tare/contract';
import { measuresOf, parseDecimal, PART_KINDS, readingComplaint, type PartKind } from '@tare/core';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useCapture } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { useDraft } from '../../ui/useDraft.js';
import { useWho } from '../../ui/WhoFirst.js';
import { nextCell, ORDERS, sameCell, type Cell, type Order } from './nextCell.js';

/** Placements of each part until somebody asks for more. */
const USUAL_PLACEMENTS = 3;

export interface Weighing {
  readonly kind: PartKind;
  readonly setKind: (kind: PartKind) => void;
  readonly cells: readonly Cell[];
  /** Placements that count now: not voided, and after the part's last cut. */
  readonly readingsOf: (cell: Cell) => readonly ReadingEntry[];
  readonly want: number;
  readonly setWant: (want: number) => void;
  readonly order: Order;
  readonly setOrder: (order: Order) => void;
  readonly waiting: Cell | null;
  readonly pick: (cell: Cell | null) => void;
  readonly step: (by: 1 | -1) => void;
  readonly typed: string;
  readonly setTyped: (typed: string) => void;
  readonly capture: () => void;
  readonly problem: string | null;
  readonly busy: boolean;
  readonly nextKind: PartKind | null;
  /** The latest placement of this kind that still counts. */
  readonly lastReading: ReadingEntry | null;
}

/** State of the weigh bench: what waits, what is typed, and what Enter does. */
export function useWeighing(): Weighing {
  const { sheet, figures } = useOpenJob();
  const personId = useWho();
  const [params, setParams] = useSearchParams();
  const [wantText, setWantText] = useDraft(`placements.${sheet.id}`, String(USUAL_PLACEMENTS));
  const [orderText, setOrderText] = useDraft(`order.${sheet.id}`, ORDERS[0]);
  const [typed, setTyped] = useDraft(`reading.${sheet.id}`);
  const [picked, setPicked] = useState<Cell | null>(null);
  const [complaint, setComplaint] = useState<string | null>(null);
  const captured = useCapture(sheet.id);
  // A try that may have arrived keeps its id, so that pressing Enter again cannot make two readings of one.
  const attempt = useRef<{ key: string; id: string } | null>(null);

  const want = Number(wantText);
  const order = ORDERS.find((o) => o === orderText) ?? 'byPart';

  function cellsOf(k: PartKind): Cell[] {
    const parts = sheet.parts.filter((part) => part.kind === k).sort((a, b) => a.cylinder - b.cylinder);
    return measuresOf(k, sheet.weighChoices.rodSchool).flatMap((measure) =>
      parts.map((part) => ({ partId: part.id, cylinder: part.cylinder, measure })),
    );
  }
  function readingsOf(cell: Cell): ReadingEntry[] {
    const lastCutId = figures.weighed.parts.find(({ part }) => part.id === cell.partId)?.lastCutId ?? null;
    return sheet.readings.filter((r) => r.partId === cell.partId && r.measure === cell.measure && !r.voided && r.cutId === lastCutId);
  }
  const waitingIn = (k: PartKind): Cell | null => {
    const own = cellsOf(k);
    return nextCell(
      own,
      own.map((cell) => readingsOf(cell).length),
      want,
      order,
    );
  };

  // Chosen once: the bench stays with a kind until somebody goes on, also when its last placement comes in.
  const [startKind] = useState(() => PART_KINDS.find((k) => waitingIn(k) !== null) ?? 'piston');
  const kind = PART_KINDS.find((k) => k === params.get('kind')) ?? startKind;
  const cells = cellsOf(kind);
  const waiting = picked && cells.some((cell) => sameCell(cell, picked)) ? picked : waitingIn(kind);
  const nextKind = PART_KINDS.find((k) => k !== kind && waitingIn(k) !== null) ?? null;

  const setKind = (next: PartKind): void => {
    setPicked(null);
    setComplaint(null);
    setParams({ kind: next }, { replace: true });
  };

  const refusal = (parsed: ReturnType<typeof parseDecimal>): string | null => {
    if (parsed.kind !== 'number') return `“${typed.trim()}” is not a number of grams. Use digits and one point or comma.`;
    if (waiting === null) return 'Nothing waits here. Touch a part to weigh it once more.';
    if (personId === null) return 'First say who is at the bench, at the top right: every reading carries a name.';
    return readingComplaint(kind, waiting.measure, parsed.value);
  };

  const capture = (): void => {
    captured.reset();
    const parsed = parseDecimal(typed);
    if (parsed.kind === 'blank') {
      if (waiting === null && nextKind !== null) setKind(nextKind);
      return;
    }
    const reason = refusal(parsed);
    setComplaint(reason);
    if (reason !== null || parsed.kind !== 'number' || waiting === null || personId === null) return;
    const key = `${waiting.partId} ${waiting.measure} ${parsed.value} ${readingsOf(waiting).length}`;
    if (attempt.current?.key !== key) attempt.current = { key, id: crypto.randomUUID() };
    const cutId = figures.weighed.parts.find(({ part }) => part.id === waiting.partId)?.lastCutId ?? null;
    captured.mutate(
      { id: attempt.current.id, personId, partId: waiting.partId, measure: waiting.measure, valueG: parsed.value, cutId },
      {
        onSuccess: () => {
          attempt.current = null;
          setTyped('');
          setPicked(null);
        },
      },
    );
  };

  const own = new Set(cells.map((cell) => cell.partId));
  return {
    kind,
    setKind,
    cells,
    readingsOf,
    want,
    setWant: (n) => {
      setWantText(String(n));
    },
    order,
    setOrder: setOrderText,
    waiting,
    pick: setPicked,
    step: (by) => {
      const at = cells.findIndex((cell) => sameCell(cell, waiting));
      setPicked(cells[(at + by + cells.length) % cells.length] ?? null);
    },
    typed,
    setTyped: (text) => {
      setComplaint(null);
      setTyped(text);
    },
    capture,
    problem: complaint ?? captured.error?.message ?? null,
    busy: captured.isPending,
    nextKind,
    lastReading: sheet.readings.filter((r) => own.has(r.partId) && !r.voided).at(-1) ?? null,
  };
}
