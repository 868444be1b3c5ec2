/**
 * State of each sample: 0 is kept, k > 0 is set aside by the k-th step of the
 * procedure (counted from 1). A step returns a new mask and never changes its input.
 */
export type Mask = Uint16Array;

export const KEPT = 0;

export function countKept(mask: Mask): number {
  let kept = 0;
  for (let i = 0; i < mask.length; i++) if (mask[i] === KEPT) kept++;
  return kept;
}

/** How many samples each step has set aside; index 0 counts the kept ones. */
export function countByStep(mask: Mask, steps: number): number[] {
  const counts = new Array<number>(steps + 1).fill(0);
  for (let i = 0; i < mask.length; i++) counts[mask[i]!]!++;
  return counts;
}
