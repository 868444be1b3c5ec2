/** Loops over the first `count` entries of blocks that stay in the cache. */
type Block = Float64Array;

export function dot(a: Block, b: Block, count: number): number {
  // Four sums side by side, since each addition would wait for the one before.
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  let i = 0;
  for (; i + 3 < count; i += 4) {
    s0 += a[i]! * b[i]!;
    s1 += a[i + 1]! * b[i + 1]!;
    s2 += a[i + 2]! * b[i + 2]!;
    s3 += a[i + 3]! * b[i + 3]!;
  }
  for (; i < count; i++) s0 += a[i]! * b[i]!;
  return s0 + s1 + (s2 + s3);
}

/** target = target − factor·v */
export function subtractMultiple(target: Block, v: Block, factor: number, count: number): void {
  for (let i = 0; i < count; i++) target[i] = target[i]! - factor * v[i]!;
}
