import { normaliseAngleDeg, replacedId, seatOf, typedQuantity, type Cut, type FaceCut, type StandingCut, type Unit } from '@tare/core';

/** A cut of one's own as it is typed. */
export interface OwnCutDraft {
  readonly kind: 'radial' | 'face' | 'redrill' | 'bar' | 'weld' | 'grind' | 'turn';
  readonly counterweightId: string;
  readonly angleDeg: string;
  /** Of a hole or bar that stands: what is deepened, filled or welded. */
  readonly replacesIds: readonly string[];
  readonly face: 'front' | 'rear';
  readonly radiusMm: string;
  readonly zMm: string;
  readonly bitMm: string;
  readonly pointAngleDeg: string;
  readonly depthMm: string;
  readonly deeperMm: string;
  readonly lengthMm: string;
  readonly densityGPerCm3: string;
  readonly halfArcDeg: string;
}

export const NO_CUT: OwnCutDraft = {
  kind: 'radial',
  counterweightId: '',
  angleDeg: '',
  replacesIds: [],
  face: 'front',
  radiusMm: '',
  zMm: '',
  bitMm: '',
  pointAngleDeg: '118',
  depthMm: '',
  deeperMm: '',
  lengthMm: '',
  densityGPerCm3: '17.5',
  halfArcDeg: '8',
};

/** What is called for by each kind, in the order it is asked. */
export const OWN_KINDS = {
  radial: 'A hole from the rim',
  face: 'A hole in the side face',
  redrill: 'Holes that are there, deeper',
  grind: 'A spot ground off the rim',
  turn: 'The rim turned down',
  bar: 'A bar of heavy metal from the side',
  weld: 'A hole welded shut',
} as const satisfies Record<OwnCutDraft['kind'], string>;

/** What a drill leaves, wherever it goes in. */
type Drilled = Pick<FaceCut, 'bitMm' | 'pointAngleDeg' | 'depthMm'>;

/** Fields that are empty or no number. */
export class Incomplete extends Error {
  override readonly name = 'Incomplete';
}

function numberOf(text: string, unit: Unit, what: string): number {
  const value = typedQuantity(text, unit);
  if (Number.isNaN(value)) throw new Incomplete(what);
  return value;
}

/**
 * The cuts that a draft says: one, or one for each hole that goes deeper.
 * @param standing holes and bars as they are
 * @throws Incomplete naming what is missing
 */
export function cutsOf(draft: OwnCutDraft, standing: readonly StandingCut[]): Cut[] {
  if (draft.kind === 'redrill' || draft.kind === 'weld') {
    const old = standing.flatMap((hole) => (hole.kind !== 'bar' && draft.replacesIds.includes(hole.id) ? [hole] : []));
    if (old.length === 0) throw new Incomplete(draft.kind === 'redrill' ? 'which holes' : 'which hole');
    const deeperMm = draft.kind === 'redrill' ? numberOf(draft.deeperMm, 'mm', 'how much deeper') : 0;
    return old.map((hole): Cut => {
      const { counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm } = hole;
      const place = { counterweightId, angleDeg, seat: seatOf(hole), replacesId: hole.id, bitMm };
      return draft.kind === 'weld' ? { kind: 'weld', ...place, depthMm } : { kind: 'redrill', ...place, pointAngleDeg, depthMm: depthMm + deeperMm };
    });
  }
  if (draft.counterweightId === '') throw new Incomplete('which counterweight');
  const place = { counterweightId: draft.counterweightId, angleDeg: normaliseAngleDeg(numberOf(draft.angleDeg, '°', 'the angle')) };
  const depthMm = draft.kind === 'bar' ? numberOf(draft.lengthMm, 'mm', 'the length') : numberOf(draft.depthMm, 'mm', 'the depth');
  const drilled = (): Drilled => ({
    bitMm: numberOf(draft.bitMm, 'mm', 'the bit'),
    pointAngleDeg: numberOf(draft.pointAngleDeg, '°', 'the point angle'),
    depthMm,
  });
  switch (draft.kind) {
    case 'grind':
    case 'turn':
      return [{ kind: draft.kind, ...place, halfArcDeg: numberOf(draft.halfArcDeg, '°', 'how far to both sides'), depthMm }];
    case 'bar':
      return [
        {
          kind: 'bar',
          ...place,
          seat: { from: 'face', face: draft.face, radiusMm: numberOf(draft.radiusMm, 'mm', 'the radius of its axis') },
          diameterMm: numberOf(draft.bitMm, 'mm', 'the bar’s diameter'),
          lengthMm: depthMm,
          depthMm,
          densityGPerCm3: numberOf(draft.densityGPerCm3, 'g/cm³', 'the bar’s density'),
          replacesId: null,
        },
      ];
    case 'face':
      return [{ kind: 'face', ...place, ...drilled(), face: draft.face, radiusMm: numberOf(draft.radiusMm, 'mm', 'the radius of its axis') }];
    case 'radial':
      return [
        { kind: 'radial', ...place, ...drilled(), zMm: draft.zMm.trim() === '' ? null : numberOf(draft.zMm, 'mm', 'the place along the crank') },
      ];
  }
}

/** A number as it is typed: to a hundredth. */
const text = (value: number): string => String(Number(value.toFixed(2)));

/** A planned cut as a draft, to be put right where it was really made otherwise; null for one that is not typed here. */
export function draftOf(cut: Cut): OwnCutDraft | null {
  const place = { ...NO_CUT, counterweightId: cut.counterweightId, angleDeg: text(cut.angleDeg) };
  switch (cut.kind) {
    case 'radial':
      return { ...place, kind: 'radial', bitMm: text(cut.bitMm), pointAngleDeg: text(cut.pointAngleDeg), zMm: cut.zMm == null ? '' : text(cut.zMm) };
    case 'face':
      return {
        ...place,
        kind: 'face',
        bitMm: text(cut.bitMm),
        pointAngleDeg: text(cut.pointAngleDeg),
        radiusMm: text(cut.radiusMm),
        face: cut.face ?? 'front',
      };
    case 'grind':
    case 'turn':
      return { ...place, kind: cut.kind, halfArcDeg: text(cut.halfArcDeg) };
    case 'bar':
      if (replacedId(cut) !== null || cut.seat.from !== 'face') return null;
      return {
        ...place,
        kind: 'bar',
        bitMm: text(cut.diameterMm),
        radiusMm: text(cut.seat.radiusMm),
        face: cut.seat.face ?? 'front',
        densityGPerCm3: text(cut.densityGPerCm3),
      };
    default:
      return null;
  }
}

/** A cut that is logged as a draft, depths and all; null for one that is not typed here. */
export function draftOfLogged(cut: Cut): Partial<OwnCutDraft> | null {
  if (cut.kind === 'redrill' || cut.kind === 'weld') return { kind: cut.kind, replacesIds: [cut.replacesId] };
  const draft = draftOf(cut);
  if (draft === null) return null;
  return { ...draft, depthMm: text(cut.depthMm), lengthMm: cut.kind === 'bar' ? text(cut.lengthMm) : '' };
}
