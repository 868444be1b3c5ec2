import {
  amplitudeRatio,
  amplitudes,
  butterworth,
  centralDifference,
  crossCorrelation,
  exponentialAverage,
  filterForward,
  filterZeroPhase,
  fourierLowPass,
  interpolatorThrough,
  localPolynomialWeights,
  localRegression,
  movingAverage,
  powerDensity,
  realSpectrum,
  removeLine,
  removeMean,
  runningIntegral,
  runningMedian,
  savitzkyGolay,
  simpsonIntegral,
  statistics,
  type EndRule,
  type PassBand,
  type SavitzkyGolayEnds,
} from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, sizeOf, worstOf } from './compareNumbers';

const ends: Record<string, SavitzkyGolayEnds> = { interp: 'fit', mirror: 'mirror', nearest: 'nearest' };

/** A column of the signal that the case names; its samples stand in a case of their own. */
const column = (c: Case, all: readonly Case[], key: 't' | 'y'): Float64Array =>
  Float64Array.from(
    all.find((d) => d['op'] === 'data' && d['signal'] === c['signal'])![key],
    (v: number | null) => v ?? NaN,
  );

/** An operation on (y, t), compared with the output of the case. */
const operation = (
  op: string,
  run: (y: Float64Array, t: Float64Array, p: Case['params'], spacing: () => number) => Float64Array,
): Checker => ({
  file: 'signals',
  kind: op,
  tolerance: 'relative 1e-9, of the largest value where a result passes through zero',
  check: (c, all) =>
    compareNumbers(
      op,
      c['out'],
      run(column(c, all, 'y'), column(c, all, 't'), c['params'], () => spacingOf(c, all)),
      1e-9,
      sizeOf(c['out']),
    ),
});

/** An operation that answers several named outputs, each compared for itself. */
const named = (
  op: string,
  run: (y: Float64Array, spacing: () => number, c: Case) => Record<string, unknown>,
  tolerance = 1e-9,
): Checker => ({
  file: 'signals',
  kind: op,
  tolerance: `relative ${tolerance}, of the largest value where a result passes through zero`,
  check: (c, all) => {
    const hasSignal = all.some((d) => d['op'] === 'data' && d['signal'] === c['signal']);
    const found = run(hasSignal ? column(c, all, 'y') : new Float64Array(), () => spacingOf(c, all), c);
    return worstOf(
      ...Object.keys(found).map((key) =>
        compareNumbers(`${op} ${key}`, c['out'][key], found[key], tolerance, sizeOf(c['out'][key])),
      ),
    );
  },
});

/** The spacing that the reference took for an even signal. */
const spacingOf = (c: Case, all: readonly Case[]): number =>
  all.find((d) => d['op'] === 'data' && d['signal'] === c['signal'])!['dt'];
/** The files give cut-offs as a share of half the sampling rate, which is 1 for a spacing of 0.5. */
const NYQUIST_ONE = 0.5;
const low = (p: Case['params']) => butterworth(p.order, { pass: 'low', cutoff: p.WnNyquist }, NYQUIST_ONE).sections;
const zeroPhase = (op: string, band: (p: Case['params']) => PassBand): Checker =>
  operation(op, (y, _, p) => filterZeroPhase(y, butterworth(p.order, band(p), NYQUIST_ONE).sections));

const lines = (l: { frequency: Float64Array; value: Float64Array }, key: string) => ({
  f: l.frequency,
  [key]: l.value,
});
const byIm = (a: { re: number; im: number }, b: { re: number; im: number }): number => a.im - b.im || a.re - b.re;

const medianEnds: Record<string, EndRule> = { nearest: 'hold', mirror: 'mirror' };

export const signals: Checker[] = [
  operation('gradient', (y, t, p) => centralDifference(y, t, p.edge_order)),
  operation('gradient-dt', (y, _, p) => centralDifference(y, p.dt, p.edge_order)),
  operation('movavg-shrink', (y, _, p) => movingAverage(y, p.window, 'clip')),
  operation('movavg-shrink-symmetric', (y, _, p) => movingAverage(y, p.window, 'symmetric')),
  operation('median-shrink', (y, _, p) => runningMedian(y, p.window)),
  operation('median-pad', (y, _, p) => runningMedian(y, p.window, medianEnds[p.mode]!)),
  operation('savgol', (y, _, p) =>
    savitzkyGolay(y, {
      window: p.window,
      order: p.polyorder,
      derivative: p.deriv,
      spacing: p.delta,
      ends: ends[p.mode]!,
    }),
  ),
  operation('ewm-alpha', (y, _, p) => exponentialAverage(y, p.alpha)),
  operation('lowess-it0', (y, t, p) => localRegression(y, t, { share: p.frac })),
  operation('lowess-it3', (y, t, p) => localRegression(y, t, { share: p.frac, robust: 3 })),
  operation('filtfilt', (y, _, p) => filterZeroPhase(y, low(p))),
  operation('sosfiltfilt', (y, _, p) => filterZeroPhase(y, low(p))),
  operation('sosfilt', (y, _, p) => filterForward(y, low(p))),
  zeroPhase('highpass-sosfiltfilt', (p) => ({ pass: 'high', cutoff: p.WnNyquist })),
  zeroPhase('bandpass-sosfiltfilt', (p) => ({ pass: 'band', cutoff: p.WnLow, upperCutoff: p.WnHigh })),
  operation('fft-lowpass', (y, _, p, dt) => fourierLowPass(y, dt(), p.fcHz)),
  operation('detrend-linear', (y) => removeLine(y)),
  operation('cumtrapz', runningIntegral),
  operation('resample-linear', (y, t, p) => {
    const grid = Float64Array.from({ length: p.m }, (_, i) => t[0]! + ((t[t.length - 1]! - t[0]!) * i) / (p.m - 1));
    return interpolatorThrough(t, y, 'linear', 'hold').at(grid).values;
  }),
  ...(['trapz-total', 'simpson-total', 'simpson-total-even'] as const).map((kind): Checker => ({
    file: 'signals',
    kind,
    tolerance: 'relative 1e-9 of the integral of the absolute value, since parts cancel',
    check: (c, all) => {
      const [y, t] = [column(c, all, 'y'), column(c, all, 't')];
      const found = kind === 'trapz-total' ? runningIntegral(y, t).at(-1)! : simpsonIntegral(y, t, c['params'].even);
      return compareNumbers(kind, c['out'], found, 1e-9, runningIntegral(y.map(Math.abs), t).at(-1)!);
    },
  })),
  named('welch', (y, _, { params: p }) =>
    lines(powerDensity(y, 1 / p.fs, { segment: p.nperseg, taper: 'hann' }), 'psd'),
  ),
  named('welch-spectrum', (y, _, { params: p }) =>
    lines(powerDensity(y, 1 / p.fs, { segment: p.nperseg, taper: 'hann', as: 'power' }), 'ps'),
  ),
  named('periodogram', (y, _, { params: p }) =>
    lines(powerDensity(y, 1 / p.fs, { segment: y.length, taper: 'none' }), 'psd'),
  ),
  named('rfft-complex', (y) => ({ ...realSpectrum(y) })),
  named('rfft-amplitude', (y, dt) => lines(amplitudes(y, dt()), 'amplitude')),
  named('rfft-amplitude-hann', (y, dt) => lines(amplitudes(y, dt(), 'hann'), 'amplitude')),
  named('stats', (y) => {
    const s = statistics(y);
    return {
      mean: s.mean,
      std1: s.standardDeviation,
      rms: s.rms,
      min: s.lowest,
      max: s.highest,
      median: s.median,
      p05: s.low5,
      p95: s.high95,
      skew: s.skewness,
    };
  }),
  named('xcorr-lag', (_y, _t, { out }) => {
    const r = crossCorrelation(removeMean(Float64Array.from(out.shifted)), removeMean(Float64Array.from(out.ref)));
    const peak = r.reduce((best, v, k) => (v > r[best]! ? k : best), 0);
    return { lagSamples: peak - (out.ref.length - 1), peak: r[peak] };
  }),
  named('butter-design', (_y, _t, { params: p, out }) => {
    const { poles, gain, sections } = butterworth(p.order, { pass: 'low', cutoff: p.WnNyquist }, NYQUIST_ONE);
    // The order in which the poles stand is nobody's convention.
    const theirs = out.poles_re.map((re: number, i: number) => ({ re, im: out.poles_im[i] })).sort(byIm);
    const ours = [...poles].sort(byIm).map((q, i) => ({ re: q.re - theirs[i].re, im: q.im - theirs[i].im }));
    if (ours.some((d) => Math.hypot(d.re, d.im) > 1e-12)) return { poles_re: poles.map((q) => q.re) };
    const sos = sections.map(({ b, a }) => [...b, 1, ...a]);
    const frequency = Float64Array.from(out.w as number[], (w) => w / Math.PI);
    return { gain, sos, abs_h: amplitudeRatio(sections, frequency, NYQUIST_ONE) };
  }),
  {
    file: 'signals',
    kind: 'savgol-coeffs',
    tolerance: 'relative 1e-9 of the largest weight',
    check: (c) => {
      const { window, polyorder, deriv, delta } = c['params'];
      const nodes = Float64Array.from({ length: window }, (_, i) => (i - (window - 1) / 2) * delta);
      return compareNumbers(
        'weights',
        c['out'],
        localPolynomialWeights(nodes, polyorder, deriv, 0),
        1e-9,
        sizeOf(c['out']),
      );
    },
  },
];
