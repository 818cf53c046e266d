import { drawnCrank } from '@tare/card';
import { keptSpecOf } from '@tare/contract';
import { banksOf, journalPlacesMm, type JobSpec, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { BigEndPlace } from '../../draw/BigEndPlace.js';
import { BorePlace } from '../../draw/BorePlace.js';
import { CrankPlaces } from '../../draw/CrankPlaces.js';
import { DeckPlace } from '../../draw/DeckPlace.js';
import { PistonPlace } from '../../draw/PistonPlace.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { ringsOf, type Place } from './sheets.js';

/** How far from the middle of a journal its front and rear places lie, as a share of its width. */
const DEPTH_SHARE = 0.3;

/** The part with the place that waits: of a crank turned so that it is up, with the needle over it. Nothing for what has no place. */
export function WherePlace({ waiting, made: { bores } }: { readonly waiting: Place | null; readonly made: MadeReady }): ReactNode {
  const { sheet } = useOpenJob();
  const spec = keptSpecOf(sheet);
  const [kind, number] = waiting?.feature.split('.') ?? [];
  const other = waiting && placeOffCrank(waiting, spec, ringsOf(bores.limits).length);
  if (other) return other;
  if (!waiting || number === undefined || (kind !== 'main' && kind !== 'pin')) return null;
  const group = kind === 'pin' ? 'pins' : 'mains';
  const drawn = drawnCrank(spec, sheet.holes);
  const i = Number(number) - 1;
  const zMm = journalPlacesMm(group, spec)[i];
  if (zMm === undefined) return null;
  const size = (group === 'pins' ? drawn.sizes.pins : drawn.sizes.mains)[i];
  const offMm = (waiting.depth === null ? 0 : waiting.depth === 1 ? -1 : 1) * DEPTH_SHARE * (size?.widthMm ?? 0);
  const throwDeg = group === 'pins' ? spec.layout.pins[i]!.angleDeg : 0;
  return (
    <CrankPlaces drawn={drawn} upDeg={throwDeg + (waiting.angleDeg ?? 0)} needle={{ zMm: zMm + offMm, words: `${waiting.row}, ${waiting.column}` }} />
  );
}

/** A place of a rod, a bore, a piston, a ring or a deck; null for another one. */
function placeOffCrank({ feature, quantity, angleDeg, depth, row, column }: Place, { layout }: Pick<JobSpec, 'layout'>, rings: number): ReactNode {
  const words = `${row}, ${column}`;
  switch (quantity) {
    case 'bigEnd':
      return <BigEndPlace fromBeamDeg={angleDeg ?? 0} words={words} />;
    case 'boreSize':
      return <BorePlace angleDeg={angleDeg ?? 0} depth={depth ?? 1} words={words} />;
    case 'pistonSize':
      return <PistonPlace rings={rings} ring={null} words={words} />;
    case 'ringGap':
      return <PistonPlace rings={rings} ring={depth} words={words} />;
    case 'deckHeight': {
      const cylinders = banksOf(layout)[Number(feature.split('.')[1]) - 1]?.length ?? 1;
      return <DeckPlace cylinders={cylinders} isRear={depth === 2} isLeft={angleDeg === 180} words={words} />;
    }
    default:
      return null;
  }
}
