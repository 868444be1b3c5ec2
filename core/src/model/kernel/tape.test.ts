import { describe, expect, test } from '@jest/globals';
import { functions } from '../../formula';
import { ModelFunction } from './ModelFunction';
import { exponential } from './loops';

const x = Float64Array.from({ length: 700 }, (_, i) => 0.2 + i / 860);
const formulas = [
  'a + b*x - c/x',
  '-(a*x)^b + c',
  'a^x*b - x^c',
  '(a - x)/(b + x*c)',
  'a*exp(-x/b) + c',
  'if(x < 0.5, a*x, b) + c',
  'a*(x > b) + c*x',
  'min(a*x, b)*max(x, c)',
  'a*pi + b*(not (x > 0.5)) + c*(x > 0.3 and x < 0.6 or x = 1)',
  '2*3 + a*b*c + 0*x',
  ...Object.entries(functions).map(([name, f]) => (f.arguments === 2 ? `a*${name}(b*x, c)` : `a*${name}(b*x) + c`)),
];

describe('a formula over blocks', () => {
  const at = Float64Array.of(0.7, 0.45, 1.3);
  // Central differences: good to a few 1e-9 for values near one.
  test.each(formulas)('%s: derivatives are those of the values', (formula) => {
    const model = ModelFunction.of(formula, ['a', 'b', 'c'], new Map([['x', x]]));
    const h = 1e-6;
    const middle = model.values(at);
    model.jacobian(at).forEach((column, k) => {
      const [up, down] = [1, -1].map((sign) => model.values(at.map((v, i) => (i === k ? v + sign * h : v))));
      column.forEach((slope, i) => {
        const kink = Math.abs(up![i]! + down![i]! - 2 * middle[i]!) > 1e-8;
        if (!kink) expect(Math.abs(slope - (up![i]! - down![i]!) / (2 * h))).toBeLessThan(1e-7 * (1 + Math.abs(slope)));
      });
    });
  });
  test('values do not depend on where a block ends, and a symbol without a value is refused', () => {
    const whole = ModelFunction.of('a*exp(-x/b)', ['a', 'b'], new Map([['x', x]])).values(at.subarray(0, 2));
    expect(whole[699]).toBeCloseTo(0.7 * Math.exp(-x[699]! / 0.45), 14);
    const one = ModelFunction.of('a*exp(-x/b)', ['a', 'b'], new Map([['x', Float64Array.of(x[699]!)]]));
    expect(one.values(at.subarray(0, 2))[0]).toBe(whole[699]);
    expect(() => ModelFunction.of('a*z', ['a'], new Map([['x', x]]))).toThrow(
      expect.objectContaining({ code: 'SYMBOL_UNKNOWN' }) as never,
    );
    expect(() => ModelFunction.of('a*mean of x', ['a'], new Map([['x', x]]))).toThrow(
      expect.objectContaining({ code: 'MODEL_OF_WHOLE' }) as never,
    );
  });
  test('exp agrees with the one built in to two roundings, also where it overflows or is no number', () => {
    const arguments_ = Float64Array.from({ length: 20_000 }, (_, i) => (i - 10_000) * 0.0711).fill(NaN, 0, 1);
    const out = new Float64Array(arguments_.length);
    exponential(out, arguments_, out.length);
    out.forEach((v, i) => {
      const wanted = Math.exp(arguments_[i]!);
      if (v !== wanted && !(v !== v && wanted !== wanted)) expect(Math.abs(v / wanted - 1)).toBeLessThan(4.5e-16);
    });
  });
});

test('a model that asks for a word is refused: it knows numbers alone', () => {
  expect(() => ModelFunction.of('if(zone = "hub", a, b)', ['a', 'b'], new Map([['x', x]]))).toThrow(
    expect.objectContaining({ code: 'MODEL_OF_WORDS' }) as never,
  );
});
