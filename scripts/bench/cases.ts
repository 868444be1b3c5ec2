import { buildLevels, centralDifference, fitPolynomial, interpolateLinear, movingAverage, savitzkyGolay } from '@undameter/core'; // prettier-ignore
import { formatFor } from '@undameter/formats';

/** One measured kernel: ours, and the same work in Python with `np`, `signal` and the arrays named in `setUp`. */
export interface Case {
  name: string;
  ours(): unknown;
  /** An expression; absent where the reference has no such function. */
  reference?: string;
}

const N = 1_000_000;
const noise = (i: number): number => Math.sin(i * 12.9898) * 0.5;
const t = Float64Array.from({ length: N }, (_, i) => i / 100);
const y = t.map((v, i) => Math.sin(v / 50) * 20 + noise(i));
const uneven = t.map((v, i) => v + 0.002 * noise(i));
const knotsX = Float64Array.from({ length: 1000 }, (_, i) => i * 10);
const knotsY = knotsX.map((v) => Math.sqrt(v + 1));
const random = t.map((_, i) => ((i * 7919) % N) / 100.2);
const csv = new TextEncoder().encode(
  'Time [s],A [m],B [m],C [m],D [m]\n' +
    Array.from({ length: 200_000 }, (_, i) => `${i / 100},${y[i]!.toFixed(5)},${t[i]!.toFixed(3)},${noise(i).toFixed(6)},12.5`).join('\n'),
); // prettier-ignore

/** The same arrays in Python. */
export const setUp = `
import numpy as np, io
from scipy import signal, ndimage
N = ${N}
i = np.arange(N, dtype=float)
noise = np.sin(i * 12.9898) * 0.5
t = i / 100
y = np.sin(t / 50) * 20 + noise
uneven = t + 0.002 * noise
kx = np.arange(1000.0) * 10
ky = np.sqrt(kx + 1)
rand = ((np.arange(N) * 7919) % N) / 100.2
csv = 'Time [s],A [m],B [m],C [m],D [m]\\n' + '\\n'.join('%g,%.5f,%.3f,%.6f,12.5' % row for row in zip(t[:200000], y[:200000], t[:200000], noise[:200000]))
`;

async function readCsv(): Promise<number> {
  const format = formatFor('bench.csv');
  const { layout } = format.guess(csv.subarray(0, 2 ** 20), 'bench.csv');
  const bytes = (async function* () {
    yield csv;
  })();
  let rows = 0;
  const columns = [0, 1, 2, 3, 4].map((index) => ({ index, reads: 'number' as const }));
  await format.read({ bytes, name: 'bench.csv', layout, columns, width: 5, onBlock: (_, n) => void (rows += n) });
  return rows;
}

export const cases: readonly Case[] = [
  { name: 'Savitzky–Golay 51/3, 1e6 samples', ours: () => savitzkyGolay(y, { window: 51, order: 3 }), reference: 'signal.savgol_filter(y, 51, 3)' },
  { name: 'moving average 51, 1e6', ours: () => movingAverage(y, 51), reference: 'ndimage.uniform_filter1d(y, 51)' },
  { name: 'central difference, even, 1e6', ours: () => centralDifference(y, t, 2), reference: 'np.gradient(y, t, edge_order=2)' },
  { name: 'central difference, uneven, 1e6', ours: () => centralDifference(y, uneven, 2), reference: 'np.gradient(y, uneven, edge_order=2)' },
  { name: 'linear table of 1,000 knots, 1e6 sorted', ours: () => interpolateLinear(knotsX, knotsY, t, 'hold'), reference: 'np.interp(t, kx, ky)' },
  { name: 'linear table of 1,000 knots, 1e6 random', ours: () => interpolateLinear(knotsX, knotsY, random, 'hold'), reference: 'np.interp(rand, kx, ky)' },
  { name: 'cubic polynomial fit, 1e6', ours: () => fitPolynomial({ x: t, y, xName: 't' }, 3), reference: 'np.linalg.lstsq(np.vander(t, 4), y, rcond=None)' },
  { name: 'min/max levels, 1e6', ours: () => buildLevels(y) },
  { name: 'read 200,000 rows of 5 columns of CSV', ours: readCsv, reference: "np.loadtxt(io.StringIO(csv), delimiter=',', skiprows=1)" },
]; // prettier-ignore
