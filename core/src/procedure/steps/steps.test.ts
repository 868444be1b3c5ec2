import { describe, expect, test } from '@jest/globals';
import {
  checkSettings,
  runProcedure,
  stepKindOf,
  stepKinds,
  symbolsRead,
  type RunState,
  type Step,
  type Change,
  type StepMemory,
} from '../index';
import { errorsOf } from '../../sample';
import { parseUnit } from '../../units';

const N = 400;
const sampled = (f: (i: number) => number): Float64Array => Float64Array.from({ length: N }, (_, i) => f(i));
const channel = (symbol: string, unit: string, values: Float64Array) =>
  [symbol, { symbol, name: `Channel ${symbol}`, unit, origin: 'logged' as const, values }] as const;
const run: RunState = {
  samples: N,
  channels: new Map([
    // A pause of the logger after sample 200.
    channel(
      't',
      's',
      sampled((i) => (i < 200 ? i / 10 : i / 10 + 60)),
    ),
    channel(
      'p',
      'kPa',
      sampled((i) => 100 + i + (i % 2 ? 1 : -1)),
    ),
    channel(
      'n',
      'rpm',
      sampled((i) => 1500 + 0.5 * i),
    ),
  ]),
  mask: new Uint16Array(N),
  along: 't',
};
const step = (kind: string, settings: Record<string, unknown>, id = kind): Step => ({
  id,
  kind,
  version: 1,
  settings,
  on: true,
});
const smooth = (over = {}) =>
  step('smooth', { channel: 'p', method: 'movingAverage', window: 5, order: 3, symbol: 'p_s', name: 'calm', ...over });
const final = (...steps: Step[]) => runProcedure(run, steps, new Map()).final;
const startState = {
  along: 't',
  channels: [...run.channels.values()].map(({ symbol, name, unit }) => ({ symbol, name, unit, lowest: 0, highest: 9 })),
  inHand: 'p',
};

describe.each(stepKinds.map((k) => [k.kind, k] as const))('the kind %s', (kind, k) => {
  test('starts with settings that fit its own schema, but for a formula still to be typed', () => {
    const settings = k.start(startState) as Record<string, unknown>;
    if (kind === 'derive') settings['formula'] = 'p * 2';
    expect(() => checkSettings({ kind, settings })).not.toThrow();
    expect(k.words(settings as never).title).not.toBe('');
    for (const symbol of k.reads(settings as never, 't')) expect(run.channels.has(symbol)).toBe(true);
  });
  test('refuses a setting of the wrong type by its name on the form', () =>
    expect(() =>
      checkSettings({
        kind,
        settings: { ...k.start(startState), channel: 7, formula: 7, channels: 7, step: 'x', value: 'x' },
      }),
    ).toThrow(expect.objectContaining({ code: 'STEP_SETTINGS' }) as never));
  test('leaves the run that it works on alone', () => {
    const before = [...run.channels].map(([s, c]) => [s, [...c.values]]);
    const settings = { ...k.start(startState), ...(kind === 'derive' ? { formula: 'p * 2' } : {}) };
    runProcedure(run, [step(kind, settings)], new Map());
    expect([...run.channels].map(([s, c]) => [s, [...c.values]])).toEqual(before);
    expect(run.mask.every((m) => m === 0)).toBe(true);
  });
});

describe('nothing is joined across a gap', () => {
  test('smoothing ends at the pause and begins anew behind it', () => {
    const made = final(smooth()).channels.get('p_s')!.values;
    const alone = (from: number, to: number) => {
      const part = {
        ...run,
        samples: to - from,
        mask: new Uint16Array(to - from),
        channels: new Map([...run.channels].map(([s, c]) => [s, { ...c, values: c.values.slice(from, to) }])),
      };
      return [...runProcedure(part, [smooth()], new Map()).final.channels.get('p_s')!.values];
    };
    expect([...made]).toEqual([...alone(0, 200), ...alone(200, N)]);
  });
  test('a slope of a straight line is the same on both sides of it', () => {
    const rate = step('differentiate', {
      channel: 'n',
      against: 't',
      method: 'savitzkyGolay',
      window: 11,
      order: 2,
      symbol: 'r',
      name: 'Rate',
    });
    final(rate)
      .channels.get('r')!
      .values.forEach((v) => expect(v).toBeCloseTo(5, 9));
  });
});

test('at its ends a Savitzky–Golay smoothing does as it is told, and in the middle the same', () => {
  const made = (over: object): Float64Array =>
    runProcedure(
      run,
      [smooth({ method: 'savitzkyGolay', window: 11, order: 2, ...over })],
      new Map(),
    ).final.channels.get('p_s')!.values;
  const [plain, fit, mirror, nearest] = [
    {},
    { endsOfFit: 'fit' },
    { endsOfFit: 'mirror' },
    { endsOfFit: 'nearest' },
  ].map(made);
  expect(fit).toEqual(plain);
  for (const other of [mirror, nearest]) {
    expect(other![0]).not.toBeCloseTo(plain![0]!, 6);
    expect(other![50]).toBe(plain![50]);
  }
});

test('a smoothing takes no set-aside sample in, and is missing there', () => {
  const spiked = new Map(run.channels).set('p', {
    ...run.channels.get('p')!,
    values: run.channels.get('p')!.values.map((v, i) => (i === 100 ? 9999 : v)),
  });
  const aside = step('setAside', { channel: 't', ranges: [[10, 10]], unit: 's', reason: 'spike' });
  const made = runProcedure({ ...run, channels: spiked }, [aside, smooth()], new Map()).final.channels.get('p_s')!;
  expect(made.values[100]).toBeNaN();
  expect(Math.max(...made.values.filter((v) => v === v))).toBeLessThan(600);
});

test('a grid holds the values between kept samples, and nothing inside the pause', () => {
  const { final: state } = runProcedure(run, [step('resample', { step: 0.5, method: 'linear', unit: 's' })], new Map());
  const [t, n] = ['t', 'n'].map((s) => state.channels.get(s)!.values) as [Float64Array, Float64Array];
  expect([state.samples, t[0], t[1], t.at(-1)]).toEqual([200, 0, 0.5, 99.5]);
  t.forEach((at, i) => {
    if (at <= 19.9) expect(n[i]).toBeCloseTo(1500 + 5 * at, 9);
    else if (at < 80) expect(n[i]).toBeNaN();
    else expect(n[i]).toBeCloseTo(1500 + 5 * (at - 60), 9);
  });
  expect(state.logged!.samples).toBe(N);
});

test('time from zero counts from the first kept sample; what was before stands at negative times', () => {
  const trim = step('trim', { channel: 't', from: 5, to: 100, unit: 's' });
  const time = final(trim, step('timeFromZero', { channel: 't' })).channels.get('t')!.values;
  expect([time[0], time[50]]).toEqual([-5, 0]);
});

test('a stretch too short for the window is told, not smoothed in part', () => {
  const cut = step('setAside', { channel: 't', ranges: [[0, 19.5]], unit: 's', reason: '' });
  const { final: state, reports } = runProcedure(
    run,
    [cut, smooth({ method: 'savitzkyGolay', window: 11 })],
    new Map(),
  );
  expect(reports[1]!.doubts).toEqual(['4 missing: in stretches too short for it']);
  expect(
    state.channels
      .get('p_s')!
      .values.slice(196, 200)
      .every((v) => v !== v),
  ).toBe(true);
});

test('a change computes anew only what depends on it, wherever it stands', () => {
  const kept = new Map<string, Change>();
  let computed: string[] = [];
  const store: StepMemory = {
    recall: (key) => kept.get(key),
    keep: (key, change) => {
      computed.push(change.made ?? 'mask');
      kept.set(key, change);
    },
  };
  const work = (steps: Step[]) => {
    computed = [];
    const { final: state } = runProcedure(run, steps, new Map(), { store, runKey: 'run' });
    expect([...state.channels].map(([s, c]) => [s, [...c.values]])).toEqual(
      [...runProcedure(run, steps, new Map()).final.channels].map(([s, c]) => [s, [...c.values]]),
    );
    return computed;
  };
  const derive = (symbol: string, formula: string) => step('derive', { name: symbol, symbol, formula, unit: '' });
  const aside = (to: number) => step('setAside', { channel: 't', ranges: [[0, to]], unit: 's', reason: '' });
  expect(work([aside(1), smooth(), derive('d', 'p_s * 2'), derive('e', 'n * 2')])).toEqual(['mask', 'p_s', 'd', 'e']);
  expect(work([aside(1), smooth(), derive('d', 'p_s * 3'), derive('e', 'n * 2')])).toEqual(['d']);
  expect(work([aside(2), smooth(), derive('d', 'p_s * 3'), derive('e', 'n * 2')])).toEqual(['mask', 'p_s', 'd']);
  expect(work([aside(2), smooth(), derive('d', 'p_s * 3'), derive('e', 'n - mean of n')])).toEqual(['e']);
  expect(work([aside(3), smooth(), derive('d', 'p_s * 3'), derive('e', 'n - mean of n')])).toEqual([
    'mask',
    'p_s',
    'd',
    'e',
  ]);
  expect(work([aside(1), smooth(), derive('d', 'p_s * 2'), derive('e', 'n * 2')])).toEqual([]);
});

describe('what does not stand in its order', () => {
  const derive = (symbol: string, formula: string) =>
    step('derive', { name: symbol, symbol, formula, unit: '' }, symbol);
  const why = (...steps: Step[]) => runProcedure(run, steps, new Map()).reports[0]!.error?.message;
  test('is told where it is made', () =>
    expect(why(derive('d', 'e * 2'), derive('e', 'p * 2'))).toBe(
      '"e" is only made by step 2, which comes later. Move that step before this one.',
    ));
  test('is refused with its loop when it goes in a circle', () =>
    expect(why(derive('a', 'b * 2'), derive('b', 'c * 2'), derive('c', 'a + p'))).toContain('a → b → c → a'));
  test('a channel cannot be made of itself', () => expect(why(derive('a', 'a + p'))).toContain('a → a'));
});

/** A random procedure of any kinds, from a seed. */
function anyProcedure(seed: number): Step[] {
  let s = seed;
  const random = (n: number): number => ((s = (s * 1103515245 + 12345) % 2147483648), Math.floor((s / 2147483648) * n));
  return Array.from({ length: 6 }, (_, i) => {
    const kind = stepKinds[random(stepKinds.length)]!;
    const settings: Record<string, unknown> = { ...(kind.start(startState) as Record<string, unknown>) };
    if ('symbol' in settings) settings['symbol'] = `m${i}`;
    if ('ranges' in settings) settings['ranges'] = [[random(20), 20 + random(60)]];
    if (kind.kind === 'trim') Object.assign(settings, { from: random(20), to: 40 + random(40) });
    if (kind.kind === 'setAsideLimits') Object.assign(settings, { low: 100 + random(100), high: 200 + random(300) });
    if (kind.kind === 'derive') settings['formula'] = ['p * n', 'p / (n - 1600 [rpm])', 'p - mean of p'][random(3)];
    return { id: `s${i}`, kind: kind.kind, version: 1, settings, on: true };
  });
}

describe.each(Array.from({ length: 40 }, (_, k) => k + 1))('random procedure %d', (seed) => {
  const steps = anyProcedure(seed);
  const gone = (state: RunState) => [
    [...state.channels].map(([s, c]) => [s, c.unit, [...c.values]]),
    [...state.mask].map((m) => m > 0),
  ];
  test('changes no raw sample, and its ledger adds up to the logged ones', () => {
    const before = [...run.channels].map(([s, c]) => [s, [...c.values]]);
    const { final: state, reports } = runProcedure(run, steps, new Map());
    expect([...run.channels].map(([s, c]) => [s, [...c.values]])).toEqual(before);
    expect(run.mask.every((m) => m === 0)).toBe(true);
    const kept = (mask: Uint16Array) => mask.filter((m) => m === 0).length;
    const aside = reports.reduce((sum, r) => sum + r.setAside, 0);
    // Behind a re-sampling the grid has a count of its own.
    if (state.logged) expect(kept(state.logged.mask) + kept(state.mask) + aside).toBe(N + state.samples);
    else expect(kept(state.mask) + aside).toBe(N);
  });
  test('a step that is switched off is one that was never there', () => {
    const off = steps.map((s, i) => (i === 2 ? { ...s, on: false } : s));
    const without = steps.filter((_, i) => i !== 2);
    expect(gone(runProcedure(run, off, new Map()).final)).toEqual(gone(runProcedure(run, without, new Map()).final));
  });
});

describe.each(stepKinds.map((k) => k.kind))('%s meets what logs hold', (kind) => {
  const spoiled = (bad: (i: number) => number): RunState => ({
    ...run,
    channels: new Map(
      [...run.channels].map(([s, c]) => [
        s,
        s === 't' ? c : { ...c, values: c.values.map((v, i) => (bad(i) === 0 ? v : bad(i))) },
      ]),
    ),
  });
  const settings: Record<string, unknown> = {
    ...(stepKindOf(kind).start(startState) as Record<string, unknown>),
    ...(kind === 'derive' ? { formula: 'p / (n - 1550 [rpm])' } : {}),
  };
  const outcome = (state: RunState) => runProcedure(state, [step(kind, settings)], new Map());
  test.each<[string, RunState]>([
    ['missing samples', spoiled((i) => (i % 7 === 0 ? NaN : 0))],
    ['infinite samples', spoiled((i) => (i % 50 === 3 ? (i % 100 === 3 ? Infinity : -Infinity) : 0))],
    ['nothing but missing samples', spoiled(() => NaN)],
    ['everything set aside', { ...run, mask: new Uint16Array(N).fill(9) }],
    [
      'a single sample',
      {
        ...run,
        samples: 1,
        mask: new Uint16Array(1),
        channels: new Map([...run.channels].map(([s, c]) => [s, { ...c, values: c.values.slice(0, 1) }])),
      },
    ],
    [
      'no sample',
      {
        ...run,
        samples: 0,
        mask: new Uint16Array(),
        channels: new Map([...run.channels].map(([s, c]) => [s, { ...c, values: new Float64Array() }])),
      },
    ],
  ])('%s: a result or a sentence, and never more than there was', (_, state) => {
    const { final: after, reports } = outcome(state);
    expect(reports[0]!.status === 'done' || (reports[0]!.error?.message.length ?? 0) > 20).toBe(true);
    for (const { values } of after.channels.values()) expect(values).toHaveLength(after.samples);
    const made = reports[0]!.made && after.channels.get(reports[0]!.made.symbol);
    if (made && !['convertUnit', 'lag'].includes(kind)) {
      const source = state.channels.get(String(settings['channel'] ?? 'p'));
      if (source?.values.every((v) => v !== v)) expect(made.values.every((v) => v !== v)).toBe(true);
    }
  });
});

describe('settings that cannot be', () => {
  const filter = (over: object) =>
    step('filter', {
      channel: 'p',
      method: 'low',
      cutoff: 1,
      order: 4,
      phase: 'zero',
      symbol: 'f',
      name: 'f',
      ...over,
    });
  const jittered = {
    ...run,
    channels: new Map(run.channels).set('t', {
      ...run.channels.get('t')!,
      values: sampled((i) => i / 10 + (i % 2) * 0.03),
    }),
  };
  test.each<[string, Step, string]>([
    ['a cut-off above half the sampling rate', filter({ cutoff: 6 }), 'CUTOFF_OUTSIDE'],
    ['a band the wrong way round', filter({ method: 'band', cutoff: 3, upperCutoff: 2 }), 'BAND_REVERSED'],
    [
      'a window from a cut-off above half the sampling rate',
      smooth({ method: 'gaussian', cutoff: 5 }),
      'CUTOFF_OUTSIDE',
    ],
    ['an even window', smooth({ window: 8 }), 'WINDOW_NOT_ODD'],
    ['an order above the window', smooth({ method: 'savitzkyGolay', window: 3, order: 4 }), 'ORDER_TOO_HIGH'],
    ['a window longer than the run', smooth({ method: 'savitzkyGolay', window: 1001 }), 'TOO_FEW_SAMPLES'],
    ['a channel that is gone', smooth({ channel: 'gone' }), 'CHANNEL_UNKNOWN'],
    ['a table that is gone', step('lookUp', { table: 'gone', channel: 'p', symbol: 'g', name: 'g' }), 'TABLE_UNKNOWN'],
  ])('%s', (_, bad, code) => {
    const { reports } = runProcedure(run, [bad, smooth()], new Map());
    expect(reports[0]!.error?.code).toBe(code);
    expect(reports[1]!.status).toBe('done');
  });
  test('a filter over uneven time says which steps it found', () =>
    expect(runProcedure(jittered, [filter({})], new Map()).reports[0]!.error).toMatchObject({
      code: 'UNEVEN_SPACING',
      message: expect.stringContaining('0.07 to 0.13'),
    }));
  test('a filter bridges single missing samples, and is missing there itself', () => {
    const aside = step('setAside', { channel: 't', ranges: [[5, 5.1]], unit: 's', reason: '' });
    const whole = final(filter({ channel: 'n' })).channels.get('f')!.values;
    const made = final(aside, filter({ channel: 'n' })).channels.get('f')!.values;
    expect([made[50], made[51]]).toEqual([NaN, NaN]);
    // Of a straight line the bridge is the line itself.
    made.forEach((v, i) => i !== 50 && i !== 51 && expect(v).toBeCloseTo(whole[i]!, 9));
  });
  test('a window over uneven time is told to count samples', () => {
    const { reports } = runProcedure(jittered, [smooth()], new Map());
    expect(reports[0]!.doubts).toContain('the time steps are uneven, and the window counts samples');
  });
  test('the ends of what was differentiated are marked, or left out with their errors', () => {
    const rate = (ends: string) =>
      step('differentiate', {
        channel: 'n',
        against: 't',
        method: 'slope',
        window: 5,
        order: 1,
        ends,
        symbol: 'd',
        name: 'd',
      });
    // Two at each end, and at both sides of the pause.
    const unsure = [0, 1, 198, 199, 200, 201, N - 2, N - 1];
    const kept = final(rate('keep')).channels.get('d')!;
    expect([...kept.doubtful!.samples]).toEqual(unsure);
    const { values } = final(rate('leave')).channels.get('d')!;
    expect([...values].flatMap((v, i) => (v !== v ? [i] : []))).toEqual(unsure);
  });
  test.each([
    ['hold' as const, 130],
    ['extend' as const, 140],
  ])('what a table is asked for outside its knots ("%s") is marked and told', (outside, last) => {
    const table = {
      symbol: 'k',
      name: 'k',
      xName: 'n',
      xUnit: 'rpm',
      yUnit: '',
      source: 'made up',
      outside,
      x: [1500, 1680],
      y: [100, 130],
    };
    const { final: after, reports } = runProcedure(
      run,
      [step('lookUp', { table: 'k', channel: 'n', symbol: 'kn', name: 'kn' })],
      new Map([['k', table]]),
    );
    // n passes 1680 rpm at sample 360.
    expect(reports[0]!.doubts[0]).toMatch(/^39 .* beyond the end|^39 held at the end value/);
    expect([...after.channels.get('kn')!.doubtful!.samples].slice(0, 2)).toEqual([361, 362]);
    expect(after.channels.get('kn')!.values[399]).toBeCloseTo(outside === 'hold' ? last : 100 + 199.5 / 6, 9);
  });
  test('limits given in another unit are turned into that of the channel', () => {
    const aside = (unit: string, high: number) =>
      step('setAsideLimits', { channel: 'p', method: 'outside', low: null, high, unit, reason: '' });
    expect([...final(aside('bar', 3)).mask]).toEqual([...final(aside('kPa', 300)).mask]);
  });
});

test('the logged symbols that a procedure reads are known without running it', () =>
  expect(
    symbolsRead(
      [smooth(), { ...step('derive', { name: 'D', symbol: 'd', formula: 'sqrt(n) * p', unit: '' }), on: true }],
      't',
    ),
  ).toEqual(expect.arrayContaining(['t', 'p', 'n'])));

test('an unknown kind is refused by its name', () =>
  expect(() => stepKindOf('nope')).toThrow('There is no step kind "nope"'));

describe('from where a temperature or a pressure counts', () => {
  const withChannel = (symbol: string, unit: string, values: number[], more: Partial<RunState> = {}): RunState => ({
    samples: values.length,
    mask: new Uint16Array(values.length),
    along: 't',
    channels: new Map([
      [
        't',
        { symbol: 't', name: 't', unit: 's', origin: 'logged', values: Float64Array.from(values, (_, i) => i / 10) },
      ],
      [symbol, { symbol, name: symbol, unit, origin: 'logged', values: Float64Array.from(values) }],
    ]),
    ...more,
  });
  const after = (state: RunState, ...steps: Step[]) => runProcedure(state, steps, new Map());
  const convert = (unit: string, counts?: string) =>
    step('convertUnit', { channel: 'T', unit, ...(counts ? { counts } : {}) });

  test('a difference of 5 K is 5 Δ°C, and a temperature of 300 K is 26.85 °C; a bare K is asked', () => {
    const run = withChannel('T', 'K', [300, 300]);
    expect(after(run, convert('°C')).reports[0]!.error?.code).toBe('DATUM_ASKED');
    expect(after(run, convert('°C', 'absolute')).final.channels.get('T')).toMatchObject({
      unit: '°C',
      datum: 'absolute',
    });
    expect(after(run, convert('°C', 'absolute')).final.channels.get('T')!.values[0]).toBeCloseTo(26.85, 9);
    const made = after(withChannel('T', 'K', [5, 5]), convert('°C', 'difference')).final.channels.get('T')!;
    expect([made.values[0], made.unit, made.datum]).toEqual([5, 'Δ°C', 'difference']);
  });

  test('what a formula made of two temperatures stays a difference through smoothing and conversion', () => {
    const run = withChannel('T', '°C', [20, 21, 22, 23, 24]);
    const steps = [
      step('derive', { name: 'd', symbol: 'd', formula: 'T - 18 [°C]', unit: '' }),
      step('smooth', {
        channel: 'd',
        method: 'movingAverage',
        window: 3,
        order: 2,
        ends: 'shrink',
        symbol: 's',
        name: 's',
      }),
      step('convertUnit', { channel: 's', unit: '°C' }),
    ];
    expect(after(run, ...steps).final.channels.get('s')).toMatchObject({ unit: 'Δ°C', datum: 'difference' });
    expect(after(run, ...steps).final.channels.get('s')!.values[2]).toBeCloseTo(4, 12);
  });

  test('the ambient pressure is named once, and gauge pressures become absolute ones by it', () => {
    const run = withChannel('T', 'bar(g)', [1, 2]);
    expect(after(run, convert('kPa(a)')).reports[0]!.error?.code).toBe('AMBIENT_UNKNOWN');
    const named = after(run, step('ambientPressure', { value: 98, unit: 'kPa' }), convert('kPa(a)'));
    expect([...named.final.channels.get('T')!.values]).toEqual([expect.closeTo(198, 9), expect.closeTo(298, 9)]);
    expect(after(run, step('ambientPressure', { value: 1, unit: 'bar(g)' })).reports[0]!.error?.code).toBe(
      'DATUM_MISFIT',
    );
  });

  test('what passes a high-pass filter is a difference, and what passes a low-pass keeps its scale', () => {
    const run = withChannel(
      'T',
      '°C',
      Array.from({ length: 64 }, (_, i) => 20 + Math.sin(i)),
    );
    const filter = (method: string) =>
      step('filter', { channel: 'T', method, cutoff: 1, order: 2, phase: 'zero', symbol: 'f', name: 'f' });
    expect(after(run, filter('high')).final.channels.get('f')).toMatchObject({ unit: 'Δ°C', datum: 'difference' });
    expect(after(run, filter('low')).final.channels.get('f')).toMatchObject({ unit: '°C' });
    for (const unit of ['kPa(g)', 'barg', 'psia'])
      expect(
        parseUnit(
          after(
            withChannel(
              'T',
              unit,
              Array.from({ length: 64 }, (_, i) => Math.sin(i)),
            ),
            filter('high'),
          ).final.channels.get('f')!.unit,
        ).datum,
      ).toBeUndefined();
  });
});

describe('an error goes with what is done to its channel', () => {
  const N_E = 41;
  const ramp = Float64Array.from({ length: N_E }, (_, i) => i / 10);
  const source = (errors: Record<string, (i: number) => number>) => () =>
    new Map(Object.entries(errors).map(([name, e]) => [name, Float64Array.from(ramp, (_, i) => e(i))]));
  const state = (
    ofY: Record<string, (i: number) => number>,
    ofT: Record<string, (i: number) => number> = {},
    y = (t: number) => 3 + 2 * t,
  ): RunState => ({
    samples: N_E,
    mask: new Uint16Array(N_E),
    along: 't',
    channels: new Map([
      ['t', { symbol: 't', name: 't', unit: 's', origin: 'logged', values: ramp, errors: source(ofT) }],
      ['y', { symbol: 'y', name: 'y', unit: 'bar', origin: 'logged', values: ramp.map(y), errors: source(ofY) }],
    ]),
  });
  const errorsAfter = (run: RunState, made: Step, symbol: string) => {
    const { final } = runProcedure(run, [made], new Map());
    return errorsOf(final.channels.get(symbol)!, final.channels);
  };
  const drift = (over: object) =>
    step('removeDrift', {
      channel: 'y',
      method: 'offset',
      ranges: [[0, 1]],
      truth: 0,
      unit: 'bar',
      symbol: 'c',
      name: 'c',
      ...over,
    });

  test('a true value is taken in its own unit: 100 kPa is 1 bar', () => {
    const { final } = runProcedure(
      state({}, {}, () => 5),
      [drift({ truth: 100, unit: 'kPa' })],
      new Map(),
    );
    expect(final.channels.get('c')!.values[7]).toBeCloseTo(1, 12);
  });
  test('an offset that is removed is gone, a gain is not, and the scatter of the known stretch comes in', () => {
    const errors = errorsAfter(state({ offset: () => 0.3, gain: (i) => 0.01 * (3 + 0.2 * i) }), drift({}), 'c');
    expect(errors.get('offset')![30]).toBeCloseTo(0, 12);
    // 1 % of what lies above the mean of the first 11 samples.
    expect(errors.get('gain')![40]).toBeCloseTo(0.01 * 0.2 * (40 - 5), 12);
    expect(errors.get('c reference')![0]).toBeGreaterThan(0);
    expect(
      errorsAfter(
        state({}, {}, () => 5),
        drift({}),
        'c',
      ).has('c reference'),
    ).toBe(false);
  });
  test('a share of the range does not know an offset nor a gain', () => {
    const normalise = (method: string) => step('normalise', { channel: 'y', method, symbol: 'r', name: 'r' });
    const errors = errorsAfter(
      state({ offset: () => 0.3, gain: (i) => 0.01 * (3 + 0.2 * i) }),
      normalise('range'),
      'r',
    );
    for (const column of errors.values()) for (const e of column) expect(e).toBeCloseTo(0, 12);
    // Of y / y_max with y = 3 … 11 an offset of 0.3 moves the first to 3.3 / 11.3.
    expect(errorsAfter(state({ offset: () => 1e-4 }), normalise('highest'), 'r').get('offset')![0]! / 1e-4).toBeCloseTo(
      (11 - 3) / 121,
      9,
    );
  });
  test('each group by itself has its own errors of both ends', () => {
    // y = 3 + 0.2 i in two halves; a source that moves the second half alone leaves the first as it is.
    const half = (i: number) => (i < 20 ? 0 : 0.3);
    const of = { ...state({ offset: half }) };
    const halves = new Map(of.channels).set('half', {
      ...of.channels.get('y')!,
      symbol: 'half',
      unit: '',
      values: of.channels.get('y')!.values.map((_, i) => (i < 20 ? 1 : 2)),
      errors: undefined,
    });
    const errors = errorsAfter(
      { ...of, channels: halves },
      step('normalise', { channel: 'y', method: 'range', each: 'half', symbol: 'r', name: 'r' }),
      'r',
    );
    for (const e of errors.get('offset')!) expect(e).toBeCloseTo(0, 12);
  });
  test('a clock that runs fast by 1 % makes an integral 1 % larger and a rate 1 % smaller', () => {
    const run = state({}, { clock: (i) => 0.01 * (i / 10) });
    const integral = errorsAfter(
      run,
      step('integrate', { channel: 'y', against: 't', start: 0, symbol: 'I', name: 'I' }),
      'I',
    );
    // ∫ (3 + 2t) dt from 0 to 4 = 28.
    expect(integral.get('clock')![40]).toBeCloseTo(0.28, 12);
    for (const method of ['central', 'slope', 'savitzkyGolay']) {
      const rate = errorsAfter(
        run,
        step('differentiate', {
          channel: 'y',
          against: 't',
          method,
          derivative: 1,
          window: 5,
          order: 2,
          unit: 'bar/min',
          ends: 'keep',
          symbol: 'd',
          name: 'd',
        }),
        'd',
      );
      expect(rate.get('clock')![20]).toBeCloseTo(-0.01 * 120, 9);
    }
  });
  test('time steps that differ by 1 % are taken as they are for a rate', () => {
    const jittered = ramp.map((t, i) => t + (i % 2) * 0.0005);
    const run = state({}, {}, () => 0);
    const channels = new Map(run.channels);
    channels.set('t', { ...channels.get('t')!, values: jittered });
    channels.set('y', { ...channels.get('y')!, values: jittered.map((t) => t * t) });
    const second = step('differentiate', {
      channel: 'y',
      against: 't',
      method: 'savitzkyGolay',
      derivative: 2,
      window: 3,
      order: 2,
      ends: 'keep',
      symbol: 'd',
      name: 'd',
    });
    for (const v of runProcedure({ ...run, channels }, [second], new Map()).final.channels.get('d')!.values)
      expect(v).toBeCloseTo(2, 6);
  });
});

describe('re-sampling to a coarser grid', () => {
  const at = Float64Array.from({ length: 4000 }, (_, i) => i / 100);
  const toned = (hertz: number): RunState => ({
    samples: at.length,
    mask: new Uint16Array(at.length),
    along: 't',
    channels: new Map([
      ['t', { symbol: 't', name: 't', unit: 's', origin: 'logged', values: at }],
      [
        'y',
        {
          symbol: 'y',
          name: 'y',
          unit: 'kPa',
          origin: 'logged',
          values: at.map((t) => Math.sin(2 * Math.PI * hertz * t)),
        },
      ],
    ]),
  });
  const onGrid = (run: RunState, every: number, method: string) =>
    runProcedure(run, [step('resample', { step: every, method, unit: 's' })], new Map());
  const isTold = (run: RunState, every: number, method: string) =>
    onGrid(run, every, method).reports[0]!.doubts.some((d) => d.includes('aliasing'));
  test('a tone above half the rate of the grid is told, and its mean is small', () => {
    // 13 Hz on a grid of 5 Hz would look like 2 Hz.
    expect(isTold(toned(13), 0.2, 'linear')).toBe(true);
    expect(isTold(toned(13), 0.2, 'mean')).toBe(false);
    const two = {
      ...toned(13),
      channels: new Map([...toned(13).channels, ['z', { ...toned(13).channels.get('y')!, symbol: 'z' }]]),
    };
    expect(onGrid(toned(13), 0.2, 'linear').reports[0]!.doubts[0]).toMatch(/^y: moves faster/);
    expect(onGrid(two, 0.2, 'linear').reports[0]!.doubts[0]).toMatch(/^y, z: move faster/);
    const { values } = onGrid(toned(13), 0.2, 'mean').final.channels.get('y')!;
    expect(Math.max(...values.slice(1, -1).map(Math.abs))).toBeLessThan(0.15);
  });
  const calmed = (run: RunState, every: number, cutoff?: number, unit = 's') =>
    runProcedure(run, [step('resample', { step: every, method: 'lowpass', cutoff, unit })], new Map());
  /** The sampling theorem: what lies below half the new rate comes through, what lies above does not. */
  test('a low-pass first takes out what the grid cannot show, keeps what it can, and is not told as aliasing', () => {
    const inner = (hertz: number) => {
      const { final, reports } = calmed(toned(hertz), 0.2, 2);
      expect(reports[0]!.doubts).toEqual([]);
      return Math.max(...final.channels.get('y')!.values.slice(10, -10).map(Math.abs));
    };
    expect(inner(13)).toBeLessThan(0.002);
    expect(inner(0.3)).toBeGreaterThan(0.99);
  });
  test('its cut-off belongs to the unit of the step', () => {
    const [a, b] = [calmed(toned(0.3), 0.2, 2), calmed(toned(0.3), 200, 0.002, 'ms')].map(
      ({ final }) => final.channels.get('y')!.values,
    );
    b!.forEach((v, i) => expect(v).toBeCloseTo(a![i]!, 9));
  });
  test.each([undefined, 2.5, 7])('a cut-off of %s on a grid of 5 Hz is refused with the highest one', (cutoff) =>
    expect(calmed(toned(13), 0.2, cutoff).reports[0]!.error).toMatchObject({
      code: 'CUTOFF_OUTSIDE',
      facts: { highest: 2.5 },
    }),
  );
  test('the proposed step is that of the log, with a cut-off below half its rate', () => {
    const begun = (spacing?: number) =>
      stepKindOf('resample').start({
        ...{ along: 't', inHand: undefined, spacing },
        channels: [{ symbol: 't', name: 't', unit: 's', lowest: 0, highest: 20 }],
      });
    expect(begun(0.0005)).toMatchObject({ step: 0.0005, cutoff: 800, unit: 's' });
    expect(begun()).toMatchObject({ step: 0.02 });
  });
  test.each([
    ['a slow movement on a coarser grid', 0.02, 0.2],
    ['a tone on a finer grid', 13, 0.005],
    ['a tone on the grid that it was logged on', 13, 0.01],
  ])('%s is not told', (_, hertz, every) => expect(isTold(toned(hertz), every, 'linear')).toBe(false));
});

describe('the noise that a rate tells', () => {
  /** An angle that turns at 3 revolutions a second with 0.01 rad of noise: 0.19 rad from sample to sample. */
  const angle = (): RunState => {
    let s = 7;
    const random = (): number => (s = (s * 1103515245 + 12345) % 2147483648) / 2147483648;
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const at = Float64Array.from({ length: 2000 }, (_, i) => i / 100);
    return {
      samples: at.length,
      mask: new Uint16Array(at.length),
      along: 't',
      channels: new Map([
        ['t', { symbol: 't', name: 't', unit: 's', origin: 'logged', values: at }],
        [
          'phi',
          {
            symbol: 'phi',
            name: 'Angle',
            unit: 'rad',
            origin: 'logged',
            values: at.map((v) => 6 * Math.PI * v + v * v + 0.01 * normal()),
          },
        ],
      ]),
    };
  };
  const told = (method: string) => {
    const { reports } = runProcedure(
      angle(),
      [
        step('differentiate', {
          channel: 'phi',
          against: 't',
          method,
          derivative: 1,
          window: 11,
          order: 2,
          ends: 'keep',
          symbol: 'w',
          name: 'w',
        }),
      ],
      new Map(),
    );
    const match = /^noise (\S+) rad became (\S+) rad\/s$/.exec(reports[0]!.notes.find((d) => d.startsWith('noise'))!)!;
    return [Number(match[1]), Number(match[2])];
  };
  test('the trend is none of it', () => expect(told('central')[0]! / 0.01).toBeCloseTo(1, 1));
  // σ·√2/(2·h) of a central difference; σ/(h·√110) of a slope through 11 samples (Savitzky and Golay 1964: Σ i² = 110).
  test.each([
    ['central', (0.01 * Math.SQRT2) / 0.02],
    ['slope', 0.01 / (0.01 * Math.sqrt(110))],
  ])('%s: what it becomes', (method, expected) => expect(told(method)[1]! / expected).toBeCloseTo(1, 1));
});

describe('lag', () => {
  // A pulse that the second sensor sees 1.5 s later.
  const pulse = (t: number): number => Math.exp(-(((t - 20) / 2) ** 2)) + 0.3 * Math.sin(t);
  const seen: RunState = {
    samples: N,
    channels: new Map([
      channel(
        't',
        's',
        sampled((i) => i / 10),
      ),
      channel(
        'a',
        'kPa',
        sampled((i) => pulse(i / 10)),
      ),
      channel(
        'b',
        'kPa',
        sampled((i) => pulse(i / 10 - 1.5)),
      ),
    ]),
    mask: new Uint16Array(N),
    along: 't',
  };
  const moved = (settings: object) => {
    const { final: after, reports } = runProcedure(
      seen,
      [step('lag', { channel: 'b', symbol: 'b_m', name: 'moved', ...settings })],
      new Map(),
    );
    return { values: after.channels.get('b_m')!.values, notes: reports[0]!.notes };
  };
  test('by a time that is given moves a channel that far, and says nothing of correlation', () => {
    const { values, notes } = moved({ method: 'amount', by: -1.5, to: 'a' });
    for (let i = 20; i < N - 20; i++) expect(values[i]).toBeCloseTo(pulse(i / 10), 9);
    expect(notes).toEqual([]);
  });
  test('onto another channel finds the time by cross-correlation, and says how sure that is', () => {
    const { values, notes } = moved({ method: 'align', by: 7, to: 'a' });
    for (let i = 20; i < N - 20; i++) expect(values[i]).toBeCloseTo(pulse(i / 10), 2);
    expect(notes[0]).toMatch(/^moved by −1\.5\d*, correlation (1|0\.99\d*), next best/);
  });
});

test.each([
  [{ method: 'low' }, 'Butterworth low-pass, order 4, 45, zero-phase'],
  [{ method: 'high', phase: 'causal' }, 'Butterworth high-pass, order 4, 45, causal'],
  [{ method: 'band', upperCutoff: 55 }, 'Butterworth band-pass, order 4, 45 to 55, zero-phase'],
  [{ method: 'notch', upperCutoff: 55 }, 'Butterworth band-stop, order 4, 45 to 55, zero-phase'],
])('a filter says what it is: %j', (over, detail) => {
  const settings = { channel: 'p', cutoff: 45, order: 4, phase: 'zero', symbol: 'p_f', name: 'filtered', ...over };
  expect(stepKindOf('filter').words(settings as never)).toMatchObject({ title: 'Filter p', detail });
});

describe('normalised for each value of another channel', () => {
  const parted: RunState = {
    ...run,
    channels: new Map(run.channels)
      .set('part', {
        symbol: 'part',
        name: 'Part',
        unit: 'mm',
        origin: 'logged',
        values: sampled((i) => (i === 399 ? NaN : i % 2)),
      })
      .set('side', {
        symbol: 'side',
        name: 'Side',
        unit: '',
        origin: 'logged',
        labels: ['upper', 'lower'],
        values: sampled((i) => (i < 100 ? 0 : 1)),
      }),
  };
  const normalised = (settings: object, of = parted) =>
    runProcedure(
      of,
      [step('normalise', { channel: 'n', method: 'range', symbol: 'r', name: 'r', ...settings })],
      new Map(),
    );
  const valuesOf = (settings: object) => normalised(settings).final.channels.get('r')!.values;

  test('each has its own 0 and 1, and what has none has no value', () => {
    const r = valuesOf({ each: 'part' });
    expect([r[0], r[1], r[398], r[397]]).toEqual([0, 0, 1, 1]);
    expect(r[399]).toBeNaN();
    expect(r[200]).toBeCloseTo(200 / 398, 12);
  });
  test('what 0 and 1 stand for is told of each', () => {
    const said = (settings: object) => normalised(settings).reports[0]!.notes;
    expect(said({ each: 'part' })).toEqual([
      'part 0 mm: 0 stands for 1500 rpm, 1 for 1699 rpm',
      'part 1 mm: 0 stands for 1500.5 rpm, 1 for 1698.5 rpm',
    ]);
    expect(said({ each: 'side', method: 'highest' })).toEqual([
      'upper: 1 stands for 1549.5 rpm',
      'lower: 1 stands for 1699.5 rpm',
    ]);
    expect(said({})).toEqual(['0 stands for 1500 rpm, 1 for 1699.5 rpm']);
    expect(said({ method: 'value', reference: 2 })).toEqual(['1 stands for 2 rpm']);
    expect(said({ method: 'length', reference: 400 })).toEqual(['0 stands for 1500 rpm, 1 for 1900 rpm']);
  });
  test('nothing of it is a doubt', () => expect(normalised({ each: 'part' }).reports[0]!.doubts).toEqual([]));
  test('by a given length from its lowest, which an error moves with the sample', () => {
    const r = valuesOf({ method: 'length', reference: 400 });
    expect([r[0], r[398]]).toEqual([0, 199 / 400]);
  });
  test('of a channel with as many values as samples no groups are made where these are too many', () => {
    const long = {
      ...run,
      samples: 3000,
      mask: new Uint16Array(3000),
      channels: new Map([
        channel(
          't',
          's',
          Float64Array.from({ length: 3000 }, (_, i) => i),
        ),
      ]),
    };
    const { reports } = normalised({ channel: 't', each: 't' }, long);
    expect(reports[0]!.error).toMatchObject({ code: 'NORMALISED_GROUPS' });
  });
  test('a mean is that of the group', () => {
    const r = valuesOf({ each: 'side', method: 'mean' });
    expect(r.subarray(0, 100).reduce((a, b) => a + b, 0) / 100).toBeCloseTo(1, 12);
    expect(r.subarray(100).reduce((a, b) => a + b, 0) / 300).toBeCloseTo(1, 12);
  });
});
