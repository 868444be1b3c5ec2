import { describe, expect, test } from '@jest/globals';
import { countCycles } from './rainflow';

const of = (...values: number[]) => Float64Array.from(values);
const counts = (y: Float64Array, classes: number, least?: number) =>
  countCycles(y, classes, least).classes.map((c) => c.count);

describe('cycles by the rainflow method', () => {
  // The worked example of ASTM E1049-85, figure 6, from memory: ranges 3, 4, 6, 8, 9 with counts 0.5, 1.5, 0.5, 1, 0.5.
  const example = of(-2, 1, -3, 5, -1, 3, -4, 4, -2);
  test('the worked example of the standard', () => {
    const { total, largest, classes } = countCycles(example, 9);
    expect([total, largest]).toEqual([4, 9]);
    // Classes of width 1: a range lies at the lower end of its class, the largest in the last one.
    expect(classes.map((c) => c.count)).toEqual([0, 0, 0, 0.5, 1.5, 0, 0.5, 0, 1.5]);
    // The whole cycle of range 4 has the mean 1, the half one of it −1.
    expect(classes[4]!.mean).toBeCloseTo((1 * 1 + 0.5 * -1) / 1.5, 12);
    expect(classes[0]!.mean).toBeNaN();
  });
  test('samples between the turning points, and repeated ones, change nothing', () => {
    const dense = [...example].flatMap((v, i, all) => {
      const next = all[i + 1] ?? v;
      return [v, v, (v + next) / 2];
    });
    expect(countCycles(of(...dense), 9)).toEqual(countCycles(example, 9));
  });
  test('ranges below the least are not counted, and told', () => {
    const { total, below } = countCycles(example, 9, 5);
    expect([total, below]).toEqual([2, 2]);
  });
  test('a small cycle within a large one is one cycle, and the large one is whole', () =>
    expect(counts(of(0, 10, 4, 6, 0, 10, 0), 5)).toEqual([0, 1, 0, 0, 2]));
  test('nothing that moves has no cycle', () => {
    expect(countCycles(of(2, 2, 2), 5)).toEqual({ total: 0, largest: 0, classes: [], below: 0 });
    expect(countCycles(of(), 5).total).toBe(0);
  });
});
