import { interpolatorThrough, surfaceOf, type OutsidePolicy } from '@undameter/core';
import type { Case, Checker } from './Checker';
import { compareNumbers, sizeOf, worstOf, type Outcome } from './compareNumbers';

/** What the methods of the file are called here. */
const methods = {
  linear: 'linear',
  pchip: 'monotone',
  akima: 'akima',
  'cubic-natural': 'naturalSpline',
  'cubic-not-a-knot': 'notAKnotSpline',
  'cubic-clamped': 'clampedSpline',
  previous: 'previous',
} as const;

/** And those over a grid, the same along both axes. */
const inTwo = {
  bilinear: 'linear',
  'tensor-cubic-notaknot': 'notAKnotSpline',
  rectbivariate: 'notAKnotSpline',
  'tensor-pchip': 'monotone',
} as const;

const through = (c: Case, method: string, outside: OutsidePolicy = 'refuse') =>
  interpolatorThrough(Float64Array.from(c['x']), Float64Array.from(c['y']), method, outside);

const near = (what: string, expected: number[], found: ArrayLike<number>): Outcome =>
  compareNumbers(what, expected, Float64Array.from(found), 1e-9, sizeOf(expected) * 1e-3);

const worst = (...outcomes: (Outcome | undefined)[]): Outcome => worstOf(...outcomes.filter((o) => o !== undefined));

export const interpolation: Checker[] = [
  ...Object.entries(methods).map(([name, method]): Checker => ({
    file: 'interpolation',
    kind: `1 ${name}`,
    tolerance:
      'relative 1e-9, of the largest value where the table passes through zero, of range times height for an area',
    check: (c) => {
      const curve = through(c, method);
      const query = Float64Array.from(c['xq']);
      const ends = [c['x'][0], c['x'].at(-1)] as const;
      return worst(
        near('yq', c['yq'], curve.at(query).values),
        c['dyq'] && near('dyq', c['dyq'], curve.slopes(query)),
        c['d2yq'] && near('d2yq', c['d2yq'], curve.bends(query)),
        c['integral'] === undefined
          ? undefined
          : compareNumbers(
              'integral',
              [c['integral']],
              [curve.area(...ends)],
              1e-9,
              1e-3 * sizeOf(c['y']) * (ends[1] - ends[0]),
            ),
      );
    },
  })),
  ...Object.entries(inTwo).map(([name, method]): Checker => ({
    file: 'interpolation',
    kind: `2 ${name}`,
    tolerance: 'relative 1e-9, of the largest value where the table passes through zero',
    check: (c) => {
      const second = { unit: '', w: c['y'], method, isScattered: false };
      const surface = surfaceOf({
        xUnit: '',
        yUnit: '',
        outside: 'refuse',
        method,
        x: c['x'],
        y: c['z'].flat(),
        second,
      });
      return near('zq', c['zq'], surface.at(Float64Array.from(c['xq']), Float64Array.from(c['yq'])).values);
    },
  })),
  {
    file: 'interpolation',
    kind: '1 extrapolation',
    tolerance: 'relative 1e-9, of the largest value where the curve passes through zero',
    check: (c) => {
      const at = (method: string, outside: OutsidePolicy) =>
        through(c, method, outside).at(Float64Array.from(c['xq'])).values;
      return worst(
        c['linear_hold'] && near('linear_hold', c['linear_hold'], at('linear', 'hold')),
        c['linear_extend'] && near('linear_extend', c['linear_extend'], at('linear', 'extend')),
        c['pchip_extend'] && near('pchip_extend', c['pchip_extend'], at('monotone', 'extend')),
        c['cubic_natural_extend'] &&
          near('cubic_natural_extend', c['cubic_natural_extend'], at('naturalSpline', 'extend')),
        c['cubic_notaknot_extend'] &&
          near('cubic_notaknot_extend', c['cubic_notaknot_extend'], at('notAKnotSpline', 'extend')),
      );
    },
  },
  {
    file: 'interpolation',
    kind: '1 inverse',
    tolerance: 'relative 1e-9: found to the last bit here, to 1e-12 there',
    check: (c) => {
      const back = (method: string) => c['yq'].map((y: number) => through(c, method).argumentsOf(y)[0] ?? NaN);
      return worst(
        near('xq_linear', c['xq_linear'], back('linear')),
        near('xq_pchip', c['xq_pchip'], back('monotone')),
      );
    },
  },
];
