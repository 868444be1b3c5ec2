/** Marks of the box around a field, and its plane under the hand. */
import { describe, expect, test } from '@jest/globals';
import { boxMarks } from './boxMarks';
import { alongNormal, directionOf, movedPoint } from './planeInSpace';
import type { Box } from './surface';

const box: Box = { low: [0, -5, 0], high: [62, 12, 86] };

describe('marks of the box', () => {
  const { names, numbers } = boxMarks(box, ['x (mm)', 'y (mm)', 'z (mm)']);
  test('names stand in the middle of their edges, outside of the box', () => {
    expect(names.map((n) => n.text)).toEqual(['x (mm)', 'y (mm)', 'z (mm)']);
    expect(names[0]!.at).toEqual([31, expect.closeTo(-5 - 16.1, 0), 0]);
    expect(names[2]!.at).toEqual([expect.closeTo(-16.1, 0), -5, 43]);
  });
  test('numbers lie within the box along their axis, each where it says', () => {
    expect(numbers.map((n) => n.text)).toEqual([
      '0',
      '20',
      '40',
      '60',
      '−5',
      '0',
      '5',
      '10',
      '0',
      '20',
      '40',
      '60',
      '80',
    ]);
    expect(numbers[1]!.at[0]).toBe(20);
    expect(numbers[6]!.at[1]).toBe(5);
    expect(numbers.at(-1)!.at[2]).toBe(80);
  });
  test('an axis without extent has its name alone', () => {
    const flat = boxMarks({ low: [0, 0, 3], high: [10, 10, 3] }, ['x', 'y', 'z']);
    expect(flat.names).toHaveLength(3);
    expect(flat.numbers.every((n) => n.at[2] === 3)).toBe(true);
    expect(flat.numbers.map((n) => n.text)).not.toContain('3');
  });
});

describe('a plane that is dragged', () => {
  test('follows the ray of sight along its direction', () => {
    const ray = { origin: [10, 0, 7], direction: [-1, 0, 0] } as const;
    expect(alongNormal(ray, [0, 0, 2], [0, 0, 1])).toBeCloseTo(5, 12);
    expect(alongNormal({ ...ray, direction: [-3, 0, 0] }, [0, 0, 2], [0, 0, 1])).toBeCloseTo(5, 12);
    // Aslant: the nearest places of both lines.
    expect(alongNormal({ origin: [4, 1, 0], direction: [-1, 0, 1] }, [0, 0, 0], [0, 0, 1])).toBeCloseTo(4, 12);
  });
  test('is not moved by who looks along it', () =>
    expect(alongNormal({ origin: [0, 0, 9], direction: [0, 0, -1] }, [0, 0, 2], [0, 0, 1])).toBeUndefined());
  test('goes in steps that can be typed', () => {
    expect(movedPoint([0, 0, 2], [0, 0, 1], 5.123456, box)).toEqual([0, 0, 7.1]);
    expect(movedPoint([1, 0, 0], [0.6, 0.8, 0], 10, box)).toEqual([7, 8, 0]);
  });
  test('needs three numbers and a length', () => {
    expect(directionOf([0, 3, 4])).toEqual([0, 0.6, 0.8]);
    expect([directionOf([0, 0, 0]), directionOf([1, null, 0])]).toEqual([undefined, undefined]);
  });
});
