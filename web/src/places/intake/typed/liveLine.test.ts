/** The curve through the rows while they are typed: each sentence where it must stand, and where it must not. */
import { describe, expect, test } from '@jest/globals';
import { palettes } from '../../../theme/palette';
import {
  bendWords,
  crossingOf,
  crossingWords,
  expectedAt,
  hereWords,
  lineWords,
  liveLine,
  nextWords,
  oddWords,
  type LiveDegree,
  type LiveLine,
} from './liveLine';
import { reachOf, sheetOption } from './sheetChart';
import { emptySheet, withPlan, type Sheet } from './typedSheet';

/**
 * Common practice, no source: the voltage of a source over its current. Slope, value at zero and crossing with their ±
 * were worked out apart from the program, with numpy's least squares and Student's t of four degrees of freedom,
 * 2.77645.
 */
const current = ['0,2', '0,6', '1', '1,4', '2,2', '2,6'];
const voltage = ['11,86', '11,61', '11,42', '11,17', '10,69', '10,47'];
const sheet: Sheet = {
  ...emptySheet('Battery'),
  columns: [
    { ...emptySheet('').columns[0]!, name: 'Current', symbol: 'I', unit: 'A' },
    { ...emptySheet('').columns[1]!, name: 'Voltage', symbol: 'U', unit: 'V' },
  ],
  rows: current.map((i, k) => ({ row: k + 1, cells: [i, voltage[k]!], note: '' })),
};
const misread = { ...sheet, rows: [...sheet.rows, { row: 9, cells: ['1,8', '9,1'], note: '' }] };
const units = { x: { symbol: 'I', unit: 'A' }, y: { symbol: 'U', unit: 'V' } };
const drawn = (of: Sheet, degree: LiveDegree = 1, leftOut: [number, string][] = []): LiveLine => {
  const found = liveLine(of, { x: 0, y: 1 }, degree, new Map(leftOut));
  if (!found || 'problem' in found) throw new Error(found?.problem);
  return found;
};

describe('the line so far', () => {
  test('says slope, value and crossing with their ±, and how far each is extrapolated', () =>
    expect(lineWords(drawn(sheet), units)).toEqual([
      'Slope −0.580 ± 0.022 V/A',
      'U at zero 11.977 ± 0.034 V, extrapolated by 9 % of the range',
      'Crosses zero at 20.65 ± 0.72 A, extrapolated by 752 % of the range',
    ]));
  test('within the rows nothing is called extrapolated', () => {
    const around = {
      ...sheet,
      rows: sheet.rows.map((r, i) => ({ ...r, cells: [String(i - 2.5), String(i - 2.4 + (i % 2) / 9)] })),
    };
    expect(lineWords(drawn(around), units).filter((s) => s.includes('extrapolated'))).toEqual([]);
  });
  test('a parabola has none of these', () => expect(lineWords(drawn(sheet, 2), units)).toEqual([]));
  test('waits for rows, is not there unwanted, nor of a column over itself', () => {
    const two = { ...sheet, rows: sheet.rows.slice(0, 2) };
    expect(liveLine(two, { x: 0, y: 1 }, 1, new Map())).toEqual({ problem: 'The curve waits for 3 finished rows.' });
    expect(liveLine(sheet, { x: 0, y: 1 }, 0, new Map())).toBeUndefined();
    expect(liveLine(sheet, { x: 1, y: 1 }, 1, new Map())).toBeUndefined();
    const upright = { ...sheet, rows: sheet.rows.map((r) => ({ ...r, cells: ['1', r.cells[1]!] })) };
    expect(liveLine(upright, { x: 0, y: 1 }, 1, new Map())).toHaveProperty('problem');
  });
  test('rows that are planned but not read are no points of it', () =>
    expect(drawn(withPlan(sheet, 0, [3, 4, 5])).rows).toHaveLength(6));
});

describe('a bend', () => {
  const curved = (of: number[]) => ({
    ...sheet,
    rows: sheet.rows.map((r, i) => ({ ...r, cells: [r.cells[0]!, String(of[i])] })),
  });
  test('is told where a parabola holds the rows better than chance', () => {
    // t = −4.817 with three degrees of freedom: 2 · 0.0085.
    expect(bendWords(drawn(curved([27, 26.8, 24.6, 23.9, 18, 12.6])), units)).toBe(
      'U bends: a parabola holds the rows better than this line, which chance alone does in 1.7 % of cases.',
    );
    expect(bendWords(drawn(curved([0.04, 0.36, 1, 1.96, 4.84, 6.7601])), units)).toContain('less than 1 in 10 000');
  });
  test('is not told of rows that scatter about a line, lie on it, are too few, or were given a parabola', () => {
    expect(bendWords(drawn(sheet), units)).toBeUndefined();
    // t = −3.08: by chance in 5.4 % of cases.
    expect(bendWords(drawn(curved([27, 26.9, 24.2, 24.1, 18.6, 12.2])), units)).toBeUndefined();
    expect(bendWords(drawn(curved([1.2, 1.6, 2, 2.4, 3.2, 3.6])), units)).toBeUndefined();
    expect(bendWords(drawn({ ...sheet, rows: sheet.rows.slice(0, 3) }), units)).toBeUndefined();
    expect(bendWords(drawn(curved([27.3, 26.6, 25.2, 23.3, 17.4, 13.2]), 2), units)).toBeUndefined();
  });
});

describe('a row that is off', () => {
  test('is told with what the others let expect', () =>
    expect(oddWords(drawn(misread), units)).toEqual([
      {
        row: 9,
        sentence: expect.stringMatching(
          /^Row 9: 9\.1 V here, 10\.933 ± 0\.0\d+ V expected from the other rows\. Read it again\?$/,
        ),
      },
    ]));
  test('is not told once it is left out, nor where all are alike', () => {
    expect(oddWords(drawn(misread, 1, [[9, 'misread']]), units)).toEqual([]);
    expect(oddWords(drawn(sheet), units)).toEqual([]);
  });
});

describe('one more reading', () => {
  const next = (half: number | null, range: [number, number] = [0, 3]) =>
    nextWords(drawn(sheet), 'slope', half, range, units);
  test('is proposed where it makes the wanted number surest', () => {
    expect(next(null)).toEqual([
      expect.stringMatching(
        /^One more reading at I = 3 A would shrink the ± of the slope most: from 0\.022 to 0\.01\d V\/A, if the scatter stays\.$/,
      ),
    ]);
    expect(nextWords(drawn(sheet), 'zero', null, [0, 3], units)[0]).toContain('the crossing with zero most');
    expect(nextWords(drawn(sheet), 'intercept', null, [0, 3], units)[0]).toMatch(/at I = 0 A would .* V, if/);
  });
  test('so many more for a wanted ±; none where it is reached, and said where it is out of reach', () => {
    expect(next(0.05)[1]).toBe('± 0.05 V/A is reached.');
    expect(next(0.01)[1]).toMatch(/^± 0\.01 V\/A needs \d more, each at the place that is best then\.$/);
    expect(next(1e-7)[1]).toBe('± 1e−7 V/A is out of reach: it needs more than a thousand readings.');
    expect(next(0)).toHaveLength(1);
  });
  test('nothing is proposed within a range of one place, nor for a parabola', () => {
    expect(next(null, [2, 2])).toEqual([]);
    expect(nextWords(drawn(sheet, 2), 'zero', null, [0, 3], units)).toEqual([]);
  });
});

describe('on the chart', () => {
  const names = (reach: [number, number]) => {
    const { fit, range } = drawn(sheet);
    const option = sheetOption(
      { sheet, x: 0, y: 1, leftOut: new Map(), line: { fit, range, reach }, palette: palettes.light },
      { width: 600, height: 300 },
    ) as { series: { name: string }[] };
    return option.series.map((s) => s.name);
  };
  test('the line is dashed beyond the rows, and only there', () => {
    expect(names([0.2, 2.6])).toEqual(['U', 'curve so far']);
    expect(names([0, 2.6])).toEqual(['U', 'curve so far', 'extrapolated']);
    expect(names([0, 22])).toEqual(['U', 'curve so far', 'extrapolated', 'extrapolated']);
  });
  test('as far as the axis was asked for', () => {
    expect(reachOf([1, 2], undefined)).toEqual([1, 2]);
    expect(reachOf([1, 2], { low: 0, high: 20 })).toEqual([0, 20]);
    expect(reachOf([1, 2], { low: 1.5, high: null })).toEqual([1, 2]);
  });
});

describe('what is expected of the next reading', () => {
  // By hand from the six rows: s = √(Σr²/4), half = t·s·√(1 + 1/6 + (x − x̄)²/Sxx) with t = 2.77645.
  const x = current.map((c) => Number(c.replace(',', '.')));
  const y = voltage.map((v) => Number(v.replace(',', '.')));
  const [mx, my] = [x, y].map((all) => all.reduce((a, b) => a + b, 0) / 6) as [number, number];
  const sxx = x.reduce((sum, v) => sum + (v - mx) ** 2, 0);
  const slope = x.reduce((sum, v, i) => sum + (v - mx) * (y[i]! - my), 0) / sxx;
  const s = Math.sqrt(x.reduce((sum, v, i) => sum + (y[i]! - my - slope * (v - mx)) ** 2, 0) / 4);

  test('is the line there, with the interval of one further reading', () => {
    const { value, half } = expectedAt(drawn(sheet), 1.8);
    expect(value).toBeCloseTo(my + slope * (1.8 - mx), 9);
    expect(half).toBeCloseTo(2.776445 * s * Math.sqrt(1 + 1 / 6 + (1.8 - mx) ** 2 / sxx), 5);
  });
  test('agrees with what is shown, or does not, only where the setting is made', () => {
    const here = { x: 1.8, value: 10.93, half: 0.06 };
    expect(hereWords(here, { value: 10.98, isSet: true }, 'V')).toBe(
      'Expected here: 10.930 ± 0.060 V; now 10.98 lies within it.',
    );
    expect(hereWords(here, { value: 9.1, isSet: true }, 'V')).toContain('now 9.1 lies beyond it.');
    expect(hereWords(here, { value: 9.1, isSet: false }, 'V')).toBe('Expected here: 10.930 ± 0.060 V.');
    expect(hereWords(here, undefined, 'V')).toBe('Expected here: 10.930 ± 0.060 V.');
  });
  test('the crossing with zero is marked with its ±, of a line only, and the curve drawn a little beyond it', () => {
    const crossing = crossingOf(drawn(sheet))!;
    expect(crossingWords(crossing, 'A')).toBe('crosses zero at 20.65 ± 0.72 A');
    expect(crossingOf(drawn(sheet, 2))).toBeUndefined();
    expect(reachOf([0.2, 2.6], undefined, 20)).toEqual([0.2, expect.closeTo(20.99, 9)]);
    expect(reachOf([0.2, 2.6], undefined, -3)).toEqual([expect.closeTo(-3.28, 9), 2.6]);
    expect(reachOf([0.2, 2.6], undefined, 1)).toEqual([0.2, 2.6]);
  });
});
