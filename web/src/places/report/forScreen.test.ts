import { describe, expect, test } from '@jest/globals';
import type { FigureContent } from '@undameter/contract';
import { forScreen, reducedCurve } from './forScreen';

const curve = (y: (number | null)[], over: object = {}) => ({
  x: y.map((_, i) => i),
  y,
  low: [],
  high: [],
  held: false,
  ...over,
});
const wave = Array.from({ length: 2000 }, (_, i) => Math.sin(i / 7));

describe('a long curve on a screen', () => {
  test('keeps the lowest and the highest of each stretch, in their order, so that no spike is hidden', () => {
    const y = [...wave];
    [y[777], y[1234]] = [50, -60];
    const { x, y: kept } = reducedCurve(curve(y), 100);
    expect(x.length).toBeLessThanOrEqual(200);
    expect(x).toEqual([...x].sort((a, b) => a! - b!));
    expect([kept[x.indexOf(777)], kept[x.indexOf(1234)]]).toEqual([50, -60]);
    x.forEach((at, k) => expect(kept[k]).toBe(y[at!]));
  });
  test('keeps its gaps', () => {
    const y: (number | null)[] = [...wave];
    y.fill(null, 500, 900);
    y[1500] = null;
    const { x, y: kept } = reducedCurve(curve(y), 100);
    expect(kept[x.indexOf(1500)]).toBeNull();
    expect(kept.filter((v) => v === null).length).toBeGreaterThanOrEqual(20);
  });
  test('is left as it is when it is short, has a band or holds its values', () => {
    for (const one of [curve(wave.slice(0, 400)), curve(wave, { low: wave, high: wave }), curve(wave, { held: true })])
      expect(reducedCurve(one, 100)).toBe(one);
  });
});

test('a figure is reduced once, and what is no long curve stays', () => {
  const points = { x: [1], y: [2], xError: [], yError: [] };
  const content = { about: 'a', panels: [{ id: 'main', series: [{ id: 's', points, curve: null }] }] };
  const given = content as unknown as FigureContent;
  expect(forScreen(given)).toEqual(content);
  expect(forScreen(given)).toBe(forScreen(given));
});
