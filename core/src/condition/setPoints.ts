import { numberChannelOf } from '../procedure/stepTools';
import type { RunState } from '../procedure/RunState';
import { KEPT, median } from '../sample';
import { formatValue } from '../number/formatNumber';
import { printUnit } from '../units';
import { limitKindOf } from './limits';
import type { ApproachLimit } from './limits/approach';
import { HOLDS } from './limits/LimitKind';
import type { SteadyLimit } from './limits/steady';
import { operatingPoints, type PointValue } from './operatingPoints';
import type { Condition } from './pickSamples';
import { separateLevels, type Held, type Separation } from './separateLevels';
import { pickSteady } from './pickSteady';

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
  /** Where they part, and by which rule; undefined where the channel is never held. */
  separation: Separation | undefined;
  /** Means of the stretches, rising. */
  means: number[];
  /** It seems to have been set: it stands at few values, and tells combinations apart that the others do not. */
  proposed: boolean;
}

const FEWEST_SAMPLES = 5;

/**
 * The levels at which channels stood during the steady stretches of a run.
 * @param steady   what counts as steady; null: each sample is a point of its own, as in a table of set points without time
 * @param symbols  channels to look at
 * @param cuts     values at which levels part, in the unit of the channel, where somebody chose them
 * @throws {AppError} as the limit
 */
export function levelsOf(
  state: RunState,
  steady: SteadyLimit | null,
  symbols: readonly string[],
  cuts: ReadonlyMap<string, readonly number[]> = new Map(),
): LevelsOfChannel[] {
  const points = pointsOf(state, steady, symbols);
  const found = symbols.map((symbol, k) => {
    const values = points.map((p) => p.values[k]!).filter((v) => v.count > 0);
    const held = values.map((v) => ({ mean: v.mean, scatter: v.standardDeviation || 0 }));
    return { symbol, k, held, ...grouped(held, cuts.get(symbol)) };
  });
  const chosen = proposedOf(found, points);
  return found.map(({ symbol, levels, separation, held, k }) => ({
    ...{ symbol, levels, separation, proposed: chosen.has(k) },
    means: held.map((h) => h.mean).sort((a, b) => a - b),
  }));
}

interface Grouped {
  k: number;
  held: readonly Held[];
  levels: readonly Level[];
  /** How far the means within a level lie apart as a share of the distance to the next. */
  spread: number;
}

/** Places of the channels that seem to have been set. */
function proposedOf(found: readonly Grouped[], points: readonly Point[]): Set<number> {
  // The clearest levels first; another channel only if it divides what they leave together.
  const chosen: Grouped[] = [];
  const combinations = (of: readonly Grouped[]): number =>
    new Set(points.map((p) => of.map((c) => nearestOf(c.levels, p.values[c.k]!.mean)?.value).join())).size;
  const few = found.filter(({ levels, held }) => levels.length > 1 && levels.length <= Math.max(2, held.length / 2));
  for (const candidate of [...few].sort((a, b) => a.spread - b.spread))
    if (combinations([...chosen, candidate]) > combinations(chosen)) chosen.push(candidate);
  // Each level met once, as in a sweep: the one channel whose values read like settings.
  if (chosen.length === 0) chosen.push(...sweptOf(found));
  return new Set(chosen.map((c) => c.k));
}

/** Fewer levels than this, each met once, are no sweep. */
const FEWEST_OF_SWEEP = 5;

function sweptOf(found: readonly Grouped[]): Grouped[] {
  const swept = found.filter(({ levels, held }) => levels.length >= FEWEST_OF_SWEEP && levels.length === held.length);
  const digitsOf = ({ levels }: Grouped): number =>
    levels.reduce((sum, l) => sum + String(Math.abs(l.value)).replace(/^0\.0*|\.|0+$/g, '').length, 0) / levels.length;
  const scattered = swept.some(({ held }) => held.some((h) => h.scatter > 0));
  // With scatter the channel that stands clearest against it, without it the one whose values have the fewest digits.
  const rank = (c: Grouped): number => (scattered ? scatterShare(c) : digitsOf(c));
  return [...swept].sort((a, b) => rank(a) - rank(b)).slice(0, 1);
}

/** The usual scatter of its stretches as a share of the smallest distance between two levels. */
function scatterShare({ held, levels }: Grouped): number {
  const values = levels.map((l) => l.value);
  const nearest = Math.min(...values.slice(1).map((v, k) => v - values[k]!));
  return median(Float64Array.from(held, (h) => h.scatter)) / nearest;
}

interface Point {
  /** Number of its first sample, from 0. */
  first: number;
  samples: number;
  values: readonly Pick<PointValue, 'mean' | 'standardDeviation' | 'count'>[];
}

function pointsOf(state: RunState, steady: SteadyLimit | null, symbols: readonly string[]): Point[] {
  if (steady) return operatingPoints(state, pickSteady(state, steady), symbols, FEWEST_SAMPLES);
  const columns = symbols.map((s) => numberChannelOf(state, s).values);
  const kept = Array.from({ length: state.samples }, (_, i) => i).filter((i) => state.mask[i] === KEPT);
  return kept.map((i) => ({
    first: i,
    samples: 1,
    values: columns.map((c) => ({ mean: c[i]!, standardDeviation: 0, count: Number(c[i] === c[i]) })),
  }));
}

/** A channel that stood at more levels was not set: nobody wants so many conditions. */
const MOST_LEVELS = 200;

/** Levels, and how far the means within one lie apart as a share of the distance to the next; none of what was not held. */
function grouped(
  held: readonly Held[],
  given: readonly number[] | undefined,
): { levels: Level[]; spread: number; separation: Separation | undefined } {
  const separation = held.length > 0 ? separateLevels(held, given) : undefined;
  if (!separation || separation.cuts.length >= MOST_LEVELS)
    return { levels: [], spread: Infinity, separation: undefined };
  const { cuts } = separation;
  const groups = partedAt(held, cuts);
  const centres = groups.map((g) => g.reduce((sum, s) => sum + s.mean, 0) / g.length);
  const nearest = Math.min(...centres.slice(1).map((c, i) => c - centres[i]!));
  const within = Math.max(...groups.map((g) => g.at(-1)!.mean - g[0]!.mean));
  return {
    levels: groups.map((group, k) => levelOf(group, centres[k]!, { nearest, cuts })),
    ...{ spread: within / nearest, separation },
  };
}

/** What lies between the cuts, each rising; at a cut it is above it. Parts in which nothing lies are none. */
function partedAt(held: readonly Held[], cuts: readonly number[]): Held[][] {
  const groups: Held[][] = [];
  let next = 0;
  for (const one of [...held].sort((a, b) => a.mean - b.mean)) {
    const before = next;
    while (next < cuts.length && cuts[next]! <= one.mean) next++;
    if (next > before || groups.length === 0) groups.push([]);
    groups.at(-1)!.push(one);
  }
  return groups;
}

/** From a value to the nearest cut. */
const roomAt = (value: number, cuts: readonly number[]): number =>
  Math.min(...cuts.map((cut) => Math.abs(cut - value)));

/** A level reaches this far of the way to the next one at most, unless its own stretches lie further apart. */
const MOST_OF_WAY = 0.45;
const LEAST_OF_WAY = 0.03;

/** Rounded so that it reads like a setting, two digits of the tolerance; never beyond a cut. */
function levelOf(
  group: readonly Held[],
  centre: number,
  { nearest, cuts }: { nearest: number; cuts: readonly number[] },
): Level {
  const reachFrom = (value: number): number =>
    group.reduce((most, s) => Math.max(most, Math.abs(s.mean - value) + 4 * s.scatter), 0);
  const most = Math.max(MOST_OF_WAY * nearest, reachFrom(centre));
  const wantedFrom = (value: number): number =>
    Number.isFinite(nearest) ? Math.min(Math.max(reachFrom(value), LEAST_OF_WAY * nearest), most) : reachFrom(value);
  const rounded = (v: number, to: number): number => Number((Math.round(v / to) * to).toPrecision(12));
  const place = placeOf(wantedFrom(centre));
  const plain = rounded(centre, place);
  // Of a level whose stretches take up all of its room a round value would leave some of them out.
  const value = reachFrom(plain) > Math.max(most, wantedFrom(plain)) ? rounded(centre, place / 100) : plain;
  return { value, tolerance: toleranceOf(wantedFrom(value), roomAt(value, cuts)), stretches: group.length };
}

/** Rounded up, or down where that would go beyond the room. */
function toleranceOf(wanted: number, room: number): number {
  if (!(wanted > 0)) return 0;
  const step = placeOf(wanted) / 2;
  const [up, down] = [Math.ceil(wanted / step), Math.ceil(room / step) - 1].map((n) => n * step) as [number, number];
  return Number((up < room ? up : down > 0 ? down : room / 2).toPrecision(12));
}

const placeOf = (wanted: number): number => (wanted > 0 ? 10 ** Math.floor(Math.log10(wanted)) : 1);

/** A condition of one combination of levels, and how much of the run it has. */
export interface ProposedCondition extends Condition {
  /** Conditions that make one series belong to one group: the level of what was changed least, and the approach; or empty. */
  group: string;
  samples: number;
  points: number;
}

export interface Proposal {
  conditions: ProposedCondition[];
  /** Stretches that are in none of them. */
  missed: number;
}

interface Combination {
  at: Level[];
  /** How the channel of `approachOf` came there. */
  from: ApproachLimit['from'] | undefined;
  samples: number;
  points: number;
}

/**
 * A condition for each combination of levels that occurs: value ± tolerance of each channel, steady. Of several channels
 * the one with the fewest levels makes the groups: a speed with its settings of the valve.
 * @param chosen      channels with their levels, as `levelsOf` finds them
 * @param approachOf  a channel of them: whether its level was approached from below or from above makes two conditions
 */
export function conditionsOfLevels(
  state: RunState,
  steady: SteadyLimit | null,
  chosen: readonly LevelsOfChannel[],
  approachOf?: string,
): Proposal {
  const symbols = chosen.map((c) => c.symbol);
  const units = symbols.map((s) => numberChannelOf(state, s).unit);
  const points = pointsOf(state, steady, symbols);
  const moved = chosen.find((c) => c.symbol === approachOf);
  const approaches = moved && approachLimits(moved, units[chosen.indexOf(moved)]!);
  const answers = approaches?.map((limit) => limitKindOf(limit).judge(state, limit));
  const unitOf = new Map(chosen.flatMap(({ levels }, k) => levels.map((level) => [level, units[k]!] as const)));
  const inWords = (at: readonly Level[], from: Combination['from']): string =>
    [
      ...at.map((level) => `${formatValue(level.value)} ${printUnit(unitOf.get(level)!)}`.trim()),
      ...(from ? [`from ${from}`] : []),
    ].join(', ');
  const found = new Map<string, Combination>();
  let missed = 0;
  for (const point of points) {
    const at = chosen.map((c, k) => nearestOf(c.levels, point.values[k]!.mean));
    const from = approaches?.find((_, k) => answers![k]![point.first] === HOLDS)?.from;
    if (!at.every((level) => level !== undefined) || (approaches && !from)) {
      missed++;
      continue;
    }
    const key = JSON.stringify([at.map((level) => level.value), from]);
    const known = found.get(key) ?? { at, from, samples: 0, points: 0 };
    found.set(key, { ...known, samples: known.samples + point.samples, points: known.points + 1 });
  }
  const leading = chosen.length > 1 ? fewestLevels(chosen) : -1;
  const conditions = [...found.values()].sort(inOrder).map(({ at, from, samples, points: count }) => ({
    name: inWords(at, from),
    group: inWords(
      at.filter((_, k) => k === leading),
      from,
    ),
    limits: [
      ...at.map(({ value, tolerance }, k) => ({
        ...{ kind: 'tolerance' as const, symbol: symbols[k]!, unit: units[k]! },
        ...{ value, tolerance },
      })),
      ...(approaches ?? []).filter((limit) => limit.from === from),
      ...(steady ? [steady] : []),
    ],
    samples,
    points: count,
  }));
  return { conditions, missed };
}

/** Place of the channel that stood at the fewest levels. */
const fewestLevels = (chosen: readonly LevelsOfChannel[]): number =>
  chosen.reduce((least, c, k) => (c.levels.length < chosen[least]!.levels.length ? k : least), 0);

/** By the first channel, then the next; from below before from above. */
const inOrder = (a: Combination, b: Combination): number =>
  a.at.reduce((order, level, k) => order || level.value - b.at[k]!.value, 0) ||
  Number(a.from === 'above') - Number(b.from === 'above');

/** Both approaches to the levels of a channel; what moves less than half of the way to the next level is passed over. */
function approachLimits({ symbol, levels }: LevelsOfChannel, unit: string): ApproachLimit[] {
  const nearest = Math.min(...levels.slice(1).map((l, k) => l.value - levels[k]!.value));
  const deadBand = Number.isFinite(nearest) ? Number((nearest / 2).toPrecision(1)) : 0;
  return (['below', 'above'] as const).map((from) => ({ kind: 'approach', symbol, from, deadBand, unit }));
}

const nearestOf = (levels: readonly Level[], mean: number): Level | undefined =>
  levels.find(({ value, tolerance }) => Math.abs(mean - value) <= tolerance);
