import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { formatValue } from '../../number/formatNumber';
import { errorsOf } from '../../sample';
import {
  bridged,
  evenSpacing,
  exponentialAverage,
  gaussianAverage,
  localPolynomialSmooth,
  localRegression,
  movingAverage,
  movingAverageContinued,
  runningMedian,
  savitzkyGolay,
  type EndRule,
  type SavitzkyGolayEnds,
  type WeightedSmoother,
  windowOfCutoff,
} from '../../signal';
import { made, madeNames, madeSettings } from '../madeChannel';
import { needEven, onEvenSteps, overSegments } from '../overSegments';
import { proposedSettings } from '../proposedAnew';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

const WINDOWED = ['savitzkyGolay', 'movingAverage', 'runningMedian', 'gaussian'];
/** Their weights have a frequency response. */
const RESPONDING: WeightedSmoother[] = ['savitzkyGolay', 'movingAverage', 'gaussian'];
const titles: Readonly<Record<string, string>> = {
  savitzkyGolay: 'Savitzky–Golay',
  movingAverage: 'moving average',
  runningMedian: 'running median',
  gaussian: 'Gaussian kernel',
  localRegression: 'local regression',
  exponential: 'exponential',
};
const endTitles: Readonly<Record<EndRule, string>> = {
  shrink: 'Shrink the window',
  mirror: 'Mirror the samples',
  hold: 'Hold the end value',
  fit: 'Extend by a fit',
};

export const smooth = defineStep({
  kind: 'smooth',
  version: 1,
  title: 'Smooth',
  purpose: 'A calmer copy of a channel; the channel itself stays as it is.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('savitzkyGolay', { title: 'Savitzky–Golay' }),
        Type.Literal('movingAverage', { title: 'Moving average' }),
        Type.Literal('runningMedian', { title: 'Running median' }),
        Type.Literal('gaussian', { title: 'Gaussian kernel' }),
        Type.Literal('localRegression', { title: 'Local regression' }),
        Type.Literal('exponential', { title: 'Exponential' }),
      ],
      { title: 'Method', default: 'savitzkyGolay' },
    ),
    window: Type.Integer({
      title: 'Window (samples)',
      minimum: 3,
      maximum: 100001,
      default: 21,
      field: 'window',
      when: WINDOWED,
    }),
    windowTime: Type.Optional(
      Type.Union([Type.Number({ exclusiveMinimum: 0 }), Type.Null()], {
        title: 'or as a stretch',
        description: 'In the unit of the time channel; counts instead of the samples when it is given.',
        field: 'numberOrNone',
        when: WINDOWED,
      }),
    ),
    cutoff: Type.Optional(
      Type.Union([Type.Number({ exclusiveMinimum: 0 }), Type.Null()], {
        title: 'or as a cut-off',
        description:
          'The frequency at which half the power is left, in Hz when time is in s; counts instead of both when it is given.',
        field: 'numberOrNone',
        when: RESPONDING,
      }),
    ),
    order: Type.Integer({ title: 'Order', minimum: 0, maximum: 9, default: 3, when: ['savitzkyGolay'] }),
    share: Type.Optional(
      Type.Number({
        title: 'Share of the samples',
        exclusiveMinimum: 0,
        maximum: 1,
        default: 0.05,
        when: ['localRegression'],
      }),
    ),
    robust: Type.Optional(
      Type.Integer({
        title: 'Rounds against outliers',
        description: '0: plain.',
        minimum: 0,
        maximum: 10,
        default: 0,
        when: ['localRegression'],
      }),
    ),
    alpha: Type.Optional(
      Type.Number({
        title: 'Share of the new sample',
        exclusiveMinimum: 0,
        maximum: 1,
        default: 0.2,
        when: ['exponential'],
      }),
    ),
    ends: Type.Optional(
      Type.Union(
        (Object.keys(endTitles) as EndRule[]).map((rule) => Type.Literal(rule, { title: endTitles[rule] })),
        { title: 'At the ends', when: ['movingAverage', 'runningMedian', 'gaussian'] },
      ),
    ),
    endsOfFit: Type.Optional(
      Type.Union(
        [
          Type.Literal('fit', { title: 'Go on with the last fit' }),
          Type.Literal('mirror', { title: 'Mirror the samples' }),
          Type.Literal('nearest', { title: 'Hold the end value' }),
        ],
        {
          title: 'At the ends',
          description: 'Of even steps; of uneven ones the last fit goes on.',
          when: ['savitzkyGolay'],
        },
      ),
    ),
    proposed: proposedSettings,
    ...madeSettings,
  }),
  start: (state) => ({ method: 'savitzkyGolay' as const, window: 21, order: 3, ...madeNames(state, 's', 'smoothed') }),
  words: (settings) => ({ title: `Smooth ${settings.channel}`, detail: detailOf(settings) }),
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, settings) => {
    const { channel, method, symbol, name } = settings;
    const source = numberChannelOf(state, channel);
    const xName = state.along === undefined ? 'sample number' : numberChannelOf(state, state.along).name;
    let uneven = false;
    const { values, doubts, errors, spread } = overSegments(state, channel, state.along, needOf(settings), (y, x) => {
      uneven ||= countsSamples(settings) && bridged(y, x) === undefined;
      return smoothed(y, x, settings, xName);
    });
    if (uneven) doubts.push('the time steps are uneven, and the window counts samples');
    const linear = method !== 'runningMedian' && !(method === 'localRegression' && settings.robust);
    // What shifts all samples alike shifts a median with them.
    const carried = linear ? errors : () => errorsOf(source, state.channels);
    return made(
      state,
      {
        symbol,
        name,
        unit: source.unit,
        datum: source.datum,
        values,
        errors: carried,
        spread: linear ? spread : undefined,
      },
      doubts,
    );
  },
});

interface Smoothing {
  method: string;
  window: number;
  windowTime?: number | null;
  cutoff?: number | null;
  order: number;
  share?: number;
  robust?: number;
  alpha?: number;
  ends?: EndRule;
  endsOfFit?: SavitzkyGolayEnds;
}

const responds = (method: string): method is WeightedSmoother => (RESPONDING as string[]).includes(method);
const usesCutoff = (s: Smoothing): s is Smoothing & { method: WeightedSmoother; cutoff: number } =>
  Boolean(s.cutoff) && responds(s.method);
const usesTime = ({ method, windowTime }: Smoothing): boolean => Boolean(windowTime) && WINDOWED.includes(method);

/** The window in samples, for steps that are even where it is given in time or as a frequency. */
function windowOf(s: Smoothing, spacing: () => number): number {
  if (usesCutoff(s)) {
    const step = spacing();
    if (2 * s.cutoff * step >= 1) throw new AppError('CUTOFF_OUTSIDE', { cutoff: s.cutoff, highest: 0.5 / step });
    return windowOfCutoff(s.cutoff * step, s.method, s.order);
  }
  return usesTime(s) ? oddWindow(s.windowTime! / spacing()) : s.window;
}

/** Methods that take the samples one by one, however far apart they are. */
const countsSamples = ({ method }: Smoothing): boolean => method === 'movingAverage' || method === 'runningMedian';

function detailOf(s: Smoothing): string {
  const title = titles[s.method]!;
  if (s.method === 'localRegression')
    return `${s.robust ? 'robust ' : ''}${title}, ${formatValue((s.share ?? 0.05) * 100)} % of the samples`;
  if (s.method === 'exponential') return `${title}, α = ${formatValue(s.alpha ?? 0.2)}, lags`;
  const width = usesCutoff(s)
    ? `half the power left at ${formatValue(s.cutoff)}`
    : usesTime(s)
      ? `over ${formatValue(s.windowTime!)} of time`
      : `${s.window} samples`;
  return `${title}, ${width}${s.method === 'savitzkyGolay' ? `, order ${s.order}` : ''}`;
}

function needOf(s: Smoothing): number {
  if (s.method === 'localRegression') return Math.ceil(3 / (s.share ?? 0.05));
  return s.method === 'savitzkyGolay' && !usesTime(s) && !usesCutoff(s) ? s.window : 1;
}

function smoothed(y: Float64Array, x: Float64Array, s: Smoothing, xName: string): Float64Array {
  const about = { name: xName, method: `a ${titles[s.method]}` };
  const window = windowOf(s, () => needEven(y, x, about).spacing);
  switch (s.method) {
    case 'movingAverage':
      return s.ends === undefined || s.ends === 'shrink'
        ? movingAverage(y, window)
        : movingAverageContinued(y, window, s.ends);
    case 'runningMedian':
      return runningMedian(y, window, s.ends);
    case 'gaussian':
      // The window is where the weights end that count: six standard deviations.
      return onEvenSteps(y, x, about, (even) => gaussianAverage(even, window / 6, s.ends));
    case 'localRegression':
      return localRegression(y, x, { share: s.share ?? 0.05, robust: s.robust ?? 0 });
    case 'exponential':
      return onEvenSteps(y, x, about, (even) => exponentialAverage(even, s.alpha ?? 0.2));
    default:
      if (y.length < window)
        throw new AppError('TOO_FEW_SAMPLES', { name: 'The stretch', have: y.length, need: window });
      return evenSpacing(x) === undefined
        ? localPolynomialSmooth(y, x, { window, order: s.order })
        : savitzkyGolay(y, { window, order: s.order, ends: s.endsOfFit ?? 'fit' });
  }
}

const oddWindow = (samples: number): number => Math.max(3, 2 * Math.round((samples - 1) / 2) + 1);
