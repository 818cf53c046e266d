import { JOB_LIST_TABLES, type ChangeWord } from '@tare/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { listenToChanges } from './changeStream.js';
import { isOwnWrite } from './ownWrites.js';
import { jobKey } from './queries.js';

/** Several changes at once are one reason to look. */
const SETTLE_MS = 300;

/** What shows the shop's own ledgers. */
const SHOP_KEYS: Readonly<Record<string, string>> = {
  shop_bits: 'shop',
  shop_usual: 'shop',
  shop_fittings: 'shop',
  person: 'shop',
  shop_tools: 'shop-tools',
  bob_box: 'bob-box',
  instrument: 'instruments',
  instrument_spec: 'instruments',
  study: 'instruments',
  entry_void: 'instruments',
  machine: 'machines',
  machine_spec: 'machines',
  calibration: 'machines',
  machine_check: 'machines',
  tool: 'tools',
  practice_cut: 'tools',
};

/** The queries that have to look after a word; undefined for all. */
function keysOf({ jobId, table }: ChangeWord): (readonly string[])[] | undefined {
  if (table === '*') return undefined;
  if (jobId !== null) return [jobKey(jobId), ['jobs']];
  const key = SHOP_KEYS[table];
  return key === undefined ? [] : [[key]];
}

/** Whether a window with this job open shows anything of it. */
const isAbout = (word: ChangeWord, jobId: string | undefined): boolean =>
  word.jobId === null || word.jobId === jobId || JOB_LIST_TABLES.includes(word.table);

/** Looks again when anybody else changes the open job or the shop, so that two people at two screens see each other's work. */
export function useChanges(jobId: string | undefined): void {
  const queries = useQueryClient();
  useEffect(() => {
    const due = new Map<string, readonly string[]>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = (): void => {
      due.forEach((queryKey) => void queries.invalidateQueries({ queryKey }));
      due.clear();
    };
    const hangUp = listenToChanges((word) => {
      if (isOwnWrite(word.writeId) || !isAbout(word, jobId)) return;
      for (const key of keysOf(word) ?? [[]]) due.set(key.join(), key);
      clearTimeout(timer);
      timer = setTimeout(look, SETTLE_MS);
    });
    return () => {
      clearTimeout(timer);
      hangUp();
    };
  }, [jobId, queries]);
}
