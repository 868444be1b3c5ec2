import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { axisTicks, equationOf, freePlace, plainText, symbolLine, textLine, tickLabels, titleLine } from './index';
import type { EquationTerms, TickWish } from './index';

const linear: TickWish = { log: false };
const ticksOf = (low: number, high: number, wish: Partial<TickWish> = {}, set: { low?: number; high?: number } = {}) =>
  axisTicks({ data: [low, high], ...set }, { ...linear, ...wish });

describe('the marks of a linear axis', () => {
  test.each([
    [0, 117.4, {}, [0, 20, 40, 60, 80, 100, 120]],
    [1.86, 27.1, {}, [0, 5, 10, 15, 20, 25, 30]],
    [-0.3, 0.2, {}, [-0.3, -0.2, -0.1, 0, 0.1, 0.2]],
    [0, 117.4, { count: 4 }, [0, 50, 100, 150]],
    [0, 117.4, { every: 30 }, [0, 30, 60, 90, 120]],
    [0, 0.6, { every: 0.1 }, [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6]],
    [5, 5, {}, [2, 3, 4, 5, 6, 7, 8]],
    [0, 0, {}, [-0.6, -0.4, -0.2, 0, 0.2, 0.4, 0.6]],
  ])('from %d to %d, wanted %j', (low, high, wish, major) => expect(ticksOf(low, high, wish).major).toEqual(major));

  test('ends that were set by hand stay, the marks between them lie on round numbers', () => {
    const { low, high, major } = ticksOf(0, 117, {}, { low: 3, high: 141 });
    expect([low, high]).toEqual([3, 141]);
    expect(major).toEqual([20, 40, 60, 80, 100, 120, 140]);
  });
  test('as many marks as were asked for stand between ends that were set by hand', () =>
    expect(ticksOf(0, 1, { count: 4 }, { low: 0, high: 140 }).major.map((v) => Number(v.toFixed(6)))).toEqual([
      0, 46.666667, 93.333333, 140,
    ]));
  test('minor marks divide the distance, also before the first mark', () => {
    const { minor } = ticksOf(0, 1, { every: 20, minor: 1 }, { low: 5, high: 65 });
    expect(minor).toEqual([10, 30, 50]);
    expect(ticksOf(0, 10, { every: 10, minor: 4 }).minor).toEqual([2, 4, 6, 8]);
  });
  test('data lie within the ends, whatever they are', () => {
    const value = fc.double({ min: -1e12, max: 1e12, noNaN: true });
    fc.assert(
      fc.property(value, value, fc.option(fc.integer({ min: 2, max: 12 })), (a, b, count) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        fc.pre(high === low || high - low > 1e-9 * Math.max(Math.abs(low), Math.abs(high)));
        const ticks = ticksOf(low, high, count === null ? {} : { count });
        const dust = 1e-9 * ticks.step;
        expect(ticks.low).toBeLessThanOrEqual(low + dust);
        expect(ticks.high).toBeGreaterThanOrEqual(high - dust);
        expect(ticks.major.length).toBeGreaterThanOrEqual(2);
        expect(ticks.major.every((v, i) => i === 0 || v > ticks.major[i - 1]!)).toBe(true);
      }),
    );
  });
  test.each([
    [{}, { low: 5, high: 5 }, 'AXIS_ENDS'],
    [{}, { low: 6, high: 5 }, 'AXIS_ENDS'],
    [{ every: 0 }, {}, 'TICK_DISTANCE'],
    [{ every: -1 }, {}, 'TICK_DISTANCE'],
    [{ every: 0.001 }, {}, 'TICKS_TOO_MANY'],
    [{ log: true }, { low: 0 }, 'AXIS_LOG'],
  ])('%j between %j is refused', (wish, set, code) =>
    expect(() => ticksOf(0, 10, wish, set)).toThrow(expect.objectContaining({ code })),
  );
});

describe('the marks of a logarithmic axis', () => {
  test('are powers of ten, with the multiples between them', () => {
    const { low, high, major, minor } = ticksOf(0.03, 800, { log: true });
    expect([low, high]).toEqual([0.01, 1000]);
    expect(major).toEqual([0.01, 0.1, 1, 10, 100, 1000]);
    expect(minor.filter((v) => v > 1 && v < 10)).toEqual([2, 3, 4, 5, 6, 7, 8, 9]);
  });
  test('over many decades some are left out and become minor marks', () => {
    const { major, minor } = ticksOf(1e-9, 1e9, { log: true });
    expect(major).toHaveLength(7);
    expect(minor).toContain(1e-8);
  });
  test('within a decade the multiples are what is read', () =>
    expect(ticksOf(2, 7, { log: true }, { low: 2, high: 8 }).major).toEqual([2, 3, 4, 5, 6, 7, 8]));
});

const labels = (
  major: number[],
  step: number,
  look: Partial<Parameters<typeof tickLabels>[2]> = {},
  log = false,
): string[] =>
  tickLabels({ major, step }, log, { kind: 'decimal', ...look }).map((line) =>
    plainText(line).replaceAll('\u202f', ' '),
  );

describe('the numbers at the marks', () => {
  test.each([
    ['as many decimals as tell them apart', labels([0, 0.5, 1], 0.5), ['0.0', '0.5', '1.0']],
    ['decimals of steps of 2.5', labels([0, 2.5, 5], 2.5), ['0.0', '2.5', '5.0']],
    ['none', labels([0, 46.7, 93.3], 46.7, { digits: 0 }), ['0', '47', '93']],
    ['a true minus', labels([-20, 0], 20), ['−20', '0']],
    ['thousands apart', labels([0, 20000], 20000), ['0', '20 000']],
    ['thousands together', labels([0, 20000], 20000, { grouped: false }), ['0', '20000']],
    ['one power for all', labels([0, 1500, 3000], 1500, { kind: 'power' }), ['0', '1.5·10^3', '3.0·10^3']],
    ['a power below one', labels([0.001, 0.002], 0.001, { kind: 'power' }), ['10^−3', '2·10^−3']],
    ['engineering', labels([0, 20000, 40000], 20000, { kind: 'engineering' }), ['0', '20·10^3', '40·10^3']],
    ['powers of ten on a logarithmic axis', labels([0.1, 1, 10], 1, { kind: 'power' }, true), ['10^−1', '1', '10^1']],
    ['plain numbers on a logarithmic axis', labels([0.01, 1, 100], 1, {}, true), ['0.01', '1', '100']],
    ['a time', labels([0, 90, 3661], 90, { kind: 'time' }), ['0:00', '1:30', '1:01:01']],
    ['a time with parts of a second', labels([-0.5, 59.5], 0.5, { kind: 'time' }), ['−0:00.5', '0:59.5']],
  ])('%s', (_, found, expected) => expect(found).toEqual(expected));
});

describe('type', () => {
  test.each([
    ['H0', 'H_0'],
    ['p_d', 'p_d'],
    ['T_w_in', 'T_w,in'],
    ['rho_w', 'ρ_w'],
    ['eta', 'η'],
    ['flow', 'flow'],
    ['6', '6'],
  ])('the symbol %s reads %s', (symbol, text) => expect(plainText(symbolLine(symbol))).toBe(text));
  test.each([
    ['kg/m³', 'kg/m^3'],
    ['10⁻³', '10^−3'],
    ['H₀ at x^{2a}', 'H_0 at x^2a'],
    ['a ^ b', 'a ^ b'],
    ['flow_rate', 'flow_rate'],
    ['', ''],
  ])('the text %s reads %s', (typed, text) => expect(plainText(textLine(typed))).toBe(text));
  test('what is raised keeps no raised character, which some faces lack', () =>
    expect(JSON.stringify(textLine('s⁻¹'))).not.toMatch(/[⁻¹]/));
  test('an axis is titled by name, symbol and unit, each only where there is one', () => {
    expect(plainText(titleLine({ name: 'Flow', symbol: 'Q', unit: 'L/min' }))).toBe('Flow Q (L/min)');
    expect(plainText(titleLine({ name: 'n', symbol: 'n', unit: 'rpm' }))).toBe('n (rpm)');
    expect(plainText(titleLine({ name: '', symbol: 'p_d, p_s', unit: 'kPa' }))).toBe('p_d, p_s (kPa)');
    expect(plainText(titleLine({ name: 'Efficiency', symbol: 'eta', unit: '' }))).toBe('Efficiency η');
  });
});

describe('the equation of a fit', () => {
  const parabola: EquationTerms = {
    x: 'Q',
    y: { symbol: 'H', unit: 'm' },
    expression: 'H0 - k*x^2',
    parameters: [
      { symbol: 'H0', value: 27.6059, half: 0.1923, unit: 'm' },
      { symbol: 'k', value: 0.0014476, half: 0.0000148, unit: 'm/(L/min)^2' },
    ],
    rSquared: 0.99984,
    residualStandardDeviation: 0.0854,
  };
  const all = { units: true, uncertainty: true, rSquared: true, residual: true };
  const none = { units: false, uncertainty: false, rSquared: false, residual: false };
  const read = (terms: EquationTerms, look = none): string[] =>
    [equationOf(terms, look).terms.flat(), equationOf(terms, look).below]
      .map((l) => plainText(l).replaceAll('\u202f', ' ').replaceAll('\u2009', ' '))
      .filter((text) => text !== '');

  test('with everything: numbers rounded by their ±, units, how well it fits', () =>
    expect(read(parabola, all)).toEqual([
      'H = (27.61 ± 0.19) m − (1.448 ± 0.015)·10^−3 (m)/((L/min)^2) Q^2',
      'R^2 = 0.99984, s = 0.085 m',
    ]));
  test('bare: the same numbers to the same places', () =>
    expect(read(parabola)).toEqual(['H = 27.61 − 1.448·10^−3 Q^2']));
  test('a coefficient below zero turns the sign before it', () => {
    const parameters = [
      { symbol: 'a0', value: -1.5, half: null, unit: '' },
      { symbol: 'a1', value: -2, half: null, unit: '' },
      { symbol: 'a2', value: 3, half: null, unit: '' },
    ];
    expect(read({ ...parabola, expression: 'a0 + a1*x + a2*x^2', parameters })).toEqual(['H = −1.5 − 2 Q + 3 Q^2']);
    expect(read({ ...parabola, expression: 'a0 - a1*x', parameters })).toEqual(['H = −1.5 + 2 Q']);
    expect(read({ ...parabola, expression: 'a2*(x - a1)^2', parameters })).toEqual(['H = 3 (Q + 2)^2']);
    expect(read({ ...parabola, expression: 'a2 - (x - a1)', parameters })).toEqual(['H = 3 − (Q + 2)']);
    expect(read({ ...parabola, expression: 'a2*x^a1', parameters })).toEqual(['H = 3 Q^−2']);
  });
  test('functions, roots and fractions', () => {
    const parameters = [
      { symbol: 'A', value: 4, half: null, unit: '' },
      { symbol: 'tau', value: 2.5, half: null, unit: 's' },
    ];
    expect(read({ ...parabola, expression: 'A*exp(-x/tau)', parameters })).toEqual(['H = 4 exp(−(Q)/(2.5))']);
    expect(read({ ...parabola, expression: 'A*sqrt(x)', parameters })).toEqual(['H = 4 √(Q)']);
    expect(read({ ...parabola, expression: 'A/(1 + x)', parameters })).toEqual(['H = (4)/(1 + Q)']);
    expect(read({ ...parabola, expression: '2*pi*x', parameters: [] })).toEqual(['H = 2 π Q']);
    expect(read({ ...parabola, expression: 'A*2*x', parameters })).toEqual(['H = 4·2 Q']);
  });
  test.each([
    [0.99984, 'R^2 = 0.99984'],
    [0.99999999999, 'R^2 = 0.99999999'],
    [0.9999996, 'R^2 = 0.99999960'],
    [0.5, 'R^2 = 0.500'],
    [1, 'R^2 = 1'],
  ])('R² of %d never rounds up to one: %s', (rSquared, text) =>
    expect(read({ ...parabola, rSquared }, { ...none, rSquared: true })[1]).toBe(text),
  );
  test('can be broken before each of its terms, and is whole without a break', () => {
    const { terms } = equationOf({ ...parabola, expression: 'H0 - k*x^1 - (H0 - k)*x' }, none);
    expect(terms.map((t) => plainText(t).replaceAll('\u2009', ' '))).toEqual([
      'H = 27.61',
      ' − 1.448·10^−3 Q',
      ' − (27.61 − 1.448·10^−3) Q',
    ]);
  });
  test('what is not known is not written', () =>
    expect(
      read({ ...parabola, rSquared: null, residualStandardDeviation: null }, { ...all, units: false }),
    ).toHaveLength(1));
  test('a large number has a power, a whole one no decimals', () => {
    const parameters = [{ symbol: 'E', value: 206_400_000, half: 1_200_000, unit: 'Pa' }];
    const [line] = read({ ...parabola, expression: 'E*x', parameters }, { ...none, uncertainty: true });
    expect(line).toBe('H = (2.064 ± 0.012)·10^8 Q');
  });
});

describe('a free place', () => {
  const frame = { x: 0, y: 0, width: 100, height: 100 };
  const size = { width: 20, height: 10 };
  test('is the upper right corner of an empty frame', () =>
    expect(freePlace(frame, size, new Float64Array())).toEqual({ x: 80, y: 0 }));
  test('avoids points and boxes', () => {
    const points = Float64Array.of(95, 5, 2, 2);
    expect(freePlace(frame, size, points)).toEqual({ x: 80, y: 90 });
    expect(freePlace(frame, size, points, [{ x: 70, y: 80, width: 30, height: 20 }])).toEqual({ x: 0, y: 90 });
  });
  test('is none where the box is larger than the frame, or everything is covered', () => {
    expect(freePlace(frame, { width: 101, height: 1 }, new Float64Array())).toBeUndefined();
    const everywhere = Float64Array.from({ length: 2 * 41 * 41 }, (_, i) => {
      const k = Math.floor(i / 2);
      return 2.5 * (i % 2 === 0 ? k % 41 : Math.floor(k / 41));
    });
    expect(freePlace(frame, size, everywhere)).toBeUndefined();
  });
});
