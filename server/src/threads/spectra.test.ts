import { describe, expect, test } from '@jest/globals';
import { Random } from '@undameter/core';
import { benchRun, count, step, trim, within } from '../../test/benchRun';
import { spectraOf, transfersOf } from './spectra';

const n = 1024;
/** 5 Hz of amplitude 3 at 128 samples a second. */
const wave = (i: number) => 3 * Math.sin((2 * Math.PI * 5 * i) / 128);
const run = (over: object = {}) =>
  benchRun(
    {
      t: { unit: 's', values: count(n, (i) => i / 128) },
      y: { unit: 'kPa', values: count(n, (i) => (i === 3 ? NaN : 2 * i)) },
      w: { unit: 'm', values: count(n, wave) },
    },
    over,
  );
const all = { symbols: ['y'], from: null, to: null };
const asked = { symbols: ['w'], from: null, to: null, as: 'density' as const };

describe('a spectrum', () => {
  test('has its highest line at the frequency of the wave, with its amplitude', () => {
    const [w] = spectraOf({ run: run(), symbols: ['w'], from: null, to: null, as: 'amplitude' });
    const at = w!.value.indexOf(Math.max(...w!.value.map((v) => v ?? 0)));
    expect(w!.frequency[at]).toBeCloseTo(5, 9);
    expect(w!.value[at]).toBeCloseTo(3, 6);
    expect([w!.samples, w!.problem]).toEqual([n, null]);
  });
  test('as density holds the mean square of the wave', () => {
    const [w] = spectraOf({ run: run(), symbols: ['w'], from: null, to: null, as: 'density' });
    const spacing = w!.frequency[1]! - w!.frequency[0]!;
    // Parseval: half the square of the amplitude.
    expect(w!.value.reduce<number>((sum, v) => sum + v! * spacing, 0)).toBeCloseTo(4.5, 1);
  });
  test('is averaged over all stretches that hold a segment; single missing samples are bridged', () => {
    const gapped = benchRun({
      t: { unit: 's', values: count(n, (i) => i / 128) },
      y: { values: count(n, (i) => (i === 3 || (i >= 100 && i < 110) ? NaN : wave(i))) },
    });
    const [y] = spectraOf({ run: gapped, symbols: ['y'], from: null, to: null, as: 'amplitude' });
    expect([y!.samples, y!.stretches, y!.problem]).toEqual([n - 110, 1, null]);
    const [whole] = spectraOf({ run: gapped, symbols: ['y'], from: 0, to: 99 / 128, as: 'amplitude' });
    // One of them is bridged.
    expect(whole!.samples).toBe(100);
  });
  test('of too few samples, of uneven times, of a channel that is not there says so, each by itself', () => {
    const [w, none] = spectraOf({ run: run(), symbols: ['w', 'nope'], from: 0, to: 6 / 128, as: 'amplitude' });
    expect(w!.problem).toMatchObject({ code: 'TOO_FEW_SAMPLES', facts: { have: 7, need: 8 } });
    expect(none!.problem).toMatchObject({ code: 'CHANNEL_UNKNOWN' });
    expect(w!.value).toEqual([]);
    const uneven = benchRun({ t: { values: count(20, (i) => i + (i % 2) / 3) }, y: { values: count(20) } });
    const [y] = spectraOf({ run: uneven, ...all, as: 'density' });
    expect(y!.problem).not.toBeNull();
  });
  test('of very many lines keeps the highest of each slice, so that none that stands out is lost', () => {
    const long = benchRun({
      t: { unit: 's', values: count(16_384, (i) => i / 128) },
      w: { values: count(16_384, wave) },
    });
    const [w] = spectraOf({ run: long, symbols: ['w'], from: null, to: null, as: 'amplitude', segment: 16_384 });
    expect(w!.frequency).toHaveLength(4097);
    expect(Math.max(...w!.value.map((v) => v ?? 0))).toBeCloseTo(3, 3);
  });
});

describe('what is chosen and what is told', () => {
  test('what is proposed of a long run is whole: its lines hold all of its power', () => {
    const random = new Random(2);
    const long = benchRun({
      t: { unit: 's', values: count(100_000, (i) => i / 128) },
      w: { values: count(100_000, () => random.normal(2)) },
    });
    const [w] = spectraOf({ run: long, ...asked });
    expect([w!.segment, w!.frequency.length]).toEqual([8192, 4097]);
    const power = w!.value.reduce<number>((sum, v) => sum + v!, 0) * w!.resolution!;
    expect(Math.sqrt(power)).toBeCloseTo(2, 1);
  });
  test('in a stretch too short to tell noise by, lines are not looked for', () => {
    const [w] = spectraOf({ run: run(), ...asked, to: 298 / 128 });
    expect([w!.samples, w!.peaks, w!.problem]).toEqual([299, null, null]);
    expect(spectraOf({ run: run(), ...asked, to: 299 / 128 })[0]!.peaks).toHaveLength(1);
  });
  test('without a choice about eight segments that overlap by half, with a band around each line', () => {
    const [w] = spectraOf({ run: run(), ...asked });
    expect(w).toMatchObject({ segment: 128, segments: 15, samples: n, stretches: 1, resolution: 1 });
    expect(w!.band!.low).toBeLessThan(0.8);
    expect(w!.band!.high).toBeGreaterThan(1.3);
  });
  test('window, segment and overlap as they are chosen; the band of an amplitude is the root of that of a power', () => {
    const chosen = { taper: 'flatTop', segment: 256, overlap: 0 } as const;
    const [power] = spectraOf({ run: run(), ...asked, as: 'power', ...chosen });
    const [amplitude] = spectraOf({ run: run(), ...asked, as: 'amplitude', ...chosen });
    expect(power).toMatchObject({ segment: 256, segments: 4, resolution: 0.5 });
    // The mean square of the wave; a flat top is exact to the digits of its published terms.
    expect(power!.value[10]).toBeCloseTo(4.5, 6);
    expect(amplitude!.value[10]).toBeCloseTo(3, 6);
    expect(amplitude!.band!.high ** 2).toBeCloseTo(power!.band!.high, 12);
  });
  test('a segment longer than the stretch is refused with both lengths', () =>
    expect(spectraOf({ run: run(), ...asked, segment: 2048 })[0]!.problem).toMatchObject({
      code: 'TOO_FEW_SAMPLES',
      facts: { have: n, need: 2048 },
    }));
  test('stretches on both sides of a gap are averaged together', () => {
    const aside = step('setAside', { channel: 't', ranges: [[3.9, 4.1]], unit: 's', reason: '' });
    const [w] = spectraOf({ run: run({ steps: [aside] }), ...asked, segment: 64, overlap: 0 });
    expect([w!.stretches, w!.segments]).toEqual([2, 14]);
  });
  test('the wave is a line of its frequency and amplitude; noise has none', () => {
    const random = new Random(1);
    const noisy = benchRun({
      t: { unit: 's', values: count(n, (i) => i / 128) },
      w: { values: count(n, (i) => wave(i) + random.normal(1)) },
      z: { values: count(n, () => random.normal(1)) },
    });
    const [w, z] = spectraOf({ run: noisy, ...asked, symbols: ['w', 'z'] });
    expect(w!.peaks).toHaveLength(1);
    const [line] = w!.peaks!;
    expect(Math.abs(line!.frequency - 5)).toBeLessThan(3 * line!.frequencyError!);
    expect(Math.abs(line!.amplitude - 3)).toBeLessThan(3 * line!.amplitudeError!);
    expect(z!.peaks).toEqual([]);
  });
});

describe('spectra of conditions', () => {
  const conditions = [within(1, 0, 3), within(2, 5, 8)];
  test('one for each, of what it picks within the window', () => {
    const found = spectraOf({ run: run(), ...asked, conditions, to: 7, segment: 128, overlap: 0 });
    expect(found.map((s) => [s.conditionId, s.segments, s.problem])).toEqual([
      [1, 3, null],
      [2, 2, null],
    ]);
  });
  test('a condition that picks too little says so beside the others', () => {
    const found = spectraOf({ run: run(), ...asked, conditions: [within(1, 0, 0.02), within(2, 5, 8)] });
    expect(found.map((s) => s.problem?.code)).toEqual(['TOO_FEW_SAMPLES', undefined]);
  });
});

describe('orders of a shaft', () => {
  const m = 4000;
  const dt = 1 / 1000;
  const turns = (i: number) => 10 * i * dt + 2.5 * (i * dt) ** 2;
  const shaft = (unit: string, perTurnsASecond: number, time = 's', perSecond = 1) =>
    benchRun({
      t: { unit: time, values: count(m, (i) => i * dt * perSecond) },
      speed: { unit, values: count(m, (i) => (10 + 5 * i * dt) * perTurnsASecond) },
      w: { values: count(m, (i) => 2 * Math.sin(2 * Math.PI * 3 * turns(i))) },
    });
  test.each([
    ['rpm', 60, 's', 1],
    ['rad/s', 2 * Math.PI, 's', 1],
    ['Hz', 1, 's', 1],
    ['1/s', 1, 's', 1],
    ['rpm', 60, 'ms', 1000],
  ] as const)('with a speed in %s the line stands at its order', (unit, factor, time, perSecond) => {
    const [w] = spectraOf({ run: shaft(unit, factor, time, perSecond), ...asked, turnsBy: 'speed' });
    expect(w!.problem).toBeNull();
    expect(w!.peaks![0]!.frequency).toBeCloseTo(3, 3);
    expect(w!.peaks![0]!.amplitude).toBeCloseTo(2, 2);
    // 0.4 of the samples of the fastest turn.
    expect(Math.max(...w!.frequency.map((f) => f ?? 0))).toBeLessThanOrEqual(0.4 / (30 * dt) + 0.02);
  });
  test('a channel that is no speed is refused by its name and unit, and a run without time too', () => {
    expect(spectraOf({ run: shaft('kPa', 1), ...asked, turnsBy: 'speed' })[0]!.problem).toMatchObject({
      code: 'SPEED_UNIT',
      facts: { name: 'SPEED', unit: 'kPa' },
    });
    expect(spectraOf({ run: shaft('rpm', 1, 'm'), ...asked, turnsBy: 'speed' })[0]!.problem!.code).toBe(
      'NO_TIME_FOR_RATE',
    );
    expect(spectraOf({ run: shaft('rpm', -1), ...asked, turnsBy: 'speed' })[0]!.problem!.code).toBe(
      'SPEED_NOT_ABOVE_ZERO',
    );
  });
});

describe('how one channel follows another', () => {
  const random = new Random(3);
  const u = count(4096, () => random.normal(1));
  const pair = benchRun({
    t: { unit: 's', values: count(4096, (i) => i / 100) },
    u: { values: u },
    v: { values: count(4096, (i) => 2 * (u[i - 1] ?? 0) + random.normal(0.1)) },
  });
  test('gain, phase and coherence, each with what it is worth', () => {
    const [v] = transfersOf({ run: pair, symbols: ['v'], x: 'u', from: null, to: null, segment: 128 });
    const at = v!.frequency.indexOf(12.5);
    expect(v).toMatchObject({ segment: 128, segments: 63, problem: null });
    expect(Math.abs(v!.gain[at]! - 2)).toBeLessThan(4 * v!.gainError[at]!);
    // One sample late: an eighth of a turn at an eighth of the sampling rate.
    expect(Math.abs(v!.phase[at]! + 45)).toBeLessThan(4 * v!.phaseError[at]!);
    expect(v!.coherence[at]).toBeGreaterThan(0.98);
    expect(v!.coherenceOfNoise).toBeLessThan(0.2);
  });
  test('the other way round the phase changes its sign', () => {
    const [back] = transfersOf({ run: pair, symbols: ['u'], x: 'v', from: null, to: null, segment: 128 });
    expect(back!.phase[back!.frequency.indexOf(12.5)]).toBeGreaterThan(30);
  });
  test('one segment alone is refused, and a channel that is not there says so', () => {
    const [v, none] = transfersOf({
      run: pair,
      symbols: ['v', 'nope'],
      x: 'u',
      from: null,
      to: null,
      segment: 4096,
    });
    expect(v!.problem!.code).toBe('TOO_FEW_SEGMENTS');
    expect(none!.problem!.code).toBe('CHANNEL_UNKNOWN');
  });
});

test('what is set aside has no part in a spectrum', () =>
  expect(spectraOf({ run: run({ steps: [trim(1, 2)] }), ...asked })[0]!.samples).toBe(129));
