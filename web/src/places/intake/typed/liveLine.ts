import {
  AppError,
  expectedOf,
  fitModel,
  formatValue,
  formatWithUncertainty,
  furtherNeeded,
  modelOf,
  nextPlace,
  printUnit,
  studentTDistribution,
  studentTQuantile,
  type Expectation,
  type Fit,
} from '@undameter/core';
import { choicesOf } from './sheetChart';
import { valuesOf, type Sheet } from './typedSheet';

/** What is drawn through the rows while they are typed: nothing, a straight line, a parabola. */
export type LiveDegree = 0 | 1 | 2;

/** The curve through the rows so far. */
export interface LiveLine {
  fit: Fit;
  /** Numbers of the rows that it goes through, with their places. */
  rows: { row: number; x: number; y: number }[];
  range: [number, number];
  /** What the other rows let expect of each, in the order of the rows. */
  expected: (Expectation | undefined)[];
}

const polynomial = modelOf('polynomial');

/** @returns undefined where none is wanted; a sentence where the rows are too few for it */
export function liveLine(
  sheet: Sheet,
  { x, y }: { x: number; y: number },
  degree: LiveDegree,
  leftOut: ReadonlyMap<number, string>,
): LiveLine | { problem: string } | undefined {
  if (degree === 0 || x === y) return undefined;
  const { rows, columns, computed } = valuesOf(sheet);
  const all = [...columns, ...computed.map((c) => c.values)];
  const finished = rows
    .map(({ row }, i) => ({ row, x: all[x]?.[i] ?? NaN, y: all[y]?.[i] ?? NaN }))
    .filter((r) => !leftOut.has(r.row) && Number.isFinite(r.x) && Number.isFinite(r.y));
  const data = {
    x: Float64Array.from(finished, (r) => r.x),
    y: Float64Array.from(finished, (r) => r.y),
    xName: choicesOf(sheet)[x]!.symbol,
  };
  if (finished.length < degree + 2) return { problem: `The curve waits for ${degree + 2} finished rows.` };
  try {
    return {
      fit: fitModel(polynomial, { degree }, data),
      rows: finished,
      range: [Math.min(...data.x), Math.max(...data.x)],
      expected: expectedOf(polynomial, { degree }, data),
    };
  } catch (error) {
    if (error instanceof AppError) return { problem: error.message };
    throw error;
  }
}

const withUnit = (text: string, unit: string): string => `${text} ${unit}`.trim();
const per = (y: string, x: string): string => {
  const [a, b] = [printUnit(y) || '1', printUnit(x)];
  if (b === '') return printUnit(y);
  return `${a}/${/[/·\s]/.test(b) ? `(${b})` : b}`;
};

/** Half width of the 95 % interval of what changes with the coefficients as the gradient says, by the scatter alone. */
const halfOf = ({ fit, rows }: LiveLine, gradient: Float64Array): number =>
  studentTQuantile(0.975, rows.length - fit.parameters.length) * fit.randomSpread(gradient);

const said = (value: number, half: number, unit: string): string => {
  const { value: v, uncertainty } = formatWithUncertainty(value, half);
  return withUnit(`${v} ± ${uncertainty}`, unit);
};

/** Where a straight line crosses zero; of any other curve undefined. */
function zeroOf(line: LiveLine): { x: number; gradient: Float64Array } | undefined {
  const { fit } = line;
  if (fit.parameters.length !== 2 || fit.parameters[1] === 0) return undefined;
  const x = -fit.parameters[0]! / fit.parameters[1]!;
  const slope = fit.parameters[1]!;
  return { x, gradient: fit.curve(x).gradient.map((g) => -g / slope) };
}

/** Where a straight line crosses zero, with the half width of its 95 % interval; undefined for any other curve. */
export function crossingOf(line: LiveLine): { x: number; half: number } | undefined {
  const zero = zeroOf(line);
  return zero && Number.isFinite(zero.x) ? { x: zero.x, half: halfOf(line, zero.gradient) } : undefined;
}

/** The crossing as it is written beside its place. */
export const crossingWords = ({ x, half }: { x: number; half: number }, unit: string): string =>
  `crosses zero at ${said(x, half, printUnit(unit))}`;

/** What the rows so far let expect of one further reading, with the half width of its 95 % interval. */
export interface Expected {
  x: number;
  value: number;
  half: number;
}

/**
 * Source of the interval: N. R. Draper and H. Smith, Applied Regression Analysis (1998), 1.4 (a further observation).
 */
export function expectedAt({ fit, rows }: LiveLine, x: number): Expected {
  const { value, gradient } = fit.curve(x);
  const t = studentTQuantile(0.975, rows.length - fit.parameters.length);
  return { x, value, half: t * Math.hypot(fit.randomSpread(gradient), fit.residualStandardDeviation) };
}

/**
 * What is expected of the next reading, and whether what is shown now agrees with it.
 * @param now  the value, and whether its setting is made; undefined: nothing is shown. Only what is set can agree or
 *   not.
 */
export function hereWords(
  { value, half }: Expected,
  now: { value: number; isSet: boolean } | undefined,
  unit: string,
): string {
  const expected = `Expected here: ${said(value, half, printUnit(unit))}`;
  if (!now?.isSet) return `${expected}.`;
  const shown = `now ${formatValue(now.value, 5)}`;
  return `${expected}; ${shown} lies ${Math.abs(now.value - value) <= half ? 'within' : 'beyond'} it.`;
}

/** What can be wanted of a straight line. */
export const wantedWords = { slope: 'slope', zero: 'crossing with zero', intercept: 'value at zero' } as const;
export type WantedNumber = keyof typeof wantedWords;

function gradientOf(line: LiveLine, wanted: WantedNumber): Float64Array | undefined {
  if (wanted === 'slope') return line.fit.parameterGradients[1];
  return wanted === 'intercept' ? line.fit.parameterGradients[0] : zeroOf(line)?.gradient;
}

interface Units {
  x: { symbol: string; unit: string };
  y: { symbol: string; unit: string };
}

/** Slope, value at zero, and crossing with zero, each with its ±; how far beyond the rows they lie. */
export function lineWords(line: LiveLine, { x, y }: Units): string[] {
  const { fit, range } = line;
  const [low, high] = range;
  if (fit.parameters.length !== 2) return [];
  const beyond = (at: number): string => {
    const off = Math.max(low - at, at - high, 0) / (high - low);
    return off > 0 ? `, extrapolated by ${Math.ceil(100 * off)} % of the range` : '';
  };
  const zero = zeroOf(line);
  const [xUnit, yUnit] = [printUnit(x.unit), printUnit(y.unit)];
  return [
    `Slope ${said(fit.parameters[1]!, halfOf(line, fit.parameterGradients[1]!), per(y.unit, x.unit))}`,
    `${y.symbol} at zero ${said(fit.parameters[0]!, halfOf(line, fit.parameterGradients[0]!), yUnit)}${beyond(0)}`,
    ...(zero ? [`Crosses zero at ${said(zero.x, halfOf(line, zero.gradient), xUnit)}${beyond(zero.x)}`] : []),
  ];
}

/**
 * Whether the rows bend where a straight line was laid through them: the t test of the coefficient of x² beside the line.
 * Source: N. R. Draper and H. Smith, Applied Regression Analysis (1998), 6.1 (the extra sum of squares of one more term).
 */
export function bendWords({ fit, rows }: LiveLine, { y }: Units): string | undefined {
  if (fit.parameters.length !== 2 || rows.length < 4) return undefined;
  const data = { x: Float64Array.from(rows, (r) => r.x), y: Float64Array.from(rows, (r) => r.y), xName: 'x' };
  const bent = fittedOrNone(data, 2);
  if (!bent) return undefined;
  const t = bent.parameters[2]! / bent.randomSpread(bent.parameterGradients[2]!);
  const chance = 2 * studentTDistribution(-Math.abs(t), rows.length - 3);
  // Rows that lie on the line to the last digit leave rounding alone to be tested.
  const isRounding = fit.residualStandardDeviation <= 1e-9 * Math.max(...data.y.map(Math.abs));
  if (!(chance < 0.05) || isRounding) return undefined;
  const odds = chance < 1e-4 ? 'less than 1 in 10 000' : `${formatValue(100 * chance, 2)} %`;
  return `${y.symbol} bends: a parabola holds the rows better than this line, which chance alone does in ${odds} of cases.`;
}

function fittedOrNone(data: { x: Float64Array; y: Float64Array; xName: string }, degree: number): Fit | undefined {
  try {
    return fitModel(polynomial, { degree }, data);
  } catch (error) {
    if (error instanceof AppError) return undefined;
    throw error;
  }
}

/** The rows that lie where the others let none expect, each in a sentence. */
export function oddWords({ rows, expected }: LiveLine, { y }: Units): { row: number; sentence: string }[] {
  return rows.flatMap(({ row, y: value }, i) => {
    const of = expected[i];
    if (!of?.isOdd) return [];
    const reads = withUnit(formatValue(value, 5), printUnit(y.unit));
    return [
      {
        row,
        sentence: `Row ${row}: ${reads} here, ${said(of.expected, of.half, printUnit(y.unit))} expected from the other rows. Read it again?`,
      },
    ];
  });
}

/** Where one more reading makes the wanted number surest, and how many a wanted ± needs. */
export function nextWords(
  line: LiveLine,
  wanted: WantedNumber,
  half: number | null,
  range: [number, number],
  { x, y }: Units,
): string[] {
  const gradient = gradientOf(line, wanted);
  if (!gradient || range[0] === range[1]) return [];
  const unit = { slope: per(y.unit, x.unit), zero: printUnit(x.unit), intercept: printUnit(y.unit) }[wanted];
  const { x: at, now, then } = nextPlace(line.fit, line.rows.length, range, gradient);
  const sizes = `${formatValue(now, 2)} to ${withUnit(formatValue(then, 2), unit)}`;
  const place = withUnit(`${x.symbol} = ${formatValue(at, 4)}`, printUnit(x.unit));
  const next = `One more reading at ${place} would shrink the ± of the ${wantedWords[wanted]} most: from ${sizes}, if the scatter stays.`;
  if (half === null || half <= 0) return [next];
  const further = furtherNeeded(line.fit, line.rows.length, range, gradient, half);
  const wish = `± ${withUnit(formatValue(half, 3), unit)}`;
  if (further === 0) return [next, `${wish} is reached.`];
  return [
    next,
    further === undefined
      ? `${wish} is out of reach: it needs more than a thousand readings.`
      : `${wish} needs ${further} more, each at the place that is best then.`,
  ];
}
