import type { BobBox, BuiltBob } from '@tare/core';
import type { ReactNode } from 'react';
import { stackPieces } from './stackLayout.js';

const CLAMP_MM = 30;
const CLAMP_HALF_WIDTH_MM = 38;
const PIN_MM = 17;

/** A bob from the side: the clamp round the pin, and the same pieces on both studs. */
export function BobStack({ bob, box }: { readonly bob: BuiltBob; readonly box: BobBox }): ReactNode {
  const pieces = stackPieces(bob, box);
  const studMm = box.clamps.find(({ id }) => id === bob.clampId)?.studMm ?? 60;
  const reach =
    CLAMP_MM +
    Math.max(
      studMm,
      pieces.reduce((sum, piece) => sum + piece.thicknessMm, 0),
    ) +
    6;
  const words = bob.stack
    .map(({ pieceId, each }) => `${each} × ${box.pieces.find(({ id }) => id === pieceId)?.name ?? 'a piece that is gone'}`)
    .join(', ');
  return (
    <svg
      viewBox={`-48 ${-reach} 96 ${2 * reach}`}
      className="h-64 w-40"
      role="img"
      aria-label={`On each half, from the clamp outwards: ${words === '' ? 'nothing' : words}`}
    >
      <rect x={-3} y={-CLAMP_MM - studMm} width={6} height={2 * (CLAMP_MM + studMm)} className="fill-steel" />
      {[-1, 1].map((side) => (
        <g key={side}>
          <rect
            x={-CLAMP_HALF_WIDTH_MM}
            y={side < 0 ? -CLAMP_MM : 1}
            width={2 * CLAMP_HALF_WIDTH_MM}
            height={CLAMP_MM - 1}
            rx={3}
            className="fill-plate-low stroke-ink"
            strokeWidth={1.5}
          />
          {pieces.map((piece, i) => (
            <rect
              key={i}
              x={-piece.halfWidthMm}
              y={side < 0 ? -CLAMP_MM - piece.fromMm - piece.thicknessMm : CLAMP_MM + piece.fromMm}
              width={2 * piece.halfWidthMm}
              height={piece.thicknessMm}
              rx={0.8}
              className="fill-plate stroke-ink"
              strokeWidth={1.2}
            >
              <title>{piece.name}</title>
            </rect>
          ))}
        </g>
      ))}
      <circle r={PIN_MM} className="fill-bay stroke-ink-soft" strokeWidth={1.5} />
    </svg>
  );
}
