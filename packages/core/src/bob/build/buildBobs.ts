import { checkNumber, CoreError } from '../../units/check.js';
import type { SolveModel } from '../../solve/solveModel.js';
import { bobOf, checkBox, type BobBox, type BobBuild, type BobClamp, type BobWish, type Stacked } from './box.js';
import { closestBobs } from './closestBobs.js';
import { halfStacks, type HalfStack } from './stacks.js';

/** Bobs of one figure: they may be built alike, and the programme need not tell them apart. */
interface Group {
  readonly figureG: number;
  readonly indexes: readonly number[];
  /** By the number of pieces on a half, counted up while that can still help. */
  readonly stacks: { readonly clamp: BobClamp; readonly half: HalfStack }[];
  /** Sizes up to this one have been looked at. */
  lookedTo: number;
  /** Fewest pieces on a half that reach the figure; null while none was found. */
  fewest: number | null;
  complete: boolean;
}

/** Figures closer than this are one. */
const SAME_FIGURE_G = 0.005;
/** More pieces than this on one half are not looked for. */
const MOST_ON_A_HALF = 9;
/** How much being off by the whole limit counts, in pieces: of two builds with as many pieces the closer one. */
const OFF_COST = 0.01;

/**
 * All bobs of a crank from the shop's box (handbook section 4): each within its limit, both halves alike, no stack higher
 * than its stud, nothing taken that is not there, and with the fewest pieces.
 *
 * The stacks that reach a figure are listed by size; an integer programme picks one for each bob so that the box is not
 * overdrawn. Without whole numbers the same programme prices a bob of each figure at μ; a build that uses a stack of s pieces
 * that was not listed costs at least the programme's own value plus s − μ, since taking from the box is never free (its prices
 * are not above nothing). While that could be less than what was found, longer stacks are listed. So the fewest are proven,
 * unless a list grew too long.
 *
 * @throws CoreError for a box, a figure, a pin or a limit that makes no sense, or where no clamp closes on the pin
 */
export async function buildBobs(box: BobBox, wish: BobWish, solve: SolveModel): Promise<BobBuild> {
  checkWish(box, wish);
  const clamps = clampsFor(box, wish);
  const groups = groupsOf(wish);
  for (;;) {
    const next = groups.filter((g) => g.fewest === null && g.lookedTo < MOST_ON_A_HALF).at(0);
    if (!next) break;
    lookFurther(next, box, clamps, wish.limitG);
  }
  if (groups.some((g) => g.fewest === null)) return closestBobs(box, wish, clamps, solve);
  const floor = groups.reduce((sum, g) => sum + g.indexes.length * g.fewest!, 0);
  for (;;) {
    const picked = await pick(box, groups, clamps, wish.limitG, solve);
    const cost = picked === null ? Infinity : picked.chosen.reduce((sum, { half }) => sum + half.size, 0);
    // Costs count how close a build is as well, in all by less than one piece.
    const worth = (g: Group): number => (picked === null ? 0 : picked.relaxed + Math.max(0, g.lookedTo + 1 - picked.priceOf(g)));
    const longer = groups.filter((g) => g.lookedTo < MOST_ON_A_HALF && Math.ceil(worth(g) - 1e-6) < cost).sort((a, b) => worth(a) - worth(b))[0];
    if (longer) {
      lookFurther(longer, box, clamps, wish.limitG);
      continue;
    }
    if (picked === null) return closestBobs(box, wish, clamps, solve);
    const listed = groups.every((g) => g.complete && Math.ceil(worth(g) - 1e-6) >= cost);
    return {
      kind: 'built',
      bobs: picked.chosen.map(({ clamp, half }, index) => bobOf(index, wish.figuresG[index]!, clamp, half.stack, box)),
      pieces: 2 * cost,
      fewestProven: cost === floor || (listed && picked.optimal),
    };
  }
}

function checkWish(box: BobBox, { figuresG, pinDiameterMm, limitG }: BobWish): void {
  checkBox(box);
  checkNumber('The diameter of the crankpins', pinDiameterMm, { above: 0, max: 300, unit: 'mm' }, 'pinDiameterMm');
  checkNumber('The limit', limitG, { above: 0, max: 100, unit: 'g' }, 'limitG');
  if (figuresG.length === 0) throw new CoreError('There is no bob to build.', 'figuresG');
  figuresG.forEach((g, i) => checkNumber(`The figure of bob ${i + 1}`, g, { above: 0, max: 100000, unit: 'g' }, `figuresG.${i}`));
}

function clampsFor({ clamps }: BobBox, { pinDiameterMm, figuresG }: BobWish): readonly BobClamp[] {
  const fitting = clamps.filter(({ fromMm, toMm, count }) => fromMm <= pinDiameterMm && pinDiameterMm <= toMm && count > 0);
  if (fitting.length === 0) throw new CoreError(`No clamp in the box closes on a pin of ${pinDiameterMm} mm.`, 'pinDiameterMm');
  const count = fitting.reduce((sum, clamp) => sum + clamp.count, 0);
  if (count < figuresG.length)
    throw new CoreError(
      `The box has ${count} ${count === 1 ? 'clamp' : 'clamps'} for a pin of ${pinDiameterMm} mm; ${figuresG.length} bobs are wanted.`,
      'clamps',
    );
  return fitting;
}

function groupsOf({ figuresG }: BobWish): Group[] {
  const groups: Group[] = [];
  figuresG.forEach((figureG, index) => {
    const at = groups.findIndex((g) => Math.abs(g.figureG - figureG) < SAME_FIGURE_G);
    if (at === -1) groups.push({ figureG, indexes: [index], stacks: [], lookedTo: -1, fewest: null, complete: true });
    else groups[at] = { ...groups[at]!, indexes: [...groups[at]!.indexes, index] };
  });
  return groups;
}

function lookFurther(group: Group, { pieces }: BobBox, clamps: readonly BobClamp[], limitG: number): void {
  group.lookedTo += 1;
  for (const clamp of clamps) {
    const { stacks, complete } = halfStacks(pieces, group.lookedTo, group.figureG / 2 - clamp.halfG, limitG / 2, clamp.studMm);
    group.stacks.push(...stacks.map((half) => ({ clamp, half })));
    group.complete &&= complete;
    if (stacks.length > 0) group.fewest ??= group.lookedTo;
  }
}

interface Picked {
  /** For each bob, pins from the front. */
  readonly chosen: readonly { readonly clamp: BobClamp; readonly half: HalfStack }[];
  readonly optimal: boolean;
  /** Least that the listed stacks could cost without whole numbers, in pieces on a half. */
  readonly relaxed: number;
  /** What one more bob of a group would cost there. */
  readonly priceOf: (group: Group) => number;
}

/** One stack for each bob from what is listed, with the fewest pieces; null where the box does not have them. */
async function pick(
  { pieces }: BobBox,
  groups: readonly Group[],
  clamps: readonly BobClamp[],
  limitG: number,
  solve: SolveModel,
): Promise<Picked | null> {
  const name = (g: number, s: number): string => `x${g}_${s}`;
  const columns = groups.flatMap(({ stacks }, g) => stacks.map((one, s) => ({ ...one, name: name(g, s) })));
  const uses = (stack: readonly Stacked[], pieceId: string): number => 2 * (stack.find((one) => one.pieceId === pieceId)?.each ?? 0);
  const sum = (terms: readonly (readonly [number, string])[]): string => terms.map(([factor, column]) => `+ ${factor} ${column}`).join(' ');
  const rows = [
    ...groups.map(({ stacks, indexes }, g) => `g${g}: ${sum(stacks.map((_, s) => [1, name(g, s)] as const))} = ${indexes.length}`),
    ...pieces.flatMap(({ id, count }, p) => {
      const terms = columns.flatMap(({ half, name: column }) => {
        const n = uses(half.stack, id);
        return n > 0 ? [[n, column] as const] : [];
      });
      return terms.length === 0 ? [] : [`p${p}: ${sum(terms)} <= ${count}`];
    }),
    ...clamps.flatMap((clamp, c) => {
      const terms = columns.flatMap((column) => (column.clamp === clamp ? [[1, column.name] as const] : []));
      return terms.length === 0 ? [] : [`c${c}: ${sum(terms)} <= ${clamp.count}`];
    }),
  ];
  const model = (cost: (half: HalfStack) => number, whole: string): string =>
    `Minimize\n obj: ${sum(columns.map(({ half, name: column }) => [cost(half), column] as const))}\nSubject To\n ${rows.join('\n ')}\n${whole}End\n`;
  const general = `General\n ${columns.map((c) => c.name).join('\n ')}\n`;
  const solved = await solve(
    model(({ size, offG }) => size + (OFF_COST * Math.abs(offG)) / limitG, general),
    { timeLimitS: PICK_TIME_S },
  );
  if (solved.status === 'none') return null;
  const relaxed = await solve(
    model(({ size }) => size, ''),
    { timeLimitS: PICK_TIME_S },
  );
  const chosen: Picked['chosen'][number][] = [];
  groups.forEach(({ stacks, indexes }, g) => {
    const own = stacks.flatMap((one, s) => Array.from({ length: Math.round(solved.columns[name(g, s)] ?? 0) }, () => one));
    indexes.forEach((index, i) => (chosen[index] = own[i]!));
  });
  return {
    chosen,
    optimal: solved.status === 'optimal',
    relaxed: relaxed.status === 'optimal' ? relaxed.objective : 0,
    priceOf: (group) => relaxed.duals[`g${groups.indexOf(group)}`] ?? Infinity,
  };
}

const PICK_TIME_S = 5;
