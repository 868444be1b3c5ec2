import {
  buildLevels,
  butterworth,
  centralDifference,
  evaluateFormula,
  filterZeroPhase,
  fitModel,
  fitPolynomial,
  interpolatorThrough,
  localRegression,
  modelOf,
  movingAverage,
  pickSamples,
  realSpectrum,
  runningMedian,
  savitzkyGolay,
  type RunState,
} from '@undameter/core';
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
/** Water of 0 to 100 °C at 1 to 11 bar. */
const wet = new Map(
  [
    { symbol: 'T', unit: '°C', values: Float64Array.from({ length: N }, (_, i) => (i % 9973) / 100) },
    { symbol: 'p', unit: 'bar', values: Float64Array.from({ length: N }, (_, i) => 1.1 + (i % 997) / 100) },
  ].map((c) => [c.symbol, { ...c, name: c.symbol, origin: 'logged' as const }]),
);
const t = Float64Array.from({ length: N }, (_, i) => i / 100);
const y = t.map((v, i) => Math.sin(v / 50) * 20 + noise(i));
const uneven = t.map((v, i) => v + 0.002 * noise(i));
const knotsX = Float64Array.from({ length: 1000 }, (_, i) => i * 10);
const knotsY = knotsX.map((v) => Math.sqrt(v + 1));
/** Park and Miller's generator, the same in Python. */
const uniform = new Float64Array(N);
for (let i = 0, state = 1; i < N; i++) uniform[i] = (state = (state * 16807) % 2147483647) / 2147483647;
const random = uniform.map((u) => 9979 * u);
const csv = new TextEncoder().encode(
  'Time [s],A [m],B [m],C [m],D [m]\n' +
    Array.from(
      { length: 200_000 },
      (_, i) => `${i / 100},${y[i]!.toFixed(5)},${t[i]!.toFixed(3)},${noise(i).toFixed(6)},12.5`,
    ).join('\n'),
);

const sections = butterworth(4, { pass: 'low', cutoff: 5 }, 0.01).sections;
const power = Float64Array.from({ length: 2 ** 20 }, (_, i) => Math.sin(i / 50) + noise(i));
const few = { x: t.slice(0, 20_000), y: y.slice(0, 20_000) };
const column = (symbol: string, unit: string, values: Float64Array) =>
  [symbol, { symbol, name: symbol, unit, origin: 'logged' as const, values }] as const;
const run: RunState = {
  samples: N,
  channels: new Map([column('t', 's', t), column('y', 'kPa', y)]),
  mask: new Uint16Array(N),
  along: 't',
};
const decayX = Float64Array.from({ length: 100_000 }, (_, i) => i / 10_000);
const decay = {
  xName: 'x',
  x: decayX,
  y: decayX.map((v, i) => 3 + 2 * Math.exp(-v / 1.7) + 0.01 * Math.sin(7919 * i)),
};
const eighteen = Array.from({ length: 18 }, (_, k) => {
  const x = Float64Array.from({ length: 10_000 }, (_, i) => i / 1000);
  return { xName: 'x', x, y: x.map((v, i) => 3 + k + 2 * Math.exp(-v / (1.7 + k / 10)) + 0.01 * Math.sin(7919 * i)) };
});
const limits = [
  { kind: 'tolerance' as const, symbol: 't', value: 5000, tolerance: 2000, unit: 's' },
  { kind: 'tolerance' as const, symbol: 'y', value: 0, tolerance: 10, unit: 'kPa' },
];

/** The same arrays in Python. */
export const setUp = `
import numpy as np, io
from scipy import signal, ndimage
from scipy.interpolate import PchipInterpolator
from scipy.optimize import curve_fit
dx = np.arange(100000) / 10000
dy = 3 + 2 * np.exp(-dx / 1.7) + 0.01 * np.sin(7919 * np.arange(100000))
try:
    from statsmodels.nonparametric.smoothers_lowess import lowess
except ImportError:
    lowess = None
N = ${N}
i = np.arange(N, dtype=float)
noise = np.sin(i * 12.9898) * 0.5
t = i / 100
y = np.sin(t / 50) * 20 + noise
uneven = t + 0.002 * noise
kx = np.arange(1000.0) * 10
ky = np.sqrt(kx + 1)
sos = signal.butter(4, 0.1, output='sos')
power = np.sin(np.arange(2.0 ** 20) / 50) + np.sin(np.arange(2.0 ** 20) * 12.9898) * 0.5
state, states = 1, []
for _ in range(N):
    state = state * 16807 % 2147483647
    states.append(state)
rand = 9979 * np.array(states) / 2147483647
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
  {
    name: 'Savitzky–Golay 51/3, 1e6 samples',
    ours: () => savitzkyGolay(y, { window: 51, order: 3 }),
    reference: 'signal.savgol_filter(y, 51, 3)',
  },
  { name: 'moving average 51, 1e6', ours: () => movingAverage(y, 51), reference: 'ndimage.uniform_filter1d(y, 51)' },
  {
    name: 'running median 51, 1e6',
    ours: () => runningMedian(y, 51, 'mirror'),
    reference: "ndimage.median_filter(y, 51, mode='mirror')",
  },
  {
    name: 'zero-phase low-pass, order 4, 1e6',
    ours: () => filterZeroPhase(y, sections),
    reference: 'signal.sosfiltfilt(sos, y)',
  },
  { name: 'FFT of 2^20 real samples', ours: () => realSpectrum(power), reference: 'np.fft.rfft(power)' },
  {
    name: 'local regression, 2e4, 1 % of the samples',
    ours: () => localRegression(few.y, few.x, { share: 0.01 }),
    reference: 'lowess(y[:20000], t[:20000], frac=0.01, it=0, return_sorted=False)',
  },
  {
    name: 'picking by two limits, 1e6',
    ours: () => pickSamples(run, { name: '', limits }),
    reference: 'np.flatnonzero((t >= 3000) & (t <= 7000) & (y >= -10) & (y <= 10))',
  },
  {
    name: 'central difference, even, 1e6',
    ours: () => centralDifference(y, t, 2),
    reference: 'np.gradient(y, t, edge_order=2)',
  },
  {
    name: 'central difference, uneven, 1e6',
    ours: () => centralDifference(y, uneven, 2),
    reference: 'np.gradient(y, uneven, edge_order=2)',
  },
  {
    name: 'linear table of 1,000 knots, 1e6 sorted',
    ours: () => interpolatorThrough(knotsX, knotsY, 'linear', 'hold').at(t),
    reference: 'np.interp(t, kx, ky)',
  },
  {
    name: 'linear table of 1,000 knots, 1e6 random',
    ours: () => interpolatorThrough(knotsX, knotsY, 'linear', 'hold').at(random),
    reference: 'np.interp(rand, kx, ky)',
  },
  {
    name: 'monotone cubic of 1,000 knots, 1e6 random',
    ours: () => interpolatorThrough(knotsX, knotsY, 'monotone', 'hold').at(random),
    reference: 'PchipInterpolator(kx, ky)(rand)',
  },
  {
    name: 'water density by IF97, 1e6 (limit 500 ms)',
    ours: () => evaluateFormula('water_rho(T, p)', 'kg/m^3', { channels: wet, samples: N }),
  },
  {
    name: 'exponential of 3 parameters, 1e5',
    ours: () => fitModel(modelOf('exponentialOffset'), {}, decay),
    reference: 'curve_fit(lambda x, a, b, c: a + b * np.exp(-x / c), dx, dy, p0=(1, 1, 1))',
  },
  {
    name: 'exponential of 3 parameters, 18 x 1e4',
    ours: () => eighteen.map((data) => fitModel(modelOf('exponentialOffset'), {}, data)),
    reference:
      '[curve_fit(lambda x, a, b, c: a + b * np.exp(-x / c), dx[:10000] * 10, dy[:10000], p0=(1, 1, 1)) for _ in range(18)]',
  },
  {
    name: 'cubic polynomial fit, 1e6',
    ours: () => fitPolynomial({ x: t, y, xName: 't' }, 3),
    reference: 'np.linalg.lstsq(np.vander(t, 4), y, rcond=None)',
  },
  { name: 'min/max levels, 1e6', ours: () => buildLevels(y) },
  {
    name: 'read 200,000 rows of 5 columns of CSV',
    ours: readCsv,
    reference: "np.loadtxt(io.StringIO(csv), delimiter=',', skiprows=1)",
  },
];
