/** The middle of some times, which stay in their order. */
export const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!;

/** Median of so many runs in ms, after one that counts for nothing. */
export async function timeOf(work: () => unknown, runs: number): Promise<number> {
  await work();
  const times: number[] = [];
  for (let run = 0; run < runs; run++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return median(times);
}

/** The same for the reference, as a function of Python. */
export const medianInPython = (runs: number): string => `
import json, time, statistics
def median_ms(work):
    work()
    times = []
    for _ in range(${runs}):
        start = time.perf_counter(); work(); times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)`;
