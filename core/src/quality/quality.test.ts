import { describe, expect, test } from '@jest/globals';
import { qualityInWords, samplingOf, soundnessOf } from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const sampled = (n: number, f: (i: number) => number): Float64Array => Float64Array.from({ length: n }, (_, i) => f(i));
const noise = (i: number): number => Math.sin(i * 12.9898) * Math.sin(i * 4.1414);
const rough = (i: number): number => Math.round((20 + 3 * Math.sin(i / 90) + 0.2 * noise(i)) * 1000) / 1000;

describe('sampling', () => {
  test('an even clock has no jitter, no gap, nothing repeated', () =>
    expect(samplingOf(sampled(100, (i) => i / 8))).toEqual({
      interval: 0.125,
      jitter: 0,
      gaps: { count: 0, longest: 0, firstAfter: -1 },
      repeats: { count: 0, first: -1 },
      stepsBack: { count: 0, first: -1 },
      missing: 0,
    }));

  test('gaps, repeats and steps back are counted with the place of the first', () => {
    const s = samplingOf(f64(0, 1, 2, 10, 11, 11, 12, 9, 10, NaN, 11, 30));
    expect(s.interval).toBe(1);
    expect(s.gaps).toEqual({ count: 2, longest: 19, firstAfter: 2 });
    expect(s.repeats).toEqual({ count: 1, first: 5 });
    expect(s.stepsBack).toEqual({ count: 1, first: 7 });
    expect(s.missing).toBe(1);
  });

  test('the jitter of normal deviations is their standard deviation', () => {
    // Twelve uniform numbers less six are nearly normal with a standard deviation of one.
    let seed = 1;
    const uniform = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const normal = (): number => Array.from({ length: 12 }, uniform).reduce((a, b) => a + b, -6);
    let t = 0;
    const s = samplingOf(sampled(20_000, () => (t += 1 + 0.02 * normal())));
    expect(Math.abs(s.jitter - 0.02)).toBeLessThan(0.001);
  });

  test('one sample has no interval', () => expect(samplingOf(f64(3)).interval).toBeNaN());
});

describe('soundness', () => {
  test('a rough but healthy channel has neither spikes nor a rail, and shows its resolution', () =>
    expect(soundnessOf(sampled(4000, rough))).toMatchObject({
      stuck: false,
      rail: undefined,
      spikes: { count: 0, first: -1 },
      resolution: 0.001,
      missing: 0,
    }));

  test('single samples far off are spikes; a step to another level is none', () => {
    const values = sampled(4000, (i) => rough(i) + (i >= 2000 ? 50 : 0));
    values[700] = 60;
    values[3000] = -40;
    expect(soundnessOf(values).spikes).toEqual({ count: 2, first: 700 });
  });

  test('an over-range code that keeps coming back is a rail', () => {
    const values = sampled(4000, rough);
    for (const i of [100, 900, 901, 2500]) values[i] = 655.35;
    expect(soundnessOf(values).rail).toEqual({ value: 655.35, count: 4, first: 100 });
  });

  test('a curve whose top is cut off stands at its rail', () => {
    const values = sampled(4000, (i) => Math.min(22.5, rough(i)));
    expect(soundnessOf(values).rail).toMatchObject({ value: 22.5 });
    const low = sampled(4000, (i) => Math.max(17.5, rough(i)));
    expect(soundnessOf(low).rail).toMatchObject({ value: 17.5 });
  });

  test('a switch that stands at its top is not clipped', () =>
    expect(soundnessOf(sampled(400, (i) => (i % 100 < 50 ? 0 : 100))).rail).toBeUndefined());

  test('a rig at rest is not at its rail', () =>
    expect(soundnessOf(sampled(4000, (i) => (i < 300 ? 0 : rough(i)))).rail).toBeUndefined());

  test('stuck and dead channels', () => {
    expect(soundnessOf(f64(7, NaN, 7, 7))).toMatchObject({ stuck: true, missing: 1, present: 3 });
    expect(soundnessOf(f64(NaN, NaN))).toMatchObject({ stuck: false, present: 0, missing: 2 });
  });

  test.each([
    [sampled(500, (i) => Math.round(rough(i) * 4) / 4), 0.25],
    [sampled(500, (i) => Math.round(rough(i) * 10)), 1],
    [sampled(500, (i) => Math.sin(i)), undefined],
    [f64(1, 2), undefined],
  ])('resolution, case %#', (values, step) => expect(soundnessOf(values).resolution).toBe(step));

  test('leaves its input alone', () => {
    const values = f64(3, 1, 2, 5, 4);
    soundnessOf(values);
    expect([...values]).toEqual([3, 1, 2, 5, 4]);
  });
});

test('a run in words: facts and doubts, with places as people count them', () => {
  const channel = (symbol: string, name: string, unit: string, values: Float64Array) => ({
    symbol,
    name,
    unit,
    values,
    origin: 'logged' as const,
  });
  const spiked = sampled(1000, rough);
  spiked[99] = 500;
  const notes = qualityInWords(
    [
      channel(
        't',
        'Time',
        's',
        sampled(1000, (i) => (i < 500 ? i : i + 30) / 10),
      ),
      channel('p', 'Pressure', 'kPa', spiked),
      channel('T', 'Bearing', 'degC', new Float64Array(1000).fill(NaN)),
      channel('z', 'Valve', '%', new Float64Array(1000).fill(100)),
    ],
    't',
  );
  expect(notes.filter((n) => n.state === 'doubt').map((n) => n.sentence)).toEqual([
    'Time: 1 gap, the longest 3.1 s, the first after sample 500',
    'Pressure has 1 spike, the first at sample 100',
    'Bearing is dead: no sample has a value',
    'Valve is stuck at 100 %',
  ]);
  expect(notes[0]!.sentence).toBe('Time: every 0.1 s, evenly');
});
