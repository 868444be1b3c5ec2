import { Type, type Static } from 'typebox';
import { AppError } from '../error/AppError';
import { evaluateFormula } from '../formula';
import { formatCount, formatValue } from '../number/formatNumber';
import { Random } from '../number/Random';
import type { Channel } from '../sample';
import { printUnit } from '../units';

const closed = { additionalProperties: false };
export const distributions = ['normal', 'rectangular', 'doubleExponential'] as const;
type Distribution = (typeof distributions)[number];
const growths = ['absolute', 'relative', 'growing'] as const;

/** Errors that are laid on exact values. */
export const noiseSchema = Type.Object(
  {
    distribution: Type.Unsafe<Distribution>(Type.Enum([...distributions])),
    /** Standard deviation: in the unit of y, in per cent of each y, or in the unit of y at the last x, rising from none at the first. */
    size: Type.Number({ minimum: 0 }),
    growth: Type.Unsafe<(typeof growths)[number]>(Type.Enum([...growths])),
    seed: Type.Integer({ minimum: 0, maximum: 4294967295 }),
    /** So many per cent of the samples lie off by `by`, in the unit of y, to either side. */
    outliers: Type.Object(
      { percent: Type.Number({ minimum: 0, maximum: 50 }), by: Type.Number({ minimum: 0 }) },
      closed,
    ),
  },
  closed,
);
export type Noise = Static<typeof noiseSchema>;

const MOST_SAMPLES = 1_000_000;
const heading = {
  symbol: Type.String({ minLength: 1, maxLength: 40 }),
  name: Type.String({ minLength: 1, maxLength: 100 }),
  unit: Type.String({ maxLength: 60 }),
};
/** A run that is made from a formula. */
export const madeUpRecipe = Type.Object(
  {
    x: Type.Object(
      {
        ...heading,
        at: Type.Union([
          Type.Object(
            { from: Type.Number(), to: Type.Number(), count: Type.Integer({ minimum: 2, maximum: MOST_SAMPLES }) },
            closed,
          ),
          Type.Array(Type.Number(), { minItems: 1, maxItems: 10_000 }),
        ]),
      },
      closed,
    ),
    y: Type.Object({ ...heading, formula: Type.String({ minLength: 1, maxLength: 2000 }) }, closed),
    noise: noiseSchema,
  },
  closed,
);
export type MadeUpRecipe = Static<typeof madeUpRecipe>;

/** One number of mean 0 and standard deviation 1. */
function drawOf(random: Random, distribution: Distribution): number {
  if (distribution === 'normal') return random.normal(1);
  const u = random.uniform() - 0.5;
  if (distribution === 'rectangular') return Math.sqrt(12) * u;
  // The inverse of its distribution function; its variance is twice the square of its scale.
  return (-Math.sign(u) * Math.log(1 - 2 * Math.abs(u))) / Math.SQRT2;
}

/**
 * Exact values with errors laid on them.
 * @param exact  length n, in the unit of y; missing stays missing
 * @returns      length n, in the same unit; the same for the same seed
 * Source: L. Devroye, Non-Uniform Random Variate Generation (1986), II.2 (inversion), for the double exponential.
 */
export function drawNoise(exact: Float64Array, { distribution, size, growth, seed, outliers }: Noise): Float64Array {
  const random = new Random(seed);
  const last = Math.max(1, exact.length - 1);
  const scaleAt = (i: number): number =>
    growth === 'absolute' ? size : growth === 'relative' ? (size / 100) * Math.abs(exact[i]!) : (size * i) / last;
  return exact.map((y, i) => {
    const error = scaleAt(i) * drawOf(random, distribution);
    // Drawn for every sample, so that the others stay where they are when the share changes.
    const [lot, side] = [random.uniform(), random.uniform()];
    return y + error + (lot < outliers.percent / 100 ? (side < 0.5 ? -1 : 1) * outliers.by : 0);
  });
}

/**
 * Makes a run up from a formula: x, y with its errors, and y without them.
 * @returns channels of one length, in the order x, y, exact y
 * @throws {AppError} as `evaluateFormula`; MADE_UP_RANGE where the ends of x are one; MADE_UP_EMPTY where the formula has no value anywhere
 */
export function makeUp({ x, y, noise }: MadeUpRecipe): Channel[] {
  const at = Array.isArray(x.at) ? Float64Array.from(x.at) : evenly(x.at.from, x.at.to, x.at.count);
  const along: Channel = { symbol: x.symbol, name: x.name, unit: x.unit, origin: 'logged', values: at };
  const { values, unit } = evaluateFormula(y.formula, y.unit, {
    samples: at.length,
    channels: new Map([[x.symbol, along]]),
    mask: new Uint16Array(at.length),
  });
  if (!values.some(Number.isFinite)) throw new AppError('MADE_UP_EMPTY', { formula: y.formula });
  const exact: Channel = {
    symbol: `${y.symbol}_exact`,
    name: `${y.name}, exact`,
    unit: y.unit || unit.text,
    origin: 'logged',
    values,
  };
  return [along, { ...exact, symbol: y.symbol, name: y.name, values: drawNoise(values, noise) }, exact];
}

function evenly(from: number, to: number, count: number): Float64Array {
  if (from === to) throw new AppError('MADE_UP_RANGE', { at: from });
  return Float64Array.from({ length: count }, (_, i) =>
    i === count - 1 ? to : from + ((to - from) * i) / (count - 1),
  );
}

const MADE_UP = '(made up)';
/** The name of a made-up run goes wherever the run is named, on charts, in findings and in reports: it says what it is. */
export function calledMadeUp(name: string): string {
  const tidy = name.trim();
  return tidy.endsWith(MADE_UP) ? tidy : `${tidy} ${MADE_UP}`;
}

const laws: Readonly<Record<Distribution, string>> = {
  normal: 'normal',
  rectangular: 'rectangular',
  doubleExponential: 'double exponential',
};

/** What a run was made from, in a sentence. */
export function madeUpInWords({ x, y, noise }: MadeUpRecipe): string {
  const unit = (of: { unit: string }): string => (of.unit ? ` ${printUnit(of.unit)}` : '');
  const at = Array.isArray(x.at)
    ? `${formatCount(x.at.length)} typed places of ${x.symbol}`
    : `${formatCount(x.at.count)} places of ${x.symbol} from ${formatValue(x.at.from)} to ${formatValue(x.at.to)}${unit(x)}`;
  const { distribution, size, growth, seed, outliers } = noise;
  const sizes = {
    absolute: `of ${formatValue(size)}${unit(y)}`,
    relative: `of ${formatValue(size)} % of each value`,
    growing: `that grows from none at the first to ${formatValue(size)}${unit(y)} at the last`,
  };
  const errors =
    size === 0 ? 'no errors' : `${laws[distribution]} errors with a standard deviation ${sizes[growth]}, seed ${seed}`;
  const far =
    outliers.percent > 0
      ? `; about ${formatValue(outliers.percent)} % of the samples off by ${formatValue(outliers.by)}${unit(y)}`
      : '';
  return `Made up, no measurement: ${y.symbol} = ${y.formula} at ${at}; ${errors}${far}.`;
}
