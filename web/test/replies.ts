/**
 * Replies of the server as tests need them: whole and valid by their schemas, with what a test says of them.
 * A reply that the server could not send fails in the builder, not in what is tested with it.
 */
import {
  benchReply,
  comparisonReply,
  fitReply,
  readingsReply,
  tracesReply,
  type BenchReply,
  type ChannelBoardRow,
  type ComparedCandidate,
  type ComparisonReply,
  type CurveReading,
  type FitReply,
  type ReadingsReply,
  type SeriesReply,
  type TraceReply,
  type TracesReply,
} from '@undameter/contract';
import type { TSchema } from 'typebox';
import { Value } from 'typebox/value';

function valid<T>(schema: TSchema, reply: T): T {
  const [first] = Value.Errors(schema, reply);
  if (first) throw new Error(`no valid reply at ${first.instancePath}: ${first.message}`);
  return reply;
}

export const channelRow = (symbol: string, over: Partial<ChannelBoardRow> = {}): ChannelBoardRow => ({
  symbol,
  name: symbol,
  unit: '',
  origin: 'logged',
  lowest: 0,
  mean: 0.5,
  highest: 1,
  standardDeviation: 0.1,
  uncertainty: null,
  labels: null,
  missing: 0,
  present: 10,
  decimals: null,
  trace: [],
  ...over,
});

export const benchOf = (channels: ChannelBoardRow[], over: Partial<BenchReply> = {}): BenchReply =>
  valid(benchReply, {
    samples: 10,
    kept: 10,
    spacing: 0.1,
    grid: null,
    along: channels[0]?.symbol ?? null,
    channels,
    reports: [],
    conditions: [],
    outsideTables: 0,
    inAnyCondition: 0,
    inSeveralConditions: 0,
    strip: { kept: [], inCondition: [], asideBy: [] },
    ...over,
  });

export const traceOf = (
  symbol: string,
  x: number[],
  y: (number | null)[],
  over: Partial<TraceReply> = {},
): TraceReply => ({
  symbol,
  x,
  y,
  everySample: true,
  setAside: { x: [], y: [], count: 0 },
  doubtful: null,
  inConditions: [],
  ...over,
});

export const tracesOf = (traces: TraceReply[], over: Partial<TracesReply> = {}): TracesReply =>
  valid(tracesReply, { whole: [0, 100], window: [0, 100], samplesInWindow: 10, traces, problem: null, ...over });

const nothing = { x: [], y: [] };

/** A straight line through three points, as the server would say it. */
export const seriesOf = (name: string, over: Partial<SeriesReply> = {}): SeriesReply => ({
  conditionId: null,
  groupId: null,
  conditionIds: [],
  from: 0,
  name,
  run: 'Sweep',
  x: { symbol: 'Q', name: 'Flow', unit: 'L/min' },
  y: { symbol: 'H', name: 'Head', unit: 'm' },
  model: 'Straight line',
  formula: 'a0 + a1*x',
  isOwnModel: false,
  points: 3,
  missing: 0,
  expression: 'a0 + a1*x',
  parameters: [],
  residualStandardDeviation: 0.5,
  sumOfSquares: 0.25,
  degreesOfFreedom: 1,
  rSquared: 0.99,
  adjustedRSquared: 0.98,
  aic: 1,
  bic: 1,
  reducedChiSquare: null,
  correlation: [],
  worth: null,
  sources: [],
  doubts: [],
  drawn: { every: 1, x: [1, 2, 3], y: [2, 4, 6], residual: [0.1, -0.2, 0.1], xUncertainty: [], yUncertainty: [] },
  leftOut: { ...nothing, beyond: 0 },
  curve: { inside: [], x: [1, 3], y: [2, 6], low: [1.8, 5.8], high: [2.2, 6.2], lowest: [1, 5], highest: [3, 7] },
  means: [],
  problem: null,
  ...over,
});

const axes = {
  x: { symbol: 'Q', name: 'Flow', unit: 'L/min' },
  y: { symbol: 'H', name: 'Head', unit: 'm' },
};

export const fitOf = (series: SeriesReply[], over: Partial<FitReply> = {}): FitReply =>
  valid(fitReply, {
    ...axes,
    formula: 'a0 + a1·x',
    model: 'Straight line',
    samples: 3,
    kept: 3,
    series,
    sharing: null,
    ...over,
  });

export const candidateOf = (over: Partial<ComparedCandidate> = {}): ComparedCandidate => ({
  branches: null,
  curve: { x: [1, 3], y: [2.5, 6.5], low: [], high: [] },
  points: 3,
  outside: 0,
  mean: 0.5,
  meanHalfWidth: 0.1,
  rms: 0.5,
  largest: 0.6,
  largestAt: 2,
  scaled: 0.1,
  correlation: 1,
  within: null,
  e: null,
  uVal: null,
  budget: [],
  verdict: { state: 'notTested', text: '', differsIn: [] },
  drawn: {
    x: [1, 2, 3],
    difference: [0.5, 0.6, 0.4],
    reference: [2, 4, 6],
    candidate: [2.5, 4.6, 6.4],
    uncertainty: [null, null, null],
  },
  problem: null,
  ...over,
});

type Kind = ComparisonReply['candidates'][number]['kind'];

/** A comparison: for each series its candidates, in the order of `kinds`. */
export const comparisonOf = (
  kinds: Kind[],
  series: { name: string; candidates: ComparedCandidate[]; yUncertainty?: number[]; conditionId?: number }[],
  groups: ComparisonReply['groups'] = [],
): ComparisonReply =>
  valid(comparisonReply, {
    ...axes,
    reference: 'Measured',
    candidates: kinds.map((kind, k) => ({ kind, name: `c${k + 1}` })),
    samples: 3,
    groups,
    series: series.map(({ name, candidates, yUncertainty = [], conditionId = null }) => ({
      name,
      conditionId,
      points: 3,
      drawn: { every: 1, x: [1, 2, 3], y: [2, 4, 6], xUncertainty: yUncertainty.map(() => 0.1), yUncertainty },
      candidates,
      problem: null,
    })),
  });

/** What a chart option says of its marks, its panes and its axes. */
export interface DrawnOption {
  series: (Record<string, unknown> & { type: string; name?: string; data: unknown[]; xAxisIndex: number })[];
  title: { text: string }[];
  xAxis: Record<string, unknown>[];
  yAxis: Record<string, unknown>[];
  grid: { height: number }[];
}
export const asDrawn = (option: unknown): DrawnOption => option as DrawnOption;

/** A place of a curve as the server would say it. */
export const readingOf = (x: number, y: number, over: Partial<CurveReading> = {}): CurveReading => ({
  x,
  y,
  xHalf: 0.2,
  yHalf: 0.1,
  xPrediction: null,
  yPrediction: null,
  factor: 2,
  outside: 0,
  what: '',
  isBent: false,
  budget: [],
  ...over,
});

/** What is read off a curve; nothing of what is not named. */
export const readingsOf = (over: Partial<ReadingsReply> = {}): ReadingsReply => {
  const lists = { at: [], back: [], zeros: [], optima: [], crossings: [] };
  return valid(readingsReply, { ...lists, isCourseTested: true, linearPart: null, breakPoint: null, ...over });
};
