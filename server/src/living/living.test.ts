/** Numbers in words, and what is remembered between two changes. */
import { describe, expect, test } from '@jest/globals';
import type { LivingNow, LivingSource, PointValue } from '@undameter/contract';
import { percent, plusMinus, quantityText, titleWithUnit } from './Kind';
import { pointText } from './kinds/point';
import { noteOf } from './kinds/points';
import { LivingMemory } from './LivingMemory';

test.each([
  [27.6123, 0.19, 'm', '27.61 ± 0.19 m'],
  [27.6123, null, 'm', '27.612 m'],
  [-0.0014471, 0.0000152, 'm/(L/min)^2', '−0.001447 ± 0.000015 m/(L/min)²'],
  [3, 0, '', '3'],
])('%d ± %j %s reads %s', (number, half, unit, text) => expect(quantityText(number, half, unit)).toBe(text));

test('a power of ten stands once, behind both', () =>
  expect(plusMinus(1.2345e-9, 2.1e-11)).toBe('(1.234 ± 0.021) · 10^{−9}'));

describe('operating points', () => {
  const value = (over: Partial<PointValue> = {}): PointValue => ({
    symbol: 'H',
    mean: 27.06,
    standardDeviation: 0.1,
    standardError: 0.01,
    systematic: 0.3,
    uncertainty: 0.32,
    count: 100,
    worth: 50,
    isShort: false,
    ...{ drift: 0, driftUncertainty: 0.1, isDrifting: false },
    ...over,
  });
  test.each([
    ['declared of all', [value(), value()], '± with k = 2, of what is declared of the channels and of the scatter.'],
    [
      'declared of some',
      [value(), value({ systematic: 0 })],
      '± with k = 2, of the scatter, and of what is declared where it is.',
    ],
    [
      'declared of none',
      [value({ systematic: 0 })],
      '± with k = 2, of the scatter alone: no error of the channels is declared that the samples share.',
    ],
    ['without a ±', [value({ uncertainty: null })], ''],
  ])('%s: the note says what the ± hold', (_, values, note) => expect(noteOf(values)).toBe(note));
  test('a ± of a stretch that is too short is told to be a guess, in the note and in a sentence, and no other', () => {
    expect(noteOf([value(), value({ isShort: true })])).toContain('Of 1 of the 2 means it is a guess');
    expect(noteOf([value()])).not.toContain('drift');
    expect(noteOf([value(), value({ isDrifting: true })])).toContain('1 of the 2 means drifted over their stretch');
    expect(noteOf([value()])).not.toContain('guess');
    expect(pointText(value({ isShort: true }), 'm')).toBe('27.06 ± 0.64 m (its ± a guess)');
    expect(pointText(value(), 'm')).toBe('27.06 ± 0.64 m');
    expect(pointText(value({ isShort: true, uncertainty: null }), 'm')).toBe('27.06 m');
  });
});

test('a title without a unit has no brackets', () => {
  expect(titleWithUnit('Head', 'm')).toBe('Head (m)');
  expect(titleWithUnit('Re', '')).toBe('Re');
  expect(percent(0.0587)).toBe('5.9 %');
});

describe('what was said', () => {
  const source: LivingSource = { kind: 'errors' };
  const said = (n: number) => ({ source, hash: String(n) }) as LivingNow;
  test('is remembered for its campaign until something changes', async () => {
    const memory = new LivingMemory();
    let asked = 0;
    const ask = (campaign: number) => memory.now(campaign, source, () => Promise.resolve(said(++asked)));
    expect([(await ask(1)).hash, (await ask(1)).hash, (await ask(2)).hash]).toEqual(['1', '1', '2']);
    memory.forget();
    expect((await ask(1)).hash).toBe('3');
  });
  test('is not remembered when a change came while it was computed', async () => {
    const memory = new LivingMemory();
    await memory.now(1, source, () => {
      memory.forget();
      return Promise.resolve(said(1));
    });
    expect((await memory.now(1, source, () => Promise.resolve(said(2)))).hash).toBe('2');
    await memory.entries(1, () => {
      memory.forget();
      return Promise.resolve([]);
    });
    expect(await memory.entries(1, () => Promise.resolve(['new'] as never))).toEqual(['new']);
  });
});
