/** Numbers in words, and what is remembered between two changes. */
import { describe, expect, test } from '@jest/globals';
import type { LivingNow, LivingSource } from '@undameter/contract';
import { percent, plusMinus, quantityText, titleWithUnit } from './Kind';
import { LivingMemory } from './LivingMemory';

test.each([
  [27.6123, 0.19, 'm', '27.61 ± 0.19 m'],
  [27.6123, null, 'm', '27.612 m'],
  [-0.0014471, 0.0000152, 'm/(L/min)^2', '−0.001447 ± 0.000015 m/(L/min)²'],
  [3, 0, '', '3'],
])('%d ± %j %s reads %s', (number, half, unit, text) => expect(quantityText(number, half, unit)).toBe(text));

test('a power of ten stands once, behind both', () =>
  expect(plusMinus(1.2345e-9, 2.1e-11)).toBe('(1.234 ± 0.021) · 10^{−9}'));

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
