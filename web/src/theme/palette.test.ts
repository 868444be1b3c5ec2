import { describe, expect, test } from '@jest/globals';
import { houseStyles } from '@undameter/drawing';
import { leastDifference } from '../../../drawing/test/colourVision';
import { palettes, type ThemeName } from './palette';

/** Relative luminance. Source: WCAG 2.2 (W3C), definition of relative luminance. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

// WCAG 2.2, 1.4.3: text at least 4.5:1; 1.4.11: graphical objects at least 3:1.
describe.each<ThemeName>(['light', 'dark'])('%s', (name) => {
  const p = palettes[name];
  test.each([
    ['ink', 'paper'],
    ['ink', 'sheet'],
    ['ink', 'actGround'],
    ['soft', 'paper'],
    ['soft', 'sheet'],
    ['soft', 'actGround'],
    ['act', 'paper'],
    ['act', 'sheet'],
    ['act', 'actGround'],
    ['onAct', 'act'],
    ['doubt', 'sheet'],
    ['doubt', 'actGround'],
  ] as const)('%s can be read on %s', (text, ground) =>
    expect(contrast(p[text], p[ground])).toBeGreaterThanOrEqual(4.5),
  );

  test('the six series are told apart from the sheet', () => {
    for (const colour of p.series) expect(contrast(colour, p.sheet)).toBeGreaterThanOrEqual(3);
    expect(new Set(p.series).size).toBe(6);
  });
  test.each(['usual', 'protanopia', 'deuteranopia', 'tritanopia'] as const)(
    'and from each other for the %s eye',
    (sight) => expect(leastDifference(p.series, sight)).toBeGreaterThan(10),
  );
});

test('a series has the same colour on the bench and on a figure', () =>
  expect(palettes.light.series).toEqual(houseStyles[0]!.look.colours));
