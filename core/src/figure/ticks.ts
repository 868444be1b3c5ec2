import { AppError } from '../error/AppError';

/** What is wanted of the marks on an axis; what is left out is chosen. */
export interface TickWish {
  log: boolean;
  /** Distance of the marks, in the unit of the axis; decades where it is logarithmic. */
  every?: number | undefined;
  /** How many marks, about; as many exactly where both ends of the axis were set by hand. */
  count?: number | undefined;
  /** Minor marks between two; absent: none, on a logarithmic axis the whole multiples. */
  minor?: number | undefined;
  /** How many there is room for, where nothing else is asked for. */
  about?: number | undefined;
}

export interface AxisTicks {
  low: number;
  high: number;
  major: number[];
  minor: number[];
  /** Distance of two major marks; of a logarithmic axis the number of decades. */
  step: number;
}

interface Ends {
  /** Of what is drawn. */
  data: readonly [number, number];
  /** As they were set by hand. */
  low?: number | undefined;
  high?: number | undefined;
}

const MOST_TICKS = 200;
/** What is narrower cannot be divided in doubles. */
const LEAST_SPAN = 1e-290;

/**
 * The ends of an axis and its marks.
 * An end that was not set by hand goes out to the next mark. Marks lie on 1, 2 or 5 times a power of ten, on a
 * logarithmic axis on powers of ten with the whole multiples between them as minor marks.
 * @throws {AppError} AXIS_ENDS when low is not below high, AXIS_LOG when a logarithmic axis would hold zero,
 *   TICK_DISTANCE when the distance is not above zero, TICKS_TOO_MANY when it would give more than 200 marks
 * Source of the rounding: P. S. Heckbert, "Nice numbers for graph labels", Graphics Gems (1990), 61-63.
 */
export function axisTicks(ends: Ends, wish: TickWish): AxisTicks {
  const [low, high] = [ends.low ?? ends.data[0], ends.high ?? ends.data[1]];
  if (ends.low !== undefined && ends.high !== undefined && !(ends.low < ends.high))
    throw new AppError('AXIS_ENDS', { low: ends.low, high: ends.high });
  if (wish.every !== undefined && !(wish.every > 0)) throw new AppError('TICK_DISTANCE', { every: wish.every });
  if (wish.log) return logTicks(ends, wish);
  const span = spread(low, high);
  return linearTicks({ ...ends, data: span }, wish);
}

/** Room about a single value, and ends in order. */
function spread(low: number, high: number): [number, number] {
  if (high - low > LEAST_SPAN) return [low, high];
  const room = Math.abs(low) > LEAST_SPAN ? Math.abs(low) : 1;
  return low - high > LEAST_SPAN ? [high, low] : [low - room / 2, high + room / 2];
}

/** The nearest of 1, 2, 5 times a power of ten. */
export function niceStep(rough: number): number {
  const power = 10 ** Math.floor(Math.log10(rough));
  const share = rough / power;
  return (share < Math.SQRT2 ? 1 : share < Math.sqrt(10) ? 2 : share < Math.sqrt(50) ? 5 : 10) * power;
}

function linearTicks({ data, low: from, high: to }: Ends, { every, count, minor, about = 6 }: TickWish): AxisTicks {
  const [low, high] = [from ?? data[0], to ?? data[1]];
  const wanted = Math.max(2, count ?? about);
  if (every === undefined && count !== undefined && from !== undefined && to !== undefined)
    return marked(low, high, (high - low) / (wanted - 1), low, minor);
  let step = every ?? niceStep((high - low) / (wanted - 1));
  if (every === undefined && count !== undefined) step = stepOfCount(low, high, wanted, { from, to });
  if ((high - low) / step > MOST_TICKS)
    throw new AppError('TICKS_TOO_MANY', { every: step, low, high, most: MOST_TICKS });
  const outer = (value: number, round: (v: number) => number): number =>
    clean(round(roughly(value / step)) * step, step);
  return marked(from ?? outer(low, Math.floor), to ?? outer(high, Math.ceil), step, 0, minor);
}

/** The step of 1, 2, 2.5, 5 that gives so many marks over ends that may still go out to the next one. */
function stepOfCount(
  low: number,
  high: number,
  wanted: number,
  set: { from: number | undefined; to: number | undefined },
): number {
  const power = 10 ** Math.floor(Math.log10((high - low) / (wanted - 1)));
  const steps = [1, 2, 2.5, 5, 10, 20, 25, 50].map((share) => share * power);
  const marks = (step: number): number => {
    const first = set.from === undefined ? Math.floor(roughly(low / step)) : Math.ceil(roughly(low / step));
    const last = set.to === undefined ? Math.ceil(roughly(high / step)) : Math.floor(roughly(high / step));
    return last - first + 1;
  };
  return steps.reduce((best, step) => (Math.abs(marks(step) - wanted) < Math.abs(marks(best) - wanted) ? step : best));
}

/** Without the last bits, in which 0.3 / 0.1 is more than 3. */
const roughly = (ratio: number): number => (Math.abs(ratio - Math.round(ratio)) < 1e-9 ? Math.round(ratio) : ratio);

/** A whole multiple of a step without the dust of binary fractions; no more decimals than a number can be written with. */
function clean(value: number, step: number): number {
  const decimals = Math.max(0, 10 - Math.floor(Math.log10(step)));
  return decimals > 100 ? value : Number(value.toFixed(decimals));
}

function marked(low: number, high: number, step: number, origin: number, minor: number | undefined): AxisTicks {
  const first = Math.ceil(roughly((low - origin) / step));
  const last = Math.floor(roughly((high - origin) / step));
  const at = (k: number): number => (origin === 0 ? clean(k * step, step) : origin + k * step);
  const major = Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => at(first + k));
  const between = minor ?? 0;
  const small = step / (between + 1);
  const minors = Array.from({ length: (last - first + 2) * (between + 1) }, (_, k) =>
    k % (between + 1) === 0 ? NaN : at(first - 1) + k * small,
  );
  return { low, high, major, minor: minors.filter((v) => v >= low && v <= high), step };
}

function logTicks({ data, low: from, high: to }: Ends, { every, count, minor, about = 7 }: TickWish): AxisTicks {
  const lowest = from ?? data[0];
  const highest = to ?? data[1];
  if (!(lowest > 0)) throw new AppError('AXIS_LOG', { low: lowest });
  const power = (v: number, round: (x: number) => number): number => round(roughly(Math.log10(v)));
  const low = from ?? 10 ** power(lowest, Math.floor);
  const high = to ?? 10 ** Math.max(power(highest, Math.ceil), power(low, Math.floor) + 1);
  const decades = Math.log10(high / low);
  const step = Math.max(1, Math.round(every ?? decades / Math.max(1, (count ?? about) - 1)));
  const [first, last] = [power(low, Math.ceil), power(high, Math.floor)];
  const major: number[] = [];
  for (let k = Math.ceil(first / step) * step; k <= last; k += step) major.push(10 ** k);
  const minors: number[] = [];
  // The whole multiples of a decade, and where decades are left out those themselves.
  const multiples = minor === 0 ? [] : step > 1 ? [1] : [2, 3, 4, 5, 6, 7, 8, 9];
  for (let k = power(low, Math.floor); k <= power(high, Math.ceil); k++)
    for (const m of multiples) {
      const value = m * 10 ** k;
      if (value >= low && value <= high && !major.includes(value)) minors.push(value);
    }
  // Within a decade or less, the multiples are all there is to read.
  if (major.length < 2) return { low, high, major: [...major, ...minors].sort((a, b) => a - b), minor: [], step };
  return { low, high, major, minor: minors, step };
}
