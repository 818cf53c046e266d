import { boresFigures, type BoresFigures } from './bores/boreFigures.js';
import { decksFigures, type DecksFigures, type DeckSpec } from './deck/deckFigures.js';
import { rodsFigures, type RodsFigures } from './rods/rodFigures.js';
import { crankFigures, isCracked, plannedGroups, type CrankFigures, type CrankSpec } from './crankFigures.js';
import type { MadeReady } from './inspectFacts.js';

/** Where a crank stands on its way to being ready. */
export interface MakeReadyStatus {
  readonly state: 'ready' | 'underWay' | 'done';
  readonly why: string;
}

/** Why nothing later, no weighing or no spin can go on until something is done; null where nothing holds it up. */
export function heldUpBy(
  made: MadeReady | undefined,
  cylinders: number,
): { readonly all: string | null; readonly weigh: string | null; readonly spin: string | null } {
  if (!made) return { all: null, weigh: null, spin: null };
  if (isCracked(made)) return { all: 'the crank is cracked', weigh: null, spin: 'the crank is cracked' };
  // Other pistons and rings go into other bores: what is weighed before would be for nothing.
  const weigh = boresFigures(made, cylinders).isOpen ? (made.bores.word === null ? 'bores not decided' : 'waits for the bores') : null;
  const [group] = plannedGroups(made);
  return { all: null, weigh, spin: group ? `waits for the ${group} to be ground` : null };
}

/** @param isUnderWay the job went on to the scale or the machine already */
export function makeReadyStatus(made: MadeReady | undefined, spec: CrankSpec & DeckSpec, isUnderWay: boolean): MakeReadyStatus {
  if (!made) return isUnderWay ? { state: 'done', why: 'not used' } : { state: 'ready', why: 'nothing measured yet' };
  if (isCracked(made)) return { state: 'underWay', why: 'cracked' };
  const [group] = plannedGroups(made);
  if (group) return { state: 'underWay', why: `${group} to grind` };
  const figures = crankFigures(made, spec);
  if (figures.cracksDue === 'again') return { state: 'underWay', why: 'crack test due again' };
  const open =
    openWords(figures) ??
    openRods(rodsFigures(made, spec.layout)) ??
    openBores(boresFigures(made, spec.layout.cylinders.length), made) ??
    openDecks(decksFigures(made, spec));
  if (open !== null) return { state: 'underWay', why: open };
  return made.measurements.some(({ voided }) => !voided)
    ? { state: 'done', why: 'measured and judged' }
    : { state: 'ready', why: 'nothing measured yet' };
}

/** What of the bores is open. */
function openBores({ rows, isOpen, honeLeftMm, rings }: BoresFigures, { bores }: MadeReady): string | null {
  if (isOpen) return bores.word === null ? 'bores not decided' : 'bores to bore';
  if (honeLeftMm > 0) return 'bores to hone';
  if (rings.some(({ toFileMm }) => toFileMm !== null)) return 'rings to file';
  return rows.some(({ advice }) => advice === 'cannotYetTell') ? 'a bore cannot yet be told' : null;
}

/** What of the decks is open. */
function openDecks({ plan, refused }: DecksFigures): string | null {
  if (refused !== null) return 'decks cannot be made alike';
  return plan ? 'decks to cut' : null;
}

/** What of the rods is open. */
function openRods({ rows, torquesDiffer }: RodsFigures): string | null {
  if (torquesDiffer) return 'rod bolts: two torques';
  for (const [advice, words] of [
    ['out', 'out'],
    ['close', 'to close'],
    ['hone', 'to hone'],
  ] as const) {
    const n = rows.filter((row) => row.advice === advice).length;
    if (n > 0) return `${n} ${n === 1 ? 'rod' : 'rods'} ${words}`;
  }
  return rows.some(({ advice }) => advice === 'cannotYetTell') ? 'a rod cannot yet be told' : null;
}

/** What of the crank was measured and is not inside, or cannot yet be told. */
function openWords({ runOut, groups }: CrankFigures): string | null {
  if (runOut.kind === 'read') {
    if (runOut.mains.some(({ verdict }) => verdict.kind === 'outside')) return 'bent';
    if (runOut.mains.some(({ verdict }) => verdict.kind === 'cannotYetTell')) return 'run-out cannot yet be told';
  }
  const journals = [...groups.mains.journals, ...groups.pins.journals].flatMap(({ figures }) => (figures ? [figures.advice] : []));
  const toGrind = journals.filter((advice) => advice === 'grind').length;
  if (toGrind > 0) return `${toGrind} ${toGrind === 1 ? 'journal' : 'journals'} outside`;
  return journals.includes('cannotYetTell') ? 'a journal cannot yet be told' : null;
}
