/** Outcome of one case: the largest error found, and the first pair that is out of tolerance. */
export interface Outcome {
  worst: number;
  failure?: string;
}

/**
 * Compares what was found with what was expected, number by number.
 * @param relative  tolerance as a share of the expected number …
 * @param floor     … or of this size, whichever is larger: the scale below which digits are noise
 */
export function compareNumbers(label: string, expected: unknown, found: unknown, relative: number, floor = 0): Outcome {
  const a = flat(expected);
  const b = flat(found);
  if (a.length !== b.length)
    return { worst: Infinity, failure: `${label}: expected ${a.length} numbers, found ${b.length}` };
  let outcome: Outcome = { worst: 0 };
  a.forEach((e, i) => {
    const f = b[i]!;
    if (Number.isNaN(e) && Number.isNaN(f)) return;
    const error = e === f ? 0 : Math.abs(f - e) / Math.max(Math.abs(e), floor);
    const worse = !(error <= outcome.worst);
    if (worse) outcome = { ...outcome, worst: error };
    if (!(error <= relative) && !outcome.failure) outcome.failure = `${label}[${i}]: expected ${e}, found ${f}`;
  });
  return outcome;
}

/** The worst of several outcomes, with the first failure. */
export function worstOf(...outcomes: Outcome[]): Outcome {
  const failure = outcomes.find((o) => o.failure)?.failure;
  return { worst: Math.max(0, ...outcomes.map((o) => o.worst)), ...(failure === undefined ? {} : { failure }) };
}

/** Numbers of nested arrays in order; null stands for a missing value. */
function flat(value: unknown): number[] {
  if (value === null) return [NaN];
  if (typeof value === 'number') return [value];
  return Array.from(value as Iterable<unknown>).flatMap(flat);
}

/** Largest size in an array: below a small share of it, digits are noise of the arithmetic. */
export const sizeOf = (values: unknown): number => Math.max(0, ...flat(values).filter(Number.isFinite).map(Math.abs));
