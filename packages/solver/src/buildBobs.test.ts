import { buildBobs, pickingList, type BobBox, type BobPiece, type SolveModel } from '@tare/core';
import fc from 'fast-check';
import { highsSolver } from './highsSolver.js';

let solve: SolveModel;
beforeAll(async () => {
  solve = await highsSolver();
});

const clamp = (more: object = {}) => ({ id: 'c', name: 'Clamp', fromMm: 48, toMm: 60, halfG: 400, studMm: 60, count: 8, ...more });
const piece = (massG: number, count: number, thicknessMm = 4): BobPiece => ({ id: `p${massG}`, name: `${massG} g`, massG, thicknessMm, count });
const wish = (...figuresG: number[]) => ({ figuresG, pinDiameterMm: 54, limitG: 0.5 });

/** Every stack of one half that reaches a figure, tried one by one. */
function everyStack({ pieces, clamps }: BobBox, figureG: number, limitG: number): number[][] {
  const walk = (from: number): number[][] =>
    from === pieces.length
      ? [[]]
      : walk(from + 1).flatMap((rest) => Array.from({ length: Math.floor(pieces[from]!.count / 2) + 1 }, (_, n) => [n, ...rest]));
  return walk(0).filter((counts) => {
    const sum = (of: (p: BobPiece) => number): number => counts.reduce((total, n, i) => total + n * of(pieces[i]!), 0);
    return Math.abs(2 * (clamps[0]!.halfG + sum((p) => p.massG)) - figureG) <= limitG + 1e-9 && sum((p) => p.thicknessMm) <= clamps[0]!.studMm;
  });
}

/** Fewest pieces for two bobs, by trying every pair of stacks; Infinity where no pair can be had. */
function fewestForTwo(box: BobBox, [a, b]: readonly [number, number], limitG: number): number {
  let fewest = Infinity;
  for (const x of everyStack(box, a, limitG))
    for (const y of everyStack(box, b, limitG))
      if (box.pieces.every(({ count }, i) => 2 * (x[i]! + y[i]!) <= count))
        fewest = Math.min(fewest, 2 * [...x, ...y].reduce((n, one) => n + one, 0));
  return fewest;
}

describe('buildBobs', () => {
  it('agrees with every pair of stacks tried, on small boxes', async () => {
    const grams = fc.constantFrom(3, 7, 11, 20, 34, 52, 90);
    const box = fc
      .uniqueArray(grams, { minLength: 3, maxLength: 5 })
      .chain((masses) =>
        fc
          .array(fc.integer({ min: 0, max: 7 }), { minLength: masses.length, maxLength: masses.length })
          .map((counts): BobBox => ({ clamps: [clamp({ studMm: 24 })], pieces: masses.map((massG, i) => piece(massG, counts[i]!)) })),
      );
    let built = 0;
    await fc.assert(
      fc.asyncProperty(box, fc.integer({ min: 400, max: 480 }), fc.integer({ min: 400, max: 480 }), async (b, x, y) => {
        const figures = [2 * x, 2 * y] as const;
        const result = await buildBobs(b, { ...wish(...figures), limitG: 3 }, solve);
        const fewest = fewestForTwo(b, figures, 3);
        expect(result.kind).toBe(Number.isFinite(fewest) ? 'built' : 'cannot');
        if (result.kind !== 'built') return;
        built += 1;
        expect(result).toMatchObject({ pieces: fewest, fewestProven: true });
      }),
      { seed: 12, numRuns: 50 },
    );
    // The boxes are such that both answers come up.
    expect(built).toBeGreaterThan(5);
    expect(built).toBeLessThan(45);
  });
  const box: BobBox = {
    clamps: [clamp()],
    pieces: [
      piece(250, 16, 12),
      piece(120, 16, 8),
      piece(60, 16, 5),
      piece(25, 16, 3),
      piece(11, 16, 2),
      piece(4, 16, 1),
      piece(1.5, 16, 1),
      piece(0.4, 16, 0.5),
    ],
  };
  it('builds every bob within its limit from what is there, halves alike and under the stud', async () => {
    const figures = [1978.4, 1978.4, 1980.9, 1976.2];
    const result = await buildBobs(box, wish(...figures), solve);
    if (result.kind !== 'built') throw new Error('not built');
    result.bobs.forEach((bob, i) => {
      expect(Math.abs(bob.totalG - figures[i]!)).toBeLessThanOrEqual(0.5);
      expect(bob.stackMm).toBeLessThanOrEqual(60);
      expect(bob.totalG).toBeCloseTo(2 * bob.halfG, 9);
    });
    for (const { pieceId, count } of pickingList(result.bobs)) expect(count).toBeLessThanOrEqual(box.pieces.find(({ id }) => id === pieceId)!.count);
    expect(result.pieces).toBe(pickingList(result.bobs).reduce((n, { count }) => n + count, 0));
  });
  it('says how close it comes, and which piece closes the gap', async () => {
    const coarse: BobBox = { clamps: [clamp()], pieces: [piece(250, 8), piece(100, 12), piece(30, 8)] };
    const result = await buildBobs(coarse, wish(1517, 1517), solve);
    // Half 758.5: 400 + 250 + 100 = 750 is 8.5 short; 400 + 3 × 100 + 2 × 30 = 760 is 1.5 over.
    expect(result).toMatchObject({ kind: 'cannot', closestProven: true });
    if (result.kind !== 'cannot') return;
    expect(result.closestG).toBeCloseTo(3, 6);
    expect(result.add).toEqual([{ massG: 8.5, count: 4 }]);
    const more: BobBox = { ...coarse, pieces: [...coarse.pieces, ...result.add.map(({ massG, count }) => piece(massG, count))] };
    expect((await buildBobs(more, wish(1517, 1517), solve)).kind).toBe('built');
  });
  it('knows a clamp that is too heavy, a pin no clamp closes on, and too few clamps', async () => {
    await expect(buildBobs(box, wish(700), solve)).resolves.toMatchObject({ kind: 'cannot', closestG: 100 });
    await expect(buildBobs(box, { ...wish(1978), pinDiameterMm: 70 }, solve)).rejects.toThrow('No clamp in the box closes on a pin of 70 mm');
    await expect(buildBobs({ ...box, clamps: [clamp({ count: 1 })] }, wish(1978, 1978), solve)).rejects.toThrow('The box has 1 clamp');
    await expect(buildBobs({ ...box, pieces: [piece(-3, 2)] }, wish(1978), solve)).rejects.toThrow('The mass of -3 g');
  });
  it('mixes kinds of clamps when one kind does not go round', async () => {
    const two: BobBox = { ...box, clamps: [clamp({ count: 1 }), clamp({ id: 'd', name: 'Old clamp', halfG: 385, count: 1 })] };
    const result = await buildBobs(two, wish(1978, 1978), solve);
    if (result.kind !== 'built') throw new Error('not built');
    expect(new Set(result.bobs.map(({ clampId }) => clampId))).toEqual(new Set(['c', 'd']));
  });
});
