import type { Limits } from './acceptance.js';
import { boredMm } from './bores/boreFigures.js';
import { isRunOut, type MadeReady, type MeasurementFact } from './inspectFacts.js';

const upTo = (highMm: number | null | undefined): Limits => ({ lowMm: null, highMm: highMm ?? null });
const isOpen = ({ lowMm, highMm }: Limits): boolean => lowMm === null && highMm === null;

/** What a place is judged by now, as far as that was typed: of a ground group its undersize off, of a bored block its oversize on; null for nothing. */
export function limitsAt(place: Pick<MeasurementFact, 'feature' | 'quantity' | 'depth'>, made: MadeReady): Limits | null {
  const found = typedAt(place, made);
  return found && !isOpen(found) ? { lowMm: found.lowMm, highMm: found.highMm } : null;
}

function typedAt({ feature, quantity, depth }: Pick<MeasurementFact, 'feature' | 'quantity' | 'depth'>, made: MadeReady): Limits | null {
  const {
    limits,
    rods: { limits: rods },
    bores: { limits: bores },
    decks: { limits: decks },
  } = made;
  const isPin = feature.startsWith('pin.');
  const group = isPin ? limits?.pins : limits?.mains;
  if (isRunOut(quantity)) return upTo(limits?.runOutMm);
  switch (quantity) {
    case 'diameter': {
      const underMm = made.works.reduce((mm, { work }) => (work.kind === (isPin ? 'grindPins' : 'grindMains') ? work.underMm : mm), 0);
      const less = (mm: number | null): number | null => (mm === null ? null : mm - underMm);
      return group ? { lowMm: less(group.lowMm), highMm: less(group.highMm) } : null;
    }
    case 'fillet':
    case 'width':
      return group?.[quantity] ?? null;
    case 'endFloat':
      return limits?.endFloat ?? null;
    case 'clearanceSeen':
      return (feature.startsWith('rod.') ? rods?.clearance : group?.clearance) ?? null;
    case 'bigEnd':
    case 'smallEnd':
      return rods?.[quantity] ?? null;
    case 'bend':
      return upTo(rods?.bendMm);
    case 'twist':
      return upTo(rods?.twistMm);
    case 'boreSize':
      return bores?.nominalMm == null || bores.wearMm === null ? null : upTo(bores.nominalMm + boredMm(made) + bores.wearMm);
    case 'boreWall':
      return { lowMm: bores?.leastWallMm ?? null, highMm: null };
    case 'ringGap':
      return bores?.rings?.[(depth ?? 1) - 1] ?? null;
    case 'deckHeight':
      return { lowMm: decks?.leastHeightMm ?? null, highMm: null };
    case 'pistonDown':
      return decks?.pistonDown ?? null;
    default:
      return null;
  }
}
