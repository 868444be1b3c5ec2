import { describe as group, expect, test } from '@jest/globals';
import {
  buildLevels,
  checkUncertainty,
  countKept,
  errorsOf,
  isRandomSource,
  standardUncertainty,
  describe,
  firstAtLeast,
  isSymbol,
  joinLevels,
  keptBlocks,
  reduceTrace,
  segments,
  setAsidePoints,
  withoutTellers,
  type Channel,
  type DeclaredUncertainty,
} from './index';

const f64 = (...values: number[]): Float64Array => Float64Array.from(values);
const N = 40_000;
const x = Float64Array.from({ length: N }, (_, i) => i / 10);
const y = Float64Array.from({ length: N }, (_, i) => Math.sin(i / 900) + Math.sin(i * 12.9898) * 0.05);

const reduced = (values: Float64Array, mask: Uint16Array, from: number, to: number, pixels: number, gap = Infinity) =>
  reduceTrace({ x, y: values, levels: buildLevels(values) }, mask, keptBlocks(mask), from, to, pixels, gap);

group('a reduced trace', () => {
  test.each([
    [0, N, 700],
    [123, 31_007, 333],
    [5000, 9001, 64],
  ])('of samples %d to %d at %d pixels shows the lowest and highest of every pixel', (from, to, pixels) => {
    const trace = reduced(y, new Uint16Array(N), from, to, pixels);
    expect(trace.y.length).toBe(2 * pixels);
    for (let p = 0; p < pixels; p++) {
      const part = y.subarray(
        from + Math.floor(((to - from) * p) / pixels),
        from + Math.floor(((to - from) * (p + 1)) / pixels),
      );
      expect(Math.min(trace.y[2 * p]!, trace.y[2 * p + 1]!)).toBe(Math.min(...part));
      expect(Math.max(trace.y[2 * p]!, trace.y[2 * p + 1]!)).toBe(Math.max(...part));
    }
  });

  test('hides no single spike', () => {
    const spiked = Float64Array.from(y);
    spiked[17_321] = 99;
    expect(Math.max(...reduced(spiked, new Uint16Array(N), 0, N, 500).y)).toBe(99);
  });

  test('does not show a spike that is set aside', () => {
    const spiked = Float64Array.from(y);
    spiked[17_321] = 99;
    const mask = new Uint16Array(N);
    mask[17_321] = 1;
    expect(Math.max(...reduced(spiked, mask, 0, N, 500).y)).toBeLessThan(2);
  });

  test('is the samples themselves where they are fewer than two a pixel, broken where one is set aside', () => {
    const mask = new Uint16Array(N);
    mask[102] = 3;
    const trace = reduced(y, mask, 100, 106, 50);
    expect(trace.everySample).toBe(true);
    expect([...trace.x]).toEqual([10, 10.1, 10.3, 10.3, 10.4, 10.5].map((v) => expect.closeTo(v, 9)));
    expect(trace.y[2]).toBeNaN();
  });

  test('breaks at a gap', () => {
    const far = Float64Array.from(x, (v, i) => (i < 50 ? v : v + 1000));
    const trace = reduceTrace(
      { x: far, y, levels: [] },
      new Uint16Array(N),
      keptBlocks(new Uint16Array(N)),
      45,
      55,
      50,
      1,
    );
    expect([...trace.y].filter(Number.isNaN)).toHaveLength(1);
  });
});

test('set-aside samples are thinned evenly and counted whole', () => {
  const mask = new Uint16Array(N).fill(1, 0, 1000);
  const found = setAsidePoints(x, y, mask, keptBlocks(mask), 0, N, 100);
  expect([found.count, found.x.length]).toEqual([1000, 100]);
  expect(countKept(mask)).toBe(N - 1000);
});

test('min/max levels pass missing values over and are missing where all are', () => {
  const values = new Float64Array(256).fill(NaN);
  values[3] = 5;
  values[60] = -2;
  values[200] = 7;
  const [fine] = buildLevels(values);
  expect([...fine!.lowest]).toEqual([-2, NaN, NaN, 7]);
  expect([...fine!.highest]).toEqual([5, NaN, NaN, 7]);
});

test('a description is of what is kept and present; a large offset costs no digits', () => {
  const values = f64(1e9 + 1, 1e9 + 2, NaN, 1e9 + 3, 5);
  const mask = Uint16Array.of(0, 0, 0, 0, 2);
  const d = describe(values, mask);
  expect(d).toMatchObject({ lowest: 1e9 + 1, highest: 1e9 + 3, mean: 1e9 + 2, present: 3, missing: 1 });
  expect(d.standardDeviation).toBeCloseTo(1, 12);
  expect(describe(f64(NaN), Uint16Array.of(0)).mean).toBeNaN();
});

group('segments', () => {
  const time = f64(0, 1, 2, 3, 4, 20, 21, 22, 23);
  const kept = new Uint16Array(9);

  test('a pause of the logger cuts, a few samples set aside do not', () => {
    const mask = Uint16Array.from(kept);
    mask[2] = 1;
    expect(segments(time, time, mask, 't').map((s) => [...s])).toEqual([
      [0, 1, 3, 4],
      [5, 6, 7, 8],
    ]);
  });

  test('missing values are no members', () => {
    const values = f64(0, NaN, 2, 3, 4, 5, NaN, 7, 8);
    expect(segments(time, values, kept, 't').map((s) => [...s])).toEqual([
      [0, 2, 3, 4],
      [5, 7, 8],
    ]);
  });

  test('a repeated time is refused with its place', () =>
    expect(() => segments(f64(0, 1, 1), f64(1, 2, 3), new Uint16Array(3), 'Time')).toThrow(
      '"Time" does not increase at sample 3: 1 is followed by 1.',
    ));
});

test.each([
  [f64(1, 2, 2, 5), 2, 1],
  [f64(1, 2, 2, 5), 2.1, 3],
  [f64(1, 2), 9, 2],
  [new Float64Array(0), 1, 0],
])('in %j the first value of at least %d is at %d', (values, wanted, at) =>
  expect(firstAtLeast(values, wanted)).toBe(at),
);

test.each([
  ['p_d', true],
  ['T_w2', true],
  ['ω', true],
  ['2x', false],
  ['p d', false],
  ['', false],
])('"%s" as a symbol: %s', (text, good) => expect(isSymbol(text)).toBe(good));

test('levels of blocks put together are those of the whole channel', () => {
  const blocks = [y.subarray(0, 32_768), y.subarray(32_768)].map((part) => buildLevels(part));
  expect(joinLevels(blocks)).toEqual(buildLevels(y));
});

group('declared sources of error', () => {
  const at = (symbol: string, uncertainty: DeclaredUncertainty) => ({
    symbol,
    name: symbol,
    unit: 'kPa',
    origin: 'logged' as const,
    values: f64(100, 200),
    uncertainty,
  });
  const of = { kind: 'absolute' as const, value: 3, statedAs: 'limits' as const };
  const several = at('p_d', {
    kind: 'several',
    sources: [
      { name: 'calibration', isShared: false, of },
      { name: 'rig calibrator', isShared: true, of: { kind: 'reading', percent: 1, statedAs: 'twice' } },
      { name: 'resolution', isShared: false, of: { ...of, effect: 'random' } },
    ],
  });
  test('each is a column of its own, a shared one under its own name, a random one marked', () => {
    const found = errorsOf(several, new Map());
    expect([...found.keys()]).toEqual(['p_d calibration', 'rig calibrator', '~p_d resolution']);
    expect(found.get('p_d calibration')![0]).toBeCloseTo(Math.sqrt(3), 12);
    expect([...found.get('rig calibrator')!]).toEqual([0.5, 1]);
    expect([...found.keys()].map(isRandomSource)).toEqual([false, false, true]);
  });
  test('two sensors of one calibration share its error and nothing else', () => {
    const other = at('p_s', {
      kind: 'several',
      sources: [
        { name: 'rig calibrator', isShared: true, of },
        { name: 'calibration', isShared: false, of },
      ],
    });
    const [a, b] = [errorsOf(several, new Map()), errorsOf(other, new Map())];
    expect([...a.keys()].filter((source) => b.has(source))).toEqual(['rig calibrator']);
  });
  group('one of which another channel tells', () => {
    const told = { kind: 'channel' as const, symbol: 'u_p', statedAs: 'twice' as const };
    const sources = [
      { name: 'scatter', isShared: false, of: told },
      { name: 'calibration', isShared: false, of },
    ];
    const u: Channel = { ...at('u_p', of), unit: 'bar', values: f64(0.02, 0.04) };
    test('is read there in its unit, and counts as random', () => {
      const found = errorsOf(at('p_d', { kind: 'several', sources }), new Map([['u_p', u]]));
      expect([...found.keys()]).toEqual(['~p_d scatter', 'p_d calibration']);
      expect([...found.get('~p_d scatter')!]).toEqual([expect.closeTo(1, 12), expect.closeTo(2, 12)]);
    });
    test('cannot be told by the channel itself', () => {
      expect(() => checkUncertainty('u_p', { kind: 'several', sources })).toThrow(
        expect.objectContaining({ code: 'UNCERTAINTY_OF_ITSELF' }),
      );
      expect(() => checkUncertainty('p_d', { kind: 'several', sources })).not.toThrow();
    });
    test('stays behind where its channel does', () => {
      expect(withoutTellers({ kind: 'several', sources })).toEqual({ kind: 'several', sources: [sources[1]] });
      expect(withoutTellers({ kind: 'several', sources: [sources[0]!] })).toBeUndefined();
      expect([withoutTellers(told), withoutTellers(of)]).toEqual([undefined, of]);
    });
  });
  test('a 95 % interval is 1.96 standard uncertainties', () =>
    expect(
      standardUncertainty(f64(1), { kind: 'absolute', value: 1.959963984540054, statedAs: 'percent95' }, () =>
        f64(1),
      )[0],
    ).toBeCloseTo(1, 12));
  test('two sources of one name are refused', () =>
    expect(() =>
      checkUncertainty('p', {
        kind: 'several',
        sources: [
          { name: 'a', isShared: false, of },
          { name: 'a ', isShared: true, of },
        ],
      }),
    ).toThrow('two sources of error named "a"'));
});
