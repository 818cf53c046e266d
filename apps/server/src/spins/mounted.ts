import { everyHoleOf, everySpinOf, loggedCut, type JobSheet, type SpinSetUp } from '@tare/contract';
import { CRANK_PART, fromPolar, placeBeyond, usualPartPlace, type Mounted as MountedParts } from '@tare/core';
import { standinLabel } from '../standins/standinLabel.js';
import type { Mounted } from './balancingMachine.js';

/** What lies in the machine for a job: its crank with the holes that are said to be in it, its counterweights too light by so much. */
export function mountedOf(sheet: JobSheet, lightG = 0, spin: Pick<SpinSetUp, 'mounted' | 'rebolted'> = {}): Mounted {
  const { number, spec, holes, setUp } = sheet;
  const bare = { rotor: standinLabel(number), crank: spec.crank, holes: holes.map(loggedCut), lightG };
  if (!setUp) return bare;
  const every = everyHoleOf(sheet);
  return {
    ...bare,
    places: holes.map(({ id }) => every.findIndex((hole) => hole.id === id)),
    parts: partsOf(sheet, spin.mounted ?? setUp.mounted, spin.rebolted ?? []),
    bornIn: setUp.kept.spec.crank.planes,
  };
}

function partsOf(sheet: JobSheet, mounted: MountedParts, rebolted: readonly string[]): NonNullable<Mounted['parts']> {
  const { crank } = sheet.setUp!.kept.spec;
  return Object.entries(mounted)
    .filter(([name]) => name !== CRANK_PART)
    .map(([name, turnedDeg]) => {
      const known = sheet.setUps.known?.[name];
      return {
        name,
        turnedDeg,
        zMm: known ? placeBeyond(known.beyondMm, crank) : usualPartPlace(name, crank),
        bolted: timesBolted(everySpinOf(sheet), name, turnedDeg, rebolted.includes(name)),
        ...(known ? { own: fromPolar(known.heavyG * known.radiusMm, known.angleDeg) } : {}),
      };
    });
}

/** How often a part was bolted on by now: first, after it was off, turned to another position, or when somebody says so. */
function timesBolted(spins: JobSheet['spins'], name: string, turnedDeg: number, again: boolean): number {
  let [times, before] = [0, null as number | null];
  for (const { mounted, rebolted } of spins) {
    const now = mounted?.[name] ?? null;
    if (now !== null && (now !== before || rebolted?.includes(name))) times += 1;
    before = now;
  }
  return times + (before !== turnedDeg || again ? 1 : 0);
}
