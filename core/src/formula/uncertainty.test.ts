import { describe, expect, test } from '@jest/globals';
import { combined, type Channel } from '../sample';
import { evaluateFormula, monteCarlo } from './index';

/** One sample of each quantity, with its errors by source. */
function given(
  quantities: Record<string, { value: number; unit: string; errors: Record<string, number> }>,
): Map<string, Channel> {
  return new Map(
    Object.entries(quantities).map(([symbol, { value, unit, errors }]) => [
      symbol,
      {
        symbol,
        name: symbol,
        unit,
        origin: 'logged' as const,
        values: Float64Array.of(value),
        errors: () => new Map(Object.entries(errors).map(([source, e]) => [source, Float64Array.of(e)])),
      },
    ]),
  );
}
function resultOf(formula: string, unit: string, channels: Map<string, Channel>): [number, number] {
  const { values, errors } = evaluateFormula(formula, unit, { channels, tables: new Map(), samples: 1 });
  return [values[0]!, combined(errors())![0]!];
}

describe('worked examples of JCGM 100:2008 (GUM), annex H; numbers from memory', () => {
  test('H.1: the length of an end gauge, 50.000838 mm with 32 nm', () => {
    const gauge = given({
      l_S: { value: 50.000623, unit: 'mm', errors: { l_S: 25e-6 } },
      d: { value: 215, unit: 'nm', errors: { d: 9.7 } },
      alpha: { value: 11.5e-6, unit: '1/K', errors: { alpha: 1.2e-6 } },
      theta: { value: -0.1, unit: 'K', errors: { theta: 0.41 } },
      d_alpha: { value: 0, unit: '1/K', errors: { d_alpha: 0.58e-6 } },
      d_theta: { value: 0, unit: 'K', errors: { d_theta: 0.029 } },
    });
    const [length, u] = resultOf('l_S + d - l_S * (d_alpha * theta + alpha * d_theta)', 'mm', gauge);
    expect(length).toBeCloseTo(50.000838, 7);
    expect(u * 1e6).toBeCloseTo(32, 0);
  });

  test('H.2: resistance, reactance and impedance from one set of correlated readings', () => {
    const u = { V: 0.0032, I: 0.0095e-3, phi: 0.00075 };
    const r = { VI: -0.36, Vphi: 0.86, Iphi: -0.65 };
    // Correlated readings as sums of independent sources: the rows of the triangular root of their correlation.
    const iii = Math.sqrt(1 - r.VI ** 2);
    const phi2 = (r.Iphi - r.VI * r.Vphi) / iii;
    const phi3 = Math.sqrt(1 - r.Vphi ** 2 - phi2 ** 2);
    const readings = given({
      V: { value: 4.999, unit: 'V', errors: { a: u.V } },
      I: { value: 19.661e-3, unit: 'A', errors: { a: u.I * r.VI, b: u.I * iii } },
      phi: { value: 1.04446, unit: 'rad', errors: { a: u.phi * r.Vphi, b: u.phi * phi2, c: u.phi * phi3 } },
    });
    const [R, uR] = resultOf('V / I * cos(phi)', 'ohm', readings);
    const [X, uX] = resultOf('V / I * sin(phi)', 'ohm', readings);
    const [Z, uZ] = resultOf('V / I', 'ohm', readings);
    expect([R, X, Z].map((v) => Number(v.toFixed(2)))).toEqual([127.73, 219.85, 254.26]);
    // The readings above are rounded, the example's own arithmetic is not.
    [uR - 0.071, uX - 0.295, uZ - 0.236].forEach((d) => expect(Math.abs(d)).toBeLessThan(0.0015));
  });
});

describe('the chain rule', () => {
  const { x, ...rest } = {
    x: { value: 2, unit: '', errors: { x: 0.01 } },
    y: { value: 3, unit: '', errors: { y: 0.02 } },
  };
  const channels = given({ x, ...rest });
  test.each([
    ['x - x', 0],
    ['x * x', 0.04],
    ['x^y', Math.hypot(3 * 4 * 0.01, 8 * Math.log(2) * 0.02)],
    ['x / y', Math.hypot(0.01 / 3, (2 / 9) * 0.02)],
    ['exp(x) + ln(x)', (Math.exp(2) + 0.5) * 0.01],
    ['sqrt(x)', 0.01 / (2 * Math.SQRT2)],
    ['if(x > 1, 5 * x, y)', 0.05],
    ['mean of (3 * x)', 0.03],
    ['max(x, y)', 0.02],
    ['-atan2(x, y)', Math.hypot((3 / 13) * 0.01, (2 / 13) * 0.02)],
  ])('of %s', (formula, expected) => expect(resultOf(formula, '', channels)[1]).toBeCloseTo(expected, 12));
});

describe('a table with a stated uncertainty', () => {
  const density = {
    symbol: 'rho',
    name: 'rho',
    xName: 'T',
    xUnit: '°C',
    yUnit: 'kg/m^3',
    source: 'made up',
    outside: 'refuse' as const,
    method: 'monotone',
    uncertainty: { kind: 'reading' as const, percent: 0.6, statedAs: 'twice' as const },
    x: [0, 20, 40, 60],
    y: [1000, 990, 960, 900],
  };
  const tables = new Map([['rho', density]]);
  const channels = given({
    T: { value: 20, unit: '°C', errors: { T: 2 } },
    Q: { value: 3, unit: 'm^3/s', errors: { Q: 0.01 } },
  });
  const sizeOf = (formula: string) =>
    combined(evaluateFormula(formula, '', { channels, tables, samples: 1 }).errors())![0]!;
  test('adds its own to that of its argument', () => {
    // The monotone slope at 20 °C between secants of −0.5 and −1.5: their harmonic mean, −0.75.
    expect(sizeOf('rho(T)')).toBeCloseTo(Math.hypot(990 * 0.003, 0.75 * 2), 9);
  });
  test('counts once, however often it is asked: it cancels in a quotient', () => {
    expect(sizeOf('rho(T) / rho(T)')).toBeCloseTo(0, 12);
    expect(sizeOf('rho(T) + rho(T)')).toBeCloseTo(2 * sizeOf('rho(T)'), 9);
  });
  test('a Monte Carlo check draws it too', () => {
    const { firstOrder, drawn } = monteCarlo(
      'Q * rho(T)',
      '',
      { channels, tables, samples: 1 },
      { draws: 20_000, places: 1 },
    )[0]!;
    expect(firstOrder).toBeCloseTo(Math.hypot(3 * sizeOf('rho(T)'), 0.01 * 990), 9);
    expect(Math.abs(drawn / firstOrder - 1)).toBeLessThan(0.04);
  });
});

describe('what a formulation states of itself travels as a table’s does', () => {
  const at = given({
    T: { value: 20, unit: '°C', errors: { T: 0.1 } },
    p: { value: 101.325, unit: 'kPa(a)', errors: {} },
  });
  test('the density of liquid water is half of 0.02 % unsure, beside what the temperature brings', () => {
    const { values, errors } = evaluateFormula('water_rho(T, p)', 'kg/m^3', {
      channels: at,
      tables: new Map(),
      samples: 1,
    });
    expect([...errors().keys()]).toEqual(['T', 'formulation water_rho']);
    expect(errors().get('formulation water_rho')![0]! / values[0]!).toBeCloseTo(1e-4, 9);
  });
  test('asked twice it is the same error: a ratio of two densities does not know it', () => {
    const two = given({
      T: { value: 20, unit: '°C', errors: {} },
      T2: { value: 60, unit: '°C', errors: {} },
      p: { value: 101.325, unit: 'kPa(a)', errors: {} },
    });
    const { errors } = evaluateFormula('water_rho(T, p)/water_rho(T2, p)', '', {
      channels: two,
      tables: new Map(),
      samples: 1,
    });
    expect(errors().get('formulation water_rho')![0]).toBeCloseTo(0, 12);
  });
  test('the draws of a Monte Carlo check move it as first order says', () => {
    const [only] = monteCarlo(
      'water_mu(T, p)',
      'mPa s',
      {
        channels: given({
          T: { value: 20, unit: '°C', errors: {} },
          p: { value: 101.325, unit: 'kPa(a)', errors: {} },
        }),
        tables: new Map(),
        samples: 1,
      },
      { draws: 4000, places: 1 },
    );
    expect(only!.drawn / only!.firstOrder).toBeCloseTo(1, 1);
  });
  test('a boiling temperature is as unsure as the vapour pressure there', () => {
    const { errors } = evaluateFormula('water_Tsat(1 [MPa])', 'K', {
      channels: new Map(),
      tables: new Map(),
      samples: 1,
    });
    // IAPWS R7-97(2012), table 36: 372.76 K at 0.1 MPa, 453.04 K at 1 MPa; there about 43 K/MPa, of which 0.0125 % of 1 MPa is 5.4 mK.
    expect(errors().get('formulation water_Tsat')![0]).toBeCloseTo(0.0054, 3);
  });
  test('what states no number brings none', () =>
    expect(
      evaluateFormula('Pt100_T(110 [Ω])', '°C', { channels: new Map(), tables: new Map(), samples: 1 }).errors().size,
    ).toBe(0));
});

// JCGM 101:2008, 9.2.2 (from memory): four normal inputs of mean 0 and standard deviation 1, added: u(y) = 2.00.
test('JCGM 101, 9.2.2: the sum of four normal inputs has twice the standard deviation of one', () => {
  const input = { value: 0, unit: '', errors: {} };
  const four = given(Object.fromEntries(['a', 'b', 'c', 'd'].map((s) => [s, { ...input, errors: { [s]: 1 } }])));
  const [only] = monteCarlo(
    'a + b + c + d',
    '',
    { channels: four, tables: new Map(), samples: 1 },
    { draws: 20_000, places: 1 },
  );
  expect(only!.firstOrder).toBeCloseTo(2, 12);
  // 20 000 draws scatter by 0.5 %.
  expect(only!.drawn).toBeCloseTo(2, 1);
});

describe('JCGM 101:2008, examples of clause 9; inputs and results from memory', () => {
  const drawnOf = (formula: string, inputs: Record<string, [number, number, ('limits' | 'standard')?]>) => {
    const channels = new Map(
      Object.entries(inputs).map(([symbol, [value, size, statedAs = 'standard']]) => [
        symbol,
        {
          symbol,
          name: symbol,
          unit: '',
          origin: 'logged' as const,
          values: Float64Array.of(value),
          uncertainty: { kind: 'absolute' as const, value: size, statedAs },
        },
      ]),
    );
    return monteCarlo(formula, '', { channels, samples: 1 }, { draws: 40_000, places: 1 })[0]!;
  };

  test('9.2.3: four rectangular inputs of standard deviation 1 add up to one of 2', () => {
    const limits = [0, Math.sqrt(3), 'limits'] as [number, number, 'limits'];
    const { firstOrder, drawn } = drawnOf('a + b + c + d', { a: limits, b: limits, c: limits, d: limits });
    expect(firstOrder).toBeCloseTo(2, 12);
    expect(drawn).toBeCloseTo(2, 1);
  });

  // Table 6: first order 0.053 9 mg, by draws 0.075 4 mg: the buoyancy term is a product of two that are zero.
  test('9.3: the calibration of a weight, where first order misses a product of deviations', () => {
    const { firstOrder, drawn } = drawnOf('(m + dm) * (1 + (air - 1.2) * (1/weight - 1/standard)) - 100000', {
      m: [100_000, 0.05],
      dm: [1.234, 0.02],
      air: [1.2, 0.1, 'limits'],
      weight: [8000, 1000, 'limits'],
      standard: [8000, 50, 'limits'],
    });
    expect(firstOrder).toBeCloseTo(0.0539, 4);
    expect(drawn).toBeCloseTo(0.0754, 3);
  });

  // 9.4: reflection X1² + X2² with u = 0.005; the analytical standard deviations of tables 7 to 9, in 10⁻⁶: 50, 112, 502.
  test.each([
    [0, 0, 50e-6],
    [0.01, 100e-6, 112e-6],
    [0.05, 500e-6, 502e-6],
  ])('9.4: a comparison loss at x = %d', (x, byFirstOrder, byDraws) => {
    const { firstOrder, drawn } = drawnOf('a^2 + b^2', { a: [x, 0.005], b: [0, 0.005] });
    expect(firstOrder).toBeCloseTo(byFirstOrder, 9);
    expect(drawn / byDraws).toBeCloseTo(1, 1);
  });
});
