import { checkNumber, CoreError } from '../../units/check.js';

/** A clamp: two equal halves that close round a crankpin, each with a stud to stack pieces on. */
export interface BobClamp {
  readonly id: string;
  readonly name: string;
  /** Pin diameters it closes on, mm. */
  readonly fromMm: number;
  readonly toMm: number;
  /** One half, with its studs and nuts, g. */
  readonly halfG: number;
  /** Height of pieces that a stud holds, mm. */
  readonly studMm: number;
  /** Clamps of this kind. */
  readonly count: number;
}

/** A disc, washer or nut. */
export interface BobPiece {
  readonly id: string;
  readonly name: string;
  readonly massG: number;
  readonly thicknessMm: number;
  readonly count: number;
}

/** Everything the shop builds bobs from. */
export interface BobBox {
  readonly clamps: readonly BobClamp[];
  readonly pieces: readonly BobPiece[];
}

/** @throws CoreError that names the clamp or piece at fault */
export function checkBox({ clamps, pieces }: BobBox): void {
  clamps.forEach((clamp, i) => {
    const at = `clamps.${i}`;
    checkNumber(`The least pin of ${clamp.name}`, clamp.fromMm, { above: 0, max: 300, unit: 'mm' }, `${at}.fromMm`);
    checkNumber(`The largest pin of ${clamp.name}`, clamp.toMm, { min: clamp.fromMm, max: 300, unit: 'mm' }, `${at}.toMm`);
    checkNumber(`Half of ${clamp.name}`, clamp.halfG, { above: 0, max: 20000, unit: 'g' }, `${at}.halfG`);
    checkNumber(`The stud of ${clamp.name}`, clamp.studMm, { min: 0, max: 500, unit: 'mm' }, `${at}.studMm`);
    checkNumber(`The number of ${clamp.name}`, clamp.count, { min: 0, max: 99 }, `${at}.count`);
  });
  pieces.forEach((piece, i) => {
    const at = `pieces.${i}`;
    checkNumber(`The mass of ${piece.name}`, piece.massG, { above: 0, max: 20000, unit: 'g' }, `${at}.massG`);
    checkNumber(`The thickness of ${piece.name}`, piece.thicknessMm, { min: 0, max: 500, unit: 'mm' }, `${at}.thicknessMm`);
    checkNumber(`The number of ${piece.name}`, piece.count, { min: 0, max: 999 }, `${at}.count`);
  });
  const ids = [...clamps, ...pieces].map(({ id }) => id);
  if (new Set(ids).size !== ids.length) throw new CoreError('Two things in the box have one id.', 'pieces');
}

/** The bobs that are wanted. */
export interface BobWish {
  /** Figure of each bob, g, pins from the front. */
  readonly figuresG: readonly number[];
  readonly pinDiameterMm: number;
  /** Most that a bob may be off its figure, either way, g. */
  readonly limitG: number;
}

/** So many of a piece on each half. */
export interface Stacked {
  readonly pieceId: string;
  readonly each: number;
}

/** A bob as it is to be put together: both halves alike. */
export interface BuiltBob {
  /** Counted from 0 at the front. */
  readonly index: number;
  readonly clampId: string;
  /** On each half, heaviest first: the heaviest goes next to the clamp. */
  readonly stack: readonly Stacked[];
  readonly stackMm: number;
  readonly halfG: number;
  readonly totalG: number;
  readonly offG: number;
}

/** The bob of a clamp and a stack. */
export function bobOf(index: number, figureG: number, clamp: BobClamp, stack: readonly Stacked[], { pieces }: BobBox): BuiltBob {
  const of = ({ pieceId }: Stacked): BobPiece => pieces.find(({ id }) => id === pieceId)!;
  const sorted = [...stack].sort((a, b) => of(b).massG - of(a).massG);
  const halfG = sorted.reduce((sum, one) => sum + one.each * of(one).massG, clamp.halfG);
  const stackMm = sorted.reduce((sum, one) => sum + one.each * of(one).thicknessMm, 0);
  return { index, clampId: clamp.id, stack: sorted, stackMm, halfG, totalG: 2 * halfG, offG: 2 * halfG - figureG };
}

/** How many of each piece the bobs take, both halves: the picking list, in the order of the stacks. */
export function pickingList(bobs: readonly BuiltBob[]): { readonly pieceId: string; readonly count: number }[] {
  const counts = new Map<string, number>();
  for (const { stack } of bobs) for (const { pieceId, each } of stack) counts.set(pieceId, (counts.get(pieceId) ?? 0) + 2 * each);
  return [...counts].map(([pieceId, count]) => ({ pieceId, count }));
}

/** Bobs for a whole crank, or how near the box comes to them. */
export type BobBuild =
  | {
      readonly kind: 'built';
      readonly bobs: readonly BuiltBob[];
      /** Pieces in all, both halves. */
      readonly pieces: number;
      /** No build from this box has fewer. */
      readonly fewestProven: boolean;
    }
  | {
      readonly kind: 'cannot';
      /** The closest there is from this box. */
      readonly bobs: readonly BuiltBob[];
      /** The worst of those is this far off, g. */
      readonly closestG: number;
      /** Nothing closer can be made. */
      readonly closestProven: boolean;
      /** Pieces that would help: so heavy, so many. */
      readonly add: readonly { readonly massG: number; readonly count: number }[];
    };
