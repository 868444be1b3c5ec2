import { describe, expect, test } from '@jest/globals';
import { AppError } from '../../error/AppError';
import { chiSquareQuantile, Random } from '../../number';
import { averagedSpectra, bandOfDensity, proposedSegment } from './welch';
import { leakage, taperWeights, type Taper } from './tapers';
import { transferOf } from './transfer';

const made = (n: number, f: (i: number) => number) => Float64Array.from({ length: n }, (_, i) => f(i));
const N = 200;
const x = made(N, (i) => Math.sin(0.3 * i) + 0.5 * Math.cos(1.7 * i + 0.001 * i * i) + ((i * 7919) % 101) / 101);
const y = made(N, (i) => x[(i + N - 2) % N]! * 0.5 + ((i * 104729) % 97) / 97);
const averaging = { segment: 64, overlap: 0.75, taper: 'hann' as Taper };
const LINES = [3, 10, 27];

describe('averaged spectra, against scipy.signal 1.17.1 (welch, csd, coherence; fs=50, nperseg=64, noverlap=48)', () => {
  test.each<[Taper, number[]]>([
    ['none', [0.639271643187673, 0.0014956321670470552, 0.0005220876871458574]],
    ['hann', [0.432112892143462, 0.000990534963821665, 0.01106032883406996]],
    ['blackmanHarris', [0.32484576473773275, 0.0011258108098496787, 0.015503037407705934]],
    ['flatTop', [0.17479461998873524, 0.002327410373311432, 0.016796410792092698]],
  ])('density with the window %s', (taper, values) => {
    const { auto, frequency, segments } = averagedSpectra([[x]], 1 / 50, { ...averaging, taper });
    LINES.forEach((k, i) => expect(auto[0]![k]! / values[i]!).toBeCloseTo(1, 10));
    expect([frequency[10], segments]).toEqual([7.8125, 9]);
  });
  test('the power in a line, with a straight line taken out of each segment', () => {
    const { auto, bandwidth } = averagedSpectra([[x]], 1 / 50, { ...averaging, without: 'line' });
    const values = [0.5107049385211766, 0.0011610195033141188, 0.012961448139309047];
    LINES.forEach((k, i) => expect((auto[0]![k]! * bandwidth) / values[i]!).toBeCloseTo(1, 10));
  });
  test('of two channels, their product and what they share', () => {
    const averages = averagedSpectra([[x, y]], 1 / 50, averaging);
    const products = [
      [0.18353804420919392, -0.12374432780491894],
      [-0.0004632999943716306, -0.0006113061310615143],
      [0.0018889874576146944, 0.004465524583756621],
    ];
    const shared = [0.9664401290920217, 0.5579472962486738, 0.8762717741208378];
    const { coherence } = transferOf(averages, 0);
    LINES.forEach((k, i) => {
      expect(averages.cross[0]!.re[k]! / products[i]![0]!).toBeCloseTo(1, 9);
      expect(averages.cross[0]!.im[k]! / products[i]![1]!).toBeCloseTo(1, 9);
      expect(coherence[k]! / shared[i]!).toBeCloseTo(1, 9);
    });
  });
});

test('quantiles of chi-square are those of scipy.stats.chi2.ppf', () => {
  const values = [7.377758908227871, 0.05063561596857975, 30.59265828291824, 7.763140348336186, 346.48176536291464];
  const asked: [number, number][] = [
    [0.975, 2],
    [0.025, 2],
    [0.975, 17.3],
    [0.025, 17.3],
    [0.025, 400],
  ];
  asked.forEach(([p, df], i) => expect(chiSquareQuantile(p, df) / values[i]!).toBeCloseTo(1, 9));
});

const noise = (n: number, random: Random) => made(n, () => random.normal(1));

describe('how sure a line is', () => {
  test.each([
    [0.5, 'hann'],
    [0.75, 'hann'],
    [0, 'none'],
    [0.5, 'flatTop'],
  ] as const)('white noise: with overlap %d and %s its scatter and its 95 %% band are as stated', (overlap, taper) => {
    const random = new Random(7);
    const [segment, draws, at] = [32, 2000, 9];
    const found = Array.from({ length: draws }, () =>
      averagedSpectra([[noise(160, random)]], 1, { segment, overlap, taper }),
    );
    const values = found.map((f) => f.auto[0]![at]!);
    const mean = values.reduce((a, b) => a + b, 0) / draws;
    const variance = values.reduce((a, b) => a + (b - mean) ** 2, 0) / draws;
    // One-sided density of noise of variance 1, one sample a unit of time: 2.
    expect(mean).toBeCloseTo(2, 0);
    expect((2 * mean ** 2) / variance / found[0]!.degreesOfFreedom).toBeGreaterThan(0.9);
    expect((2 * mean ** 2) / variance / found[0]!.degreesOfFreedom).toBeLessThan(1.12);
    const [low, high] = bandOfDensity(found[0]!.degreesOfFreedom);
    const inside = values.filter((v) => v * low <= 2 && 2 <= v * high).length / draws;
    expect(inside).toBeGreaterThan(0.93);
    expect(inside).toBeLessThan(0.97);
  });
  test('stretches of their own are averaged together, and one that is shorter than a segment gives nothing', () => {
    const [a, b] = [x.slice(0, 70), x.slice(90, 160)];
    const both = averagedSpectra([[a], [b], [x.slice(0, 20)]], 1, { ...averaging, overlap: 0 });
    const each = [a, b].map((s) => averagedSpectra([[s]], 1, { ...averaging, overlap: 0 }).auto[0]![5]!);
    expect(both.segments).toBe(2);
    expect(both.auto[0]![5]!).toBeCloseTo((each[0]! + each[1]!) / 2, 12);
    expect(both.degreesOfFreedom).toBe(4);
  });
  test('without a segment it is refused', () =>
    expect(() => averagedSpectra([[x.slice(0, 20)]], 1, averaging)).toThrow(AppError));
});

describe('a window', () => {
  test.each<Taper>(['none', 'hann', 'blackmanHarris', 'flatTop'])(
    '%s leaks as its transform, computed the slow way',
    (taper) => {
      const n = 4096;
      const weights = taperWeights(taper, n);
      for (const d of [0.3, 0.5, 1.5, 2.6, 5.5]) {
        let [re, im, sum] = [0, 0, 0];
        weights.forEach((w, i) => {
          re += w * Math.cos((2 * Math.PI * d * i) / n);
          im += w * Math.sin((2 * Math.PI * d * i) / n);
          sum += w;
        });
        expect(leakage(taper, d)).toBeCloseTo((re * re + im * im) / (sum * sum), 6);
      }
    },
  );
});

test('the proposed segment leaves about eight averages, of a short stretch what there is', () => {
  expect([10, 200, 1024, 20_000, 1e6].map(proposedSegment)).toEqual([10, 32, 128, 4096, 8192]);
});

describe('transfer', () => {
  const random = new Random(3);
  const n = 8192;
  const input = noise(n, random);
  // A delay of three samples and a factor of 0.5, with noise of its own.
  const output = made(n, (i) => 0.5 * (input[i - 3] ?? 0) + 0.05 * random.normal(1));
  const own = { segment: 256, overlap: 0.5, taper: 'hann' as Taper };
  test('tells factor and delay, with errors that hold', () => {
    const t = transferOf(averagedSpectra([[input, output]], 0.01, own), 0);
    let [off, offPhase] = [0, 0];
    const asked = [10, 20, 30, 40, 50, 60, 70, 80];
    for (const k of asked) {
      off += ((t.gain[k]! - 0.5) / t.gainError[k]!) ** 2 / asked.length;
      const turned = -360 * t.frequency[k]! * 0.03;
      const away = ((((t.phase[k]! - turned) % 360) + 540) % 360) - 180;
      offPhase += (away / t.phaseError[k]!) ** 2 / asked.length;
      expect(t.coherence[k]).toBeGreaterThan(0.97);
    }
    expect(off).toBeGreaterThan(0.1);
    expect(off).toBeLessThan(3);
    expect(offPhase).toBeGreaterThan(0.1);
    expect(offPhase).toBeLessThan(6);
  });
  test('of two channels without anything in common stays below its limit at 95 % of the frequencies', () => {
    const t = transferOf(averagedSpectra([[input, noise(n, random)]], 0.01, own), 0);
    const below = t.coherence.slice(1, -1).filter((c) => c < t.coherenceOfNoise).length / (t.coherence.length - 2);
    expect(below).toBeGreaterThan(0.9);
    expect(below).toBeLessThan(0.99);
  });
  test('of one segment is refused: there everything goes with everything', () =>
    expect(() => transferOf(averagedSpectra([[x, y]], 1, { ...averaging, segment: N }), 0)).toThrow(
      expect.objectContaining({ code: 'TOO_FEW_SEGMENTS' }) as never,
    ));
});
