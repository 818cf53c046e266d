import { drawnCrank } from '@tare/card';
import { keptSpecOf } from '@tare/contract';
import { journalPlacesMm } from '@tare/core';
import type { ReactNode } from 'react';
import { BigEndPlace } from '../../draw/BigEndPlace.js';
import { CrankPlaces } from '../../draw/CrankPlaces.js';
import { useOpenJob } from '../../shell/JobContext.js';
import type { Place } from './sheets.js';

/** How far from the middle of a journal its front and rear places lie, as a share of its width. */
const DEPTH_SHARE = 0.3;

/** A big end with the direction that waits, or the crank with its place: turned so that it is up, with the needle over it. */
export function WherePlace({ waiting }: { readonly waiting: Place | null }): ReactNode {
  const { sheet } = useOpenJob();
  const spec = keptSpecOf(sheet);
  const [kind, number] = waiting?.feature.split('.') ?? [];
  if (waiting?.quantity === 'bigEnd') return <BigEndPlace fromBeamDeg={waiting.angleDeg ?? 0} words={`${waiting.row}, ${waiting.column}`} />;
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
