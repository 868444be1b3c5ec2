import { expect, test } from '@jest/globals';
import { outlineOf } from './outline';

/** Faces of a grid of so many squares along each side, numbered row by row; `holes` are left out. */
function squares(count: number, holes: number[] = []) {
  const faces = Array.from({ length: count * count }, (_, k) => k).filter((k) => !holes.includes(k));
  const nodes = faces.flatMap((k) => {
    const a = (k % count) + (count + 1) * Math.floor(k / count);
    return [a, a + 1, a + count + 2, a + count + 1];
  });
  return { nodes: Uint32Array.from(nodes), starts: Uint32Array.from({ length: faces.length + 1 }, (_, k) => 4 * k) };
}

test('the rim of a surface is one closed line, edges within it are none', () => {
  const [rim, ...more] = outlineOf(squares(3));
  expect([more.length, rim!.isClosed, rim!.points.length]).toEqual([0, true, 13]);
  expect([...rim!.points].some((node) => [5, 6, 9, 10].includes(node))).toBe(false);
});
test('a hole has a rim of its own', () => {
  const rims = outlineOf(squares(3, [4]));
  expect(rims.map((rim) => rim.points.length).sort((a, b) => a - b)).toEqual([5, 13]);
  expect(rims.every((rim) => rim.isClosed)).toBe(true);
});
test('what has no faces has no rim', () =>
  expect(outlineOf({ nodes: new Uint32Array(), starts: Uint32Array.of(0) })).toEqual([]));
