import type { MissingWeight } from '../parts/missingWeight.js';

/** While something waits only for what was cut to be weighed again, the rest is still brought to the target that was fixed when cutting began. */
export function meanwhile<M extends { readonly kind: string }>(
  missing: readonly MissingWeight[],
  fixedTargetG: number | null,
  ofTheRest: () => M,
): { readonly meanwhile?: Extract<M, { readonly kind: 'matched' | 'totals' }> } {
  if (fixedTargetG === null || missing.some(({ why }) => why !== 'cutSince')) return {};
  const rest = ofTheRest();
  return rest.kind === 'matched' || rest.kind === 'totals' ? { meanwhile: rest as Extract<M, { readonly kind: 'matched' | 'totals' }> } : {};
}

/** What is matched now: of something that waits, what is matched meanwhile, if anything is. */
export const matchedNow = <M extends { readonly kind: string }>(match: M): M =>
  ('meanwhile' in match ? (match.meanwhile as M | undefined) : undefined) ?? match;
