import { formatCount, formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';

/** The fit that a finding stands on. */
interface FitFacts {
  yName: string;
  yUnit: string;
  xName: string;
  xUnit: string;
  series: string;
  model: string;
  points: number;
  pointKind: 'samples' | 'operatingPoints';
  run: string;
  /** Sources of error that the points share and that the ± holds; empty: none is declared of their channels. */
  sources: readonly string[];
  /** So many independent points are they worth. */
  worth: number;
}

/** What a finding about one fitted parameter is made of. */
export interface ParameterFacts extends FitFacts {
  parameter: { symbol: string; meaning: string; unit: string };
  value: number;
  /** Half width of the 95 % confidence interval, and the factor that it is of the standard uncertainty. */
  halfWidth: number;
  factor: number;
}

/** What a finding about a place on a fitted curve is made of. */
export interface ReadingFacts extends FitFacts {
  /** The curve at an x, or back from a y. */
  what: 'at' | 'back';
  at: number;
  factor: number;
  readings: readonly {
    x: number;
    y: number;
    xHalf: number | null;
    yHalf: number | null;
    outside: number;
    isBent?: boolean;
  }[];
}

/** What a finding about how well a curve holds its points is made of. */
export interface GoodnessFacts extends FitFacts {
  deviation: number;
  rSquared: number;
}

/** What a finding about one compared series is made of. */
export interface DifferenceFacts {
  yName: string;
  xName: string;
  series: string;
  unit: string;
  xUnit: string;
  /** candidate − reference. */
  mean: number;
  /** Half width of the 95 % confidence interval of the mean difference. */
  meanHalfWidth: number;
  rms: number;
  largest: number;
  largestAt: number;
  points: number;
  reference: string;
  candidate: string;
  /** Standard uncertainty of the mean difference; NaN where neither side states one. */
  validation: number;
  verdict: 'passed' | 'doubtful' | 'failed' | 'notTested';
  /** In what they differ, where they do. */
  differsIn: readonly string[];
}

const withUnit = (number: string, unit: string): string => `${number} ${printUnit(unit)}`.trim();

/** A fitted parameter as a sentence: number, unit, ± and where it came from. */
export function parameterSentence(f: ParameterFacts): string {
  const { value, uncertainty } = formatWithUncertainty(f.value, f.halfWidth);
  const what =
    f.parameter.symbol === 'a0'
      ? `${f.yName} at zero ${f.xName.toLowerCase()}`
      : `${f.yName} against ${f.xName.toLowerCase()}, ${f.parameter.meaning} (${f.parameter.symbol})`;
  const series = f.series ? `, ${f.series}` : '';
  if (f.parameter.meaning === SLOPE) {
    const size = formatWithUncertainty(Math.abs(f.value), f.halfWidth);
    const per = printUnit(f.xUnit) ? `per ${printUnit(f.xUnit)}` : `per unit of ${f.xName.toLowerCase()}`;
    return `${f.yName}${series} ${f.value < 0 ? 'falls' : 'rises'} by ${withUnit(`${size.value} ± ${size.uncertainty}`, f.yUnit)} ${per} of ${f.xName.toLowerCase()} ${holds(f)}, ${fromFit(f)}.`;
  }
  return `${what}${series}: ${withUnit(`${value} ± ${uncertainty}`, f.parameter.unit)} ${holds(f)}, ${fromFit(f)}.`;
}

/** What a straight line's second parameter is called. */
export const SLOPE = 'slope';

/** What a ± holds, and what it does not. */
function holds({ sources, factor, points, worth, xName, yName }: FitFacts & { factor: number }): string {
  const k = `k = ${factor.toFixed(factor < 10 ? 1 : 0)}`;
  const dependent =
    worth < 0.8 * points
      ? `; neighbours depend on each other, so ${formatCount(points)} points count as ${formatValue(Math.max(1, worth), 2)}`
      : '';
  return sources.length > 0
    ? `(95 %, ${k}: systematic of ${sources.join(', ')} and random${dependent})`
    : `(95 %, ${k}: random only, no systematic error of ${yName.toLowerCase()} or ${xName.toLowerCase()} is declared${dependent})`;
}

const fromFit = (f: FitFacts): string =>
  `from a ${f.model.toLowerCase()} through ${formatCount(f.points)} ${f.pointKind === 'samples' ? 'samples' : 'operating points'} of ${f.run}`;

/** A place on a fitted curve as a sentence, which says when it is extrapolated. */
export function readingSentence(f: ReadingFacts): string {
  const [given, read] = [
    { name: f.xName, unit: f.xUnit },
    { name: f.yName, unit: f.yUnit },
  ];
  const [from, to] = f.what === 'at' ? [given, read] : [read, given];
  const place = `at ${from.name.toLowerCase()} ${withUnit(formatValue(f.at, 6), from.unit)}${f.series ? `, ${f.series}` : ''}`;
  if (f.readings.length === 0) return `${to.name} ${place}: the curve does not reach it, ${fromFit(f)}.`;
  const said = f.readings.map((r) => {
    const [number, half] = f.what === 'at' ? [r.y, r.yHalf] : [r.x, r.xHalf];
    const { value, uncertainty } = formatWithUncertainty(number, half ?? NaN);
    return withUnit(`${value} ± ${uncertainty}`, to.unit) + beyondWords(r);
  });
  return `${to.name} ${place}: ${said.join(' and ')} ${holds(f)}, ${fromFit(f)}.`;
}

/** What a finding about the lowest or highest place of a curve is made of. */
export interface OptimumFacts extends FitFacts {
  /** `lowest` or `highest`. */
  what: string;
  factor: number;
  x: number;
  y: number;
  xHalf: number | null;
  yHalf: number | null;
  outside: number;
}

/** The lowest or highest place of a curve as a sentence. */
export function optimumSentence(f: OptimumFacts): string {
  const [x, y] = [formatWithUncertainty(f.x, f.xHalf ?? NaN), formatWithUncertainty(f.y, f.yHalf ?? NaN)];
  return `${f.yName} is ${f.what} at ${f.xName.toLowerCase()} ${withUnit(`${x.value} ± ${x.uncertainty}`, f.xUnit)}${beyondWords(f)}${f.series ? `, ${f.series}` : ''}, where it is ${withUnit(`${y.value} ± ${y.uncertainty}`, f.yUnit)} ${holds(f)}, ${fromFit(f)}.`;
}

/** What a finding about a place where two curves meet is made of. */
export interface CrossingFacts extends Omit<OptimumFacts, 'what' | 'yHalf'> {
  /** The series of the other curve. */
  other: string;
  /** The curves bend so much within the ± that first order may not hold. */
  isBent?: boolean;
}

/** Where two curves meet as a sentence. */
export function crossingSentence(f: CrossingFacts): string {
  const { value, uncertainty } = formatWithUncertainty(f.x, f.xHalf ?? NaN);
  return `${f.yName}: the curves of ${f.series} and ${f.other} meet at ${f.xName.toLowerCase()} ${withUnit(`${value} ± ${uncertainty}`, f.xUnit)} ${holds(f)}${beyondWords(f)}, near ${withUnit(formatValue(f.y, 4), f.yUnit)}, ${fromFit(f)}.`;
}

/** What a finding about models side by side is made of. */
export interface RankingFacts extends Omit<FitFacts, 'model'> {
  rows: readonly { title: string; residualStandardDeviation: number | null; leftOut: number | null }[];
  /** What the comparison of the models says. */
  verdict: string;
  /** So many of the points were taken. */
  taken: number;
}

/** Models side by side on the same points as a sentence. */
export function rankingSentence(f: RankingFacts): string {
  const each = f.rows.map(({ title, residualStandardDeviation: s, leftOut }) =>
    s === null
      ? `${title}: none`
      : `${title}: ${withUnit(formatValue(s, 3), f.yUnit)}${leftOut === null ? '' : ` (left out ${formatValue(leftOut, 3)})`}`,
  );
  const points = `${f.taken < f.points ? `${formatCount(f.taken)} of the ` : ''}${formatCount(f.points)} ${f.pointKind === 'samples' ? 'samples' : 'operating points'} of ${f.run}`;
  return `${f.yName} against ${f.xName.toLowerCase()}${f.series ? `, ${f.series}` : ''}: ${f.verdict} Residual standard deviations on ${points}: ${each.join('; ')}.`;
}

const beyondWords = ({ outside, isBent }: { outside: number; isBent?: boolean }): string =>
  (outside > 0 ? ` (extrapolated by ${Math.ceil(outside * 100)} % of the measured range)` : '') +
  (isBent ? ' (the curve bends within this ±, so that it may not hold)' : '');

/** How well a curve holds its points as a sentence. */
export const goodnessSentence = (f: GoodnessFacts): string =>
  `${f.yName} against ${f.xName.toLowerCase()}${f.series ? `, ${f.series}` : ''}: the points scatter about the curve with a standard deviation of ${withUnit(formatValue(f.deviation, 3), f.yUnit)} (R² ${formatValue(f.rSquared, 5)}), ${fromFit(f)}.`;

/** What the verdict of a comparison comes to in a finding. */
const verdicts: Readonly<Record<DifferenceFacts['verdict'], string>> = {
  passed:
    'no error of the candidate can be shown: on average, along x, at the worst point and as a whole it lies within what is known',
  doubtful: 'it is doubtful whether they agree: the points as a whole differ by more than is known',
  failed: 'they differ by more than is known of both sides',
  notTested: 'whether they agree was not tested',
};

const listed = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join() : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)!}`;

/** A comparison of one series as a sentence that says whether the difference is more than what is known. */
export function differenceSentence(f: DifferenceFacts): string {
  const isKnown = f.validation > 0;
  const { value, uncertainty } = formatWithUncertainty(Math.abs(f.mean), isKnown ? 2 * f.validation : f.meanHalfWidth);
  const side = f.mean > 0 ? 'above' : 'below';
  const holds = isKnown
    ? `k = 2, ${(Math.abs(f.mean) / f.validation).toFixed(1)} times u_val`
    : '95 % by the scatter of the points alone, no uncertainty is stated';
  return (
    `${f.candidate}${f.series ? `, ${f.series}` : ''}: its ${f.yName.toLowerCase()} lies on average ` +
    `${withUnit(`${value} ± ${uncertainty}`, f.unit)} ${side} ${f.reference} (${holds}); ${verdicts[f.verdict]}${f.differsIn.length > 0 ? `, namely in ${listed(f.differsIn)}` : ''}; ` +
    `rms ${withUnit(formatValue(f.rms, 3), f.unit)}, ` +
    `largest ${withUnit(formatValue(f.largest, 3), f.unit)} at ${withUnit(formatValue(f.largestAt, 4), f.xUnit)}, ` +
    `over ${formatCount(f.points)} points.`
  );
}

/** What a finding about several series of a comparison together is made of. */
export interface GroupFacts {
  yName: string;
  candidate: string;
  reference: string;
  /** What the series have in common, in words. */
  group: string;
  /** What the comparison says of them. */
  verdict: string;
}

/** What several series say of a candidate together as a sentence. */
export const groupSentence = ({ yName, candidate, reference, group, verdict }: GroupFacts): string =>
  `${yName} of ${candidate} against ${reference}, ${group}: ${verdict}`;
