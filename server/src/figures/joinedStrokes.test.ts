import { describe, expect, test } from '@jest/globals';
import { Resvg } from '@resvg/resvg-js';
import { joinedStrokes } from './joinedStrokes';

const sheet = (inner: string): string =>
  `<svg width="60" height="40" xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40">\n${inner}\n</svg>`;
const path = (d: string, attributes: string): string => `<path d="${d}" ${attributes}></path>`;
const bar = (x: number, stroke = '#000') => path(`M${x} 5L${x} 20`, `fill="#000" stroke="${stroke}"`);
const cross = (x: number, y: number, opacity = 1) =>
  path(
    'M-1 -1L1 1M-1 1L1 -1',
    `transform="matrix(2.5,0,0,2.5,${x},${y})" fill="none" stroke="#333" stroke-width="0.4" stroke-opacity="${opacity}"`,
  );
const disc = (x: number) =>
  path('M1 0A1 1 0 1 1 1 -0.1A1 1 0 0 1 1 0', `transform="matrix(3,0,0,3,${x},9)" fill="#fff" stroke="#000"`);
const count = (svg: string): number => [...svg.matchAll(/<path/g)].length;
const pixels = (svg: string): Buffer => new Resvg(svg, { fitTo: { mode: 'zoom', value: 4 } }).render().pixels;

describe('strokes in one look become one path', () => {
  test.each([
    ['error bars', [bar(5), bar(10), bar(15.25)], 1],
    ['crosses at their places', [cross(10, 10), cross(20, 30), cross(33.3, 12)], 1],
    ['a change of colour between', [bar(5), bar(10, '#f00'), bar(15)], 3],
    ['discs cover what lies below, and stay apart', [disc(10), disc(12), disc(14)], 3],
    ['bars with a disc between stay in their order', [bar(9), disc(10), bar(11), bar(12)], 3],
    ['areas stay apart', [path('M5 5L20 5L20 20', 'fill="#0a0"'), path('M6 6L30 6L30 9', 'fill="#0a0"')], 2],
    ['another turn stays apart', [path('M1 1L9 9', 'transform="rotate(5)" stroke="#000" fill="none"')], 1],
  ])('%s', (_, paths, wanted) => {
    const [apart, joined] = [sheet(paths.join('\n')), joinedStrokes(sheet(paths.join('\n')))];
    expect(count(joined)).toBe(wanted);
    // It is the same picture: ours against a general renderer of SVG, to the last pixel.
    expect(pixels(joined).equals(pixels(apart))).toBe(true);
  });
  test('groups keep what is theirs', () => {
    const grouped = sheet(`<g clip-path="url(#a)">${bar(5)}</g><g>${bar(10)}</g>`);
    expect(joinedStrokes(grouped)).toBe(grouped);
  });
  test('no path grows without end', () =>
    expect(count(joinedStrokes(sheet(Array.from({ length: 1000 }, (_, i) => bar(i)).join(''))))).toBe(3));
});
