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

describe('a figure on a screen', () => {
  const contentWith = (series: object): FigureContent =>
    ({ about: 'a', panels: [{ id: 'main', series: [series] }] }) as unknown as FigureContent;
  const curveOf = (content: FigureContent) => content.panels[0]!.series[0]!.curve!;
  test('is reduced once, and what is no long curve stays', () => {
    const given = contentWith({ id: 's', points: { x: [1], y: [2], xError: [], yError: [] }, curve: null });
    expect(forScreen(given, 800)).toEqual(given);
    expect(forScreen(given, 800)).toBe(forScreen(given, 790));
  });
  test('has more of a curve where it is wider', () => {
    const given = contentWith({ id: 's', points: null, curve: curve(wave) });
    expect(curveOf(forScreen(given, 150)).x.length).toBeLessThanOrEqual(400);
    expect(curveOf(forScreen(given, 450)).x.length).toBeGreaterThan(1000);
    expect(curveOf(forScreen(given, 1600)).x).toHaveLength(2000);
  });
});
