import { describe, expect, test } from '@jest/globals';
import { leastDifference, type Sight } from '../../../drawing/test/colourVision';
import { cssColour, scaleBytes, scaleNumbers, scaleProblem, shareOf, surfaceColour, valueAt } from './surfaceScale';

const scale = { low: 2, high: 200, isLog: false, steps: null };

describe('the colours of a surface', () => {
  const colours = Array.from({ length: 17 }, (_, k) => cssColour(surfaceColour(k / 16)));
  // How far neighbours lie apart, for every eye: none more than 1.6 times as far as another, so that no edge is seen where none is.
  test.each<Sight>(['usual', 'protanopia', 'deuteranopia', 'tritanopia'])('are even for the %s eye', (sight) => {
    const apart = colours.slice(1).map((c, k) => leastDifference([colours[k]!, c], sight));
    expect(Math.max(...apart) / Math.min(...apart)).toBeLessThan(1.6);
  });
  test('are told apart at eight steps by every eye', () => {
    for (const sight of ['usual', 'protanopia', 'deuteranopia', 'tritanopia'] as const)
      expect(
        leastDifference(
          colours.filter((_, k) => k % 2 === 0),
          sight,
        ),
      ).toBeGreaterThan(7);
  });
  test('rise from dark to light, so that their order is seen without colour', () => {
    const light = colours.map((c) =>
      [1, 3, 5]
        .map((at) => parseInt(c.slice(at, at + 2), 16))
        .reduce((s, v, k) => s + v * [0.2126, 0.7152, 0.0722][k]!, 0),
    );
    expect(light.every((v, k) => k === 0 || v > light[k - 1]!)).toBe(true);
  });
  test('end with what lies beyond them', () => {
    expect(surfaceColour(-3)).toEqual(surfaceColour(0));
    expect(surfaceColour(7)).toEqual(surfaceColour(1));
  });
});

describe('a scale', () => {
  test.each([
    [2, false, 0],
    [101, false, 0.5],
    [200, false, 1],
    [20, true, 0.5],
    [2, true, 0],
    [398, false, 2],
  ])('%d lies at its place (logarithmic: %s)', (value, isLog, share) => {
    expect(shareOf(value, { ...scale, isLog })).toBeCloseTo(share, 12);
    expect(valueAt(share, { ...scale, isLog })).toBeCloseTo(value, 10);
  });
  test('nothing lies at zero or below it on a logarithmic one', () =>
    expect(shareOf(-1, { ...scale, isLog: true })).toBeNaN());
  test('has as many colours as steps, or a smooth run of them', () => {
    expect(scaleBytes({ steps: 5 })).toHaveLength(20);
    expect(scaleBytes({ steps: null })).toHaveLength(1024);
    expect([...scaleBytes({ steps: 2 }).slice(0, 3)]).toEqual(surfaceColour(0.25).map(Math.round));
  });
  test.each([
    [scale, null],
    [{ ...scale, high: 2 }, 'The scale needs a high end above its low end.'],
    [{ ...scale, low: NaN }, 'The scale needs a high end above its low end.'],
    [
      { ...scale, low: 0, isLog: true },
      'A logarithmic scale begins above zero. Raise its low end, or take an even scale.',
    ],
    [{ ...scale, low: 0 }, null],
    [{ ...scale, steps: 1 }, 'Take 2 to 64 steps.'],
    [{ ...scale, steps: 2.5 }, 'Take 2 to 64 steps.'],
    [{ ...scale, steps: 12 }, null],
  ])('%j: %s', (given, wanted) => expect(scaleProblem(given)).toBe(wanted));
});

describe('numbers beside a scale', () => {
  const of = (low: number, high: number, isLog = false) => scaleNumbers({ low, high, isLog, steps: null });
  test('have as many digits as their places need', () => {
    expect(of(0, 100)).toEqual(['0', '25', '50', '75', '100']);
    expect(of(120.75, 122.75)).toEqual(['120.75', '121.25', '121.75', '122.25', '122.75']);
    expect(of(1, 1000, true).slice(-1)).toEqual(['1000']);
    expect(of(-1.0412, 1.0002)[0]).toBe('−1.04');
  });
  test('are as many as can be told where all values are one', () => expect(of(5, 5)).toHaveLength(5));
});
