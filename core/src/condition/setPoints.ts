import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { noiseOfColumn } from '../signal';
import { AppError } from '../error/AppError';
import { gather, KEPT, median } from '../sample';
import { formatValue } from '../number/formatNumber';
import { parseUnit, printUnit, sameDimension } from '../units';
import { limitKindOf } from './limits';
import { HOLDS } from './limits/LimitKind';
import type { SteadyLimit } from './limits/steady';
import { operatingPoints, type PointValue } from './operatingPoints';
import type { Condition } from './pickSamples';

/** A value at which a channel was held, found among the steady stretches. */
export interface Level {
  value: number;
  /** How far its stretches lie from it at most, their scatter included, rounded up. */
  tolerance: number;
  /** Number of steady stretches at it. */
  stretches: number;
}

export interface LevelsOfChannel {
  symbol: string;
  levels: Level[];
  /** It seems to have been set: it stands at few values, and tells combinations apart that the others do not. */
  proposed: boolean;
}

/** Levels further apart than this share of the range, and than so many standard deviations, are different ones. */
const APART_OF_RANGE = 0.01;
const APART_IN_SCATTER = 6;
const FEWEST_SAMPLES = 5;

/**
 * The levels at which channels stood during the steady stretches of a run.
 * @param steady   what counts as steady; null: each sample is a point of its own, as in a table of set points without time
 * @param symbols  channels to look at
 * @throws {AppError} as the limit
 * The levels of one channel are the groups of the means of its stretches that no gap wider than
 * the two rules above divides (single linkage); common practice.
 */
export function levelsOf(state: RunState, steady: SteadyLimit | null, symbols: readonly string[]): LevelsOfChannel[] {
  const points = pointsOf(state, steady, symbols);
  const found = symbols.map((symbol, k) => {
    const values = points.map((p) => p.values[k]!).filter((v) => v.count > 0);
    const { levels, spread } = grouped(values.map((v) => ({ mean: v.mean, scatter: v.standardDeviation || 0 })));
    return { symbol, levels, spread, few: levels.length > 1 && levels.length <= Math.max(2, values.length / 2), k };
  });
  // The clearest levels first; another channel only if it divides what they leave together.
  const chosen: typeof found = [];
  const combinations = (of: typeof found): number =>
    new Set(points.map((p) => of.map((c) => nearestOf(c.levels, p.values[c.k]!.mean)?.value).join())).size;
  for (const candidate of found.filter((c) => c.few).sort((a, b) => a.spread - b.spread))
    if (combinations([...chosen, candidate]) > combinations(chosen)) chosen.push(candidate);
  return found.map((c) => ({ symbol: c.symbol, levels: c.levels, proposed: chosen.includes(c) }));
}

interface Point {
  samples: number;
  values: readonly Pick<PointValue, 'mean' | 'standardDeviation' | 'count'>[];
}

function pointsOf(state: RunState, steady: SteadyLimit | null, symbols: readonly string[]): Point[] {
  if (steady) return operatingPoints(state, pickSteady(state, steady), symbols, FEWEST_SAMPLES);
  const columns = symbols.map((s) => numberChannelOf(state, s).values);
  const kept = Array.from({ length: state.samples }, (_, i) => i).filter((i) => state.mask[i] === KEPT);
  return kept.map((i) => ({
    samples: 1,
    values: columns.map((c) => ({ mean: c[i]!, standardDeviation: 0, count: Number(c[i] === c[i]) })),
  }));
}

function pickSteady(state: RunState, steady: SteadyLimit): Int32Array {
  const answers = limitKindOf(steady).judge(state, steady);
  const picked: number[] = [];
  for (let i = 0; i < answers.length; i++) if (answers[i] === HOLDS && state.mask[i] === KEPT) picked.push(i);
  return Int32Array.from(picked);
}

interface Stretch {
  mean: number;
  scatter: number;
}

/** Levels, and how far the means within one lie apart as a share of the distance to the next. */
function grouped(stretches: readonly Stretch[]): { levels: Level[]; spread: number } {
  const sorted = [...stretches].sort((a, b) => a.mean - b.mean);
  if (sorted.length === 0) return { levels: [], spread: Infinity };
  const range = sorted.at(-1)!.mean - sorted[0]!.mean;
  const scatter = median(Float64Array.from(sorted, (s) => s.scatter));
  const apart = Math.max(APART_OF_RANGE * range, APART_IN_SCATTER * scatter);
  const groups: Stretch[][] = [[sorted[0]!]];
  for (const s of sorted.slice(1))
    if (s.mean - groups.at(-1)!.at(-1)!.mean > apart) groups.push([s]);
    else groups.at(-1)!.push(s);
  const centres = groups.map((g) => g.reduce((sum, s) => sum + s.mean, 0) / g.length);
  const nearest = Math.min(...centres.slice(1).map((c, i) => c - centres[i]!));
  const within = Math.max(...groups.map((g) => g.at(-1)!.mean - g[0]!.mean));
  return { levels: groups.map((group, k) => levelOf(group, centres[k]!, nearest)), spread: within / nearest };
}

/** Rounded so that it reads like a setting: two digits of the tolerance. */
function levelOf(group: readonly Stretch[], centre: number, nearest: number): Level {
  const reach = Math.max(...group.map((s) => Math.abs(s.mean - centre) + 4 * s.scatter));
  const wanted = Number.isFinite(nearest) ? Math.min(Math.max(reach, 0.03 * nearest), 0.45 * nearest) : reach;
  const place = wanted > 0 ? 10 ** Math.floor(Math.log10(wanted)) : 1;
  const rounded = (v: number, to: number): number => Number((Math.round(v / to) * to).toPrecision(12));
  const tolerance = wanted > 0 ? Number((Math.ceil(wanted / (place / 2)) * (place / 2)).toPrecision(12)) : 0;
  return { value: rounded(centre, place), tolerance, stretches: group.length };
}

/** A condition of one combination of levels, and how much of the run it has. */
export interface ProposedCondition extends Condition {
  samples: number;
  points: number;
}

/**
 * A condition for each combination of levels that occurs: value ± tolerance of each channel, steady.
 * @param chosen  channels with their levels, as `levelsOf` finds them
 */
export function conditionsOfLevels(
  state: RunState,
  steady: SteadyLimit | null,
  chosen: readonly LevelsOfChannel[],
): ProposedCondition[] {
  const symbols = chosen.map((c) => c.symbol);
  const units = symbols.map((s) => numberChannelOf(state, s).unit);
  const points = pointsOf(state, steady, symbols);
  const found = new Map<string, { at: Level[]; samples: number; points: number }>();
  for (const point of points) {
    const at = chosen.map((c, k) => nearestOf(c.levels, point.values[k]!.mean));
    if (!at.every((level) => level !== undefined)) continue;
    const key = JSON.stringify(at.map((level) => level.value));
    const known = found.get(key) ?? { at, samples: 0, points: 0 };
    found.set(key, { at, samples: known.samples + point.samples, points: known.points + 1 });
  }
  return [...found.values()]
    .sort((a, b) => a.at.reduce((order, level, k) => order || level.value - b.at[k]!.value, 0))
    .map(({ at, samples, points: count }) => ({
      name: at.map(({ value }, k) => `${formatValue(value)} ${printUnit(units[k]!)}`.trim()).join(', '),
      limits: [
        ...at.map(({ value, tolerance }, k) => ({
          kind: 'tolerance' as const,
          symbol: symbols[k]!,
          value,
          tolerance,
          unit: units[k]!,
        })),
        ...(steady ? [steady] : []),
      ],
      samples,
      points: count,
    }));
}

const nearestOf = (levels: readonly Level[], mean: number): Level | undefined =>
  levels.find(({ value, tolerance }) => Math.abs(mean - value) <= tolerance);

/** A channel that is calm for a smaller share of the time than the calmest one is not one to wait for. */
const LEAST_CALM = 0.5;

/**
 * A first guess of what is steady: channels may scatter by twice their noise, and drift by no more than that
 * within the time. The noise is that of the differences of neighbours, which a drift hardly touches.
 * Temperatures, which creep on while the machine has long settled, are left out, and so is what is
 * hardly ever calm by that measure.
 * @param lasting  in [along]; absent: a hundredth of what is kept, rounded, and at least 20 samples
 */
export function guessSteady(state: RunState, symbols: readonly string[], lasting = usualTime(state)): SteadyLimit {
  if (state.along === undefined) throw new AppError('NO_TIME_FOR_STEADY', {});
  const timeUnit = numberChannelOf(state, state.along).unit;
  const limit = (steady: SteadyLimit['steady']): SteadyLimit => ({
    kind: 'steady',
    steady,
    lasting,
    settling: lasting / 2,
    timeUnit,
  });
  const quick = symbols.filter((s) => !isTemperature(numberChannelOf(state, s).unit));
  const steady = (quick.length > 0 ? quick : symbols).map((symbol) => {
    const { values, unit } = numberChannelOf(state, symbol);
    const noise = noiseOf(values, state);
    return { symbol, unit, deviation: twoDigits(2 * noise), slope: twoDigits((2 * noise) / lasting) };
  });
  const calm = steady.map((w) => pickSteady(state, limit([w])).length);
  const least = LEAST_CALM * Math.max(...calm);
  return limit(steady.filter((_, k) => calm[k]! >= least));
}

const isTemperature = (unit: string): boolean => sameDimension(parseUnit(unit).dimension, parseUnit('K').dimension);

/** A round time for one stretch to last. */
function usualTime(state: RunState): number {
  if (state.along === undefined) throw new AppError('NO_TIME_FOR_STEADY', {});
  const { values } = numberChannelOf(state, state.along);
  const kept = values.filter((v, i) => state.mask[i] === KEPT && v === v);
  const range =
    kept.reduce((high, v) => Math.max(high, v), -Infinity) - kept.reduce((low, v) => Math.min(low, v), Infinity);
  const wanted = Math.max(range / 100, (20 * range) / Math.max(1, kept.length - 1));
  const place = 10 ** Math.floor(Math.log10(wanted > 0 ? wanted : 1));
  return place * ([1, 2, 5].find((f) => f * place >= wanted * 0.75) ?? 10);
}

/** No larger share of the range is taken for resolution. */
const JUMP = 0.005;

function noiseOf(values: Float64Array, { mask, samples }: RunState): number {
  const kept: number[] = [];
  for (let i = 0; i < samples; i++) if (mask[i] === KEPT && values[i]! === values[i]!) kept.push(i);
  const y = gather(values, Int32Array.from(kept));
  const usual = noiseOfColumn(y);
  if (usual > 0) return usual;
  const steps = y.slice(1).map((v, i) => Math.abs(v - y[i]!));
  // A channel that mostly repeats a value: its smallest step is its resolution, unless it only jumps.
  const smallest = steps.reduce((least, s) => (s > 0 && s < least ? s : least), Infinity);
  const range = y.reduce((high, v) => Math.max(high, v), -Infinity) - y.reduce((low, v) => Math.min(low, v), Infinity);
  return Math.min(smallest, JUMP * range);
}

const twoDigits = (v: number): number | null => (Number.isFinite(v) && v > 0 ? Number(v.toPrecision(2)) : null);
