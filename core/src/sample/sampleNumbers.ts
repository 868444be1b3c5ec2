let known = new Float64Array();

/** The numbers 1 … n, where a run has no channel along which it is ordered. To be read only: the last ones are given again. */
export function sampleNumbers(n: number): Float64Array {
  if (known.length !== n) known = Float64Array.from({ length: n }, (_, i) => i + 1);
  return known;
}
