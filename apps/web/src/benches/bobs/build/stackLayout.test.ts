import { stackPieces } from './stackLayout.js';

describe('stackPieces', () => {
  const box = {
    clamps: [],
    pieces: [
      { id: 'disc', name: 'Disc', massG: 300, thicknessMm: 20, count: 8 },
      { id: 'shim', name: 'Shim', massG: 0.4, thicknessMm: 0.2, count: 8 },
    ],
  };
  it('stacks the pieces without gaps, from the clamp outwards, each as often as it is taken', () => {
    const drawn = stackPieces(
      {
        stack: [
          { pieceId: 'disc', each: 2 },
          { pieceId: 'shim', each: 1 },
          { pieceId: 'gone', each: 3 },
        ],
      },
      box,
    );
    expect(drawn.map(({ name, fromMm }) => [name, fromMm])).toEqual([
      ['Disc', 0],
      ['Disc', 20],
      ['Shim', 40],
    ]);
    // A steel disc of 300 g and 20 mm is 24.7 mm in radius: √(300 / (0.00785 · 20 · π)).
    expect(drawn[0]!.halfWidthMm).toBeCloseTo(24.66, 1);
    // A shim too thin and light to be seen is drawn so that it is.
    expect(drawn[2]!).toMatchObject({ thicknessMm: 1.2, halfWidthMm: 7 });
  });
});
