import { describe, expect, test } from '@jest/globals';
import { Random } from '../../number';
import { evenInTurns } from './orders';
import { spectralPeaks, type SpectralPeak } from './peaks';
import type { Taper } from './tapers';

const made = (n: number, f: (i: number) => number) => Float64Array.from({ length: n }, (_, i) => f(i));
/** Of a stretch long enough to tell noise by. */
const linesOf = (...of: Parameters<typeof spectralPeaks>): SpectralPeak[] => spectralPeaks(...of)!;
const spread = (values: readonly number[]) => {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return [mean, Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / (values.length - 1))] as const;
};

describe('a line in noise', () => {
  test.each<Taper>(['none', 'hann', 'flatTop'])('with %s lies where it is, within what is stated', (taper) => {
    const random = new Random(11);
    const [n, f, a] = [1000, 0.12345, 0.7];
    const found = Array.from({ length: 300 }, () => {
      const phase = 7 * random.uniform();
      const [first] = linesOf(
        made(n, (i) => a * Math.sin(2 * Math.PI * f * i + phase) + 0.5 * random.normal(1)),
        1,
        taper,
      );
      return first!;
    });
    const of = (key: keyof SpectralPeak) => spread(found.map((p) => p[key]));
    const [frequency, scatter] = of('frequency');
    expect(Math.abs(frequency - f)).toBeLessThan(4 * (scatter / Math.sqrt(300)));
    expect(scatter / of('frequencyError')[0]).toBeGreaterThan(0.85);
    expect(scatter / of('frequencyError')[0]).toBeLessThan(1.18);
    const [amplitude, amplitudeScatter] = of('amplitude');
    // Turning the transform to its top makes it greater by some of the noise.
    expect(Math.abs(amplitude - a)).toBeLessThan(0.02);
    expect(amplitudeScatter / of('amplitudeError')[0]).toBeGreaterThan(0.85);
    expect(amplitudeScatter / of('amplitudeError')[0]).toBeLessThan(1.18);
  });
  test('without a window its frequency is as sure as a frequency can be (D. C. Rife and R. R. Boorstyn 1974)', () => {
    const random = new Random(2);
    const n = 2000;
    const [peak] = linesOf(
      made(n, (i) => 2 * Math.cos(0.9 * i + 0.4) + random.normal(1)),
      0.001,
      'none',
    );
    // σ² = 24 σ²/(A² n³) in radians per sample.
    const bound = Math.sqrt(24 / (4 * n ** 3)) / (2 * Math.PI * 0.001);
    expect(peak!.frequencyError / bound).toBeGreaterThan(0.8);
    expect(peak!.frequencyError / bound).toBeLessThan(1.25);
  });
});

test('noise alone has a line in about one of a hundred stretches', () => {
  const random = new Random(6);
  const stretches = Array.from({ length: 1000 }, () => made(1024, () => random.normal(1)));
  const alarms = stretches.filter((y) => linesOf(y, 1, 'hann').length > 0).length;
  expect(alarms).toBeGreaterThan(2);
  expect(alarms).toBeLessThan(20);
});

test.each<Taper>(['none', 'hann', 'blackmanHarris', 'flatTop'])(
  'a very high line has no companions from the window %s',
  (taper) => {
    const random = new Random(4);
    const y = made(4096, (i) => 1000 * Math.sin(0.7123 * i) + 0.001 * random.normal(1));
    expect(linesOf(y, 1, taper)).toHaveLength(1);
  },
);

test('a small line beside a very large one is seen with a window that leaks little, and not claimed with one that leaks', () => {
  const random = new Random(4);
  const y = made(4096, (i) => Math.sin(0.7 * i) + 1e-3 * Math.sin(0.76 * i) + 1e-5 * random.normal(1));
  expect(linesOf(y, 1, 'blackmanHarris').map((p) => p.amplitude.toPrecision(3))).toEqual(['1.00', '0.00100']);
  expect(linesOf(y, 1, 'none')).toHaveLength(1);
});

test('a tone that wanders is broader than one frequency, and has no ±', () => {
  const random = new Random(9);
  let phase = 0;
  const y = made(8192, (i) => {
    phase += 0.5 + 0.02 * Math.sin(i / 900);
    return Math.sin(phase) + 0.1 * random.normal(1);
  });
  const [first] = linesOf(y, 1, 'hann');
  expect(first!.broadness).toBeGreaterThan(1.5);
  expect(first!.frequencyError).toBeNaN();
});

test('a stretch too short to tell noise by is not looked at', () => {
  const sine = (n: number) =>
    spectralPeaks(
      made(n, (i) => Math.sin(i)),
      1,
      'hann',
    );
  expect(sine(299)).toBeUndefined();
  expect(sine(300)).toHaveLength(1);
});

test('a straight line has none', () =>
  expect(
    linesOf(
      made(500, (i) => 3 * i),
      1,
      'hann',
    ),
  ).toEqual([]));

describe('turns instead of time', () => {
  const dt = 1e-3;
  // From 10 to 30 turns a second within 4 s; the third order of amplitude 2.
  const speed = made(4000, (i) => 10 + 5 * i * dt);
  const turns = (i: number) => 10 * i * dt + 2.5 * (i * dt) ** 2;
  const y = made(4000, (i) => 2 * Math.sin(2 * Math.PI * 3 * turns(i) + 0.3));
  test('a line that follows the speed stands at its order, with its amplitude', () => {
    const even = evenInTurns(y, speed, dt);
    const [peak] = linesOf(even.y, even.step, 'hann');
    expect(peak!.frequency).toBeCloseTo(3, 4);
    expect(peak!.amplitude).toBeCloseTo(2, 2);
    expect(linesOf(y, dt, 'hann').every((p) => p.frequencyError !== p.frequencyError)).toBe(true);
  });
  test('reaches as far as the fastest turn was sampled densely enough', () =>
    expect(evenInTurns(y, speed, dt).highest).toBeCloseTo(0.4 / (29.995 * dt), 6));
  test('between samples it is the sine itself, up to 0.4 of the sampling rate', () => {
    const tone = made(4000, (i) => Math.sin(2 * Math.PI * 0.4 * i));
    const steady = made(4000, () => 0.93 / dt);
    const even = evenInTurns(tone, steady, dt);
    for (let k = 100; k < 3000; k += 37) {
      const at = (k * even.step) / 0.93;
      expect(Math.abs(even.y[k]! - Math.sin(2 * Math.PI * 0.4 * at))).toBeLessThan(2e-3);
    }
  });
  test('a shaft that stands is refused', () =>
    expect(() =>
      evenInTurns(
        y,
        made(4000, (i) => i - 1),
        dt,
      ),
    ).toThrow(expect.objectContaining({ code: 'SPEED_NOT_ABOVE_ZERO' }) as never));
});
