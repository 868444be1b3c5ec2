import { Type } from 'typebox';
import {
  centralDifference,
  type Differentiator,
  evenSpacing,
  evenTolerance,
  localPolynomialSmooth,
  noiseOfColumn,
  usualSpacing,
  quietestDerivative,
  savitzkyGolay,
} from '../../signal';
import { gather, mapErrors } from '../../sample';
import { AppError } from '../../error/AppError';
import { formatCount, formatValue } from '../../number/formatNumber';
import { differenceFactor, parseUnit, perPower, printUnit } from '../../units';
import { channelToStart, made, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { freeSymbol, numberChannelOf } from '../stepTools';
import { overSegments } from '../overSegments';

export const differentiate = defineStep({
  kind: 'differentiate',
  version: 1,
  title: 'Differentiate',
  purpose: 'Rate of change of a channel along another, mostly time; never across a gap.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    against: Type.String({ title: 'Against', field: 'channel' }),
    method: Type.Union(
      [
        Type.Literal('central', { title: 'Central difference' }),
        Type.Literal('savitzkyGolay', { title: 'Savitzky–Golay' }),
        Type.Literal('slope', { title: 'Slope over a moving window' }),
      ],
      { title: 'Method', default: 'central' },
    ),
    derivative: Type.Optional(
      Type.Integer({
        title: 'Derivative',
        description: '1: rate; 2: rate of the rate.',
        minimum: 1,
        maximum: 2,
        when: ['savitzkyGolay'],
      }),
    ),
    window: Type.Integer({
      title: 'Window (samples)',
      minimum: 3,
      maximum: 100001,
      default: 11,
      field: 'window',
      when: ['savitzkyGolay', 'slope'],
    }),
    order: Type.Integer({ title: 'Order', minimum: 1, maximum: 9, default: 2, when: ['savitzkyGolay'] }),
    unit: Type.Optional(
      Type.String({ title: 'Shown in', description: 'Empty: as it is composed.', maxLength: 60, field: 'unit' }),
    ),
    ends: Type.Optional(
      Type.Union(
        [Type.Literal('keep', { title: 'Keep, they are less sure' }), Type.Literal('leave', { title: 'Leave out' })],
        {
          title: 'Ends and neighbours of gaps',
        },
      ),
    ),
    ...madeSettings,
  }),
  start: (state) => {
    const channel = channelToStart(state);
    const turns = channel?.unit === 'rpm' && state.along !== undefined;
    const along = state.along ?? 'x';
    return {
      channel: channel?.symbol ?? '',
      against: state.along ?? '',
      method: 'central' as const,
      derivative: 1,
      window: 11,
      order: 2,
      unit: turns ? 'rad/s^2' : '',
      ends: 'keep' as const,
      symbol: freeSymbol(turns ? 'domega_dt' : `d${channel?.symbol ?? 'y'}_d${along}`, state.channels),
      name: turns ? 'Angular acceleration' : `Rate of ${channel?.name.toLowerCase() ?? ''}`.trim(),
    };
  },
  words: ({ channel, against, method, window, order, derivative = 1 }) => ({
    title: derivative === 2 && method === 'savitzkyGolay' ? `d²${channel}/d${against}²` : `d${channel}/d${against}`,
    detail: {
      central: 'central difference, second order',
      savitzkyGolay: `Savitzky–Golay, ${window} samples, order ${order}`,
      slope: `slope of the straight line through ${window} samples`,
    }[method],
  }),
  reads: ({ channel, against }) => [channel, against],
  apply: (state, settings) => {
    const { channel, against, method, unit, ends, symbol, name } = settings;
    const [y, x] = [numberChannelOf(state, channel), numberChannelOf(state, against)];
    const window = method === 'central' ? 3 : settings.window;
    const derivative = method === 'savitzkyGolay' ? (settings.derivative ?? 1) : 1;
    const local = { window, order: method === 'slope' ? 1 : settings.order, derivative };
    if (local.order < derivative) throw new AppError('ORDER_TOO_LOW', { order: local.order, derivative });
    const composed = perPower(parseUnit(y.unit), parseUnit(x.unit), derivative);
    const wanted = unit ? parseUnit(unit) : composed;
    const factor = differenceFactor(composed, wanted);
    const rate = (ys: Float64Array, xs: Float64Array): Float64Array => {
      const spacing = evenSpacing(xs, evenTolerance(derivative));
      const out =
        method === 'central'
          ? centralDifference(ys, xs, 2)
          : spacing === undefined
            ? localPolynomialSmooth(ys, xs, local)
            : savitzkyGolay(ys, { ...local, spacing });
      if (factor !== 1) for (let i = 0; i < out.length; i++) out[i]! *= factor;
      return out;
    };
    const { values, doubts, errors, stretches, spread } = overSegments(
      state,
      channel,
      against,
      window,
      rate,
      derivative === 1 ? rateByAlong(rate, factor) : undefined,
    );
    const unsure = endsOf(stretches, (window - 1) / 2);
    const rateUnit = printUnit(wanted.text);
    const notes = [
      ...noiseInAndOut(gather(y.values, stretches[0]!), gather(x.values, stretches[0]!), rate, window, [
        y.unit,
        rateUnit,
      ]),
      ...(derivative === 1 ? suggested({ method, window, order: local.order }) : []),
    ];
    const words = [
      ...doubts,
      `${formatCount(unsure.length)} at ends and beside gaps ${ends === 'leave' ? 'left out' : 'are less sure, marked on the chart'}`,
    ];
    const leave = (column: Float64Array): Float64Array => {
      for (const i of unsure) column[i] = NaN;
      return column;
    };
    const channelMade = { symbol, name, unit: rateUnit, spread };
    return ends === 'leave'
      ? made(state, { ...channelMade, values: leave(values), errors: () => mapErrors(errors(), leave) }, words, notes)
      : made(
          state,
          { ...channelMade, values, errors, doubtful: { samples: unsure, why: 'end of a stretch' } },
          words,
          notes,
        );
  },
});

type Rate = (y: Float64Array, x: Float64Array) => Float64Array;

/** Error of dy/dx by an error of x that changes along x: −dy/dx · d(error)/dx; one that stays the same does nothing. */
const rateByAlong =
  (rate: Rate, factor: number) =>
  (y: Float64Array, x: Float64Array, error: Float64Array): Float64Array => {
    const [slope, stretch] = [rate(y, x), rate(error, x)];
    return slope.map((s, i) => (-s * stretch[i]!) / factor);
  };

/** The samples within half a window of an end. */
function endsOf(stretches: readonly Int32Array[], reach: number): Int32Array {
  const found: number[] = [];
  for (const samples of stretches) {
    const half = Math.min(reach, Math.floor(samples.length / 2));
    found.push(...samples.subarray(0, half), ...samples.subarray(samples.length - half));
  }
  return Int32Array.from(found);
}

/**
 * Standard deviations of the noise of a column, by differences that leave out its trend, and of its rate, to which each sample
 * adds by its weight there.
 */
function noiseInAndOut(
  y: Float64Array,
  x: Float64Array,
  rate: Rate,
  window: number,
  [unit, rateUnit]: readonly [string, string],
): string[] {
  const before = noiseOfColumn(y, 3);
  const spacing = x.length > 1 ? usualSpacing(x) : NaN;
  if (!(before > 0) || !(spacing > 0)) return [];
  const places = Float64Array.from({ length: 2 * window + 1 }, (_, i) => i * spacing);
  const response = rate(
    places.map((_, i) => Number(i === window)),
    places,
  ).subarray(window >> 1, 2 * window + 1 - (window >> 1));
  const after = before * Math.sqrt(response.reduce((sum, w) => sum + w * w, 0));
  return [`noise ${formatValue(before, 2)} ${printUnit(unit)} became ${formatValue(after, 2)} ${rateUnit}`];
}

/** Whether another method does the same with less noise. */
function suggested(given: Differentiator): string[] {
  const better = quietestDerivative(given);
  if (!better) return [];
  const name =
    better.method === 'slope'
      ? `the slope over ${better.window} samples`
      : `Savitzky–Golay, ${better.window} samples, order ${better.order}`;
  return [`${name}, is right up to the same frequency with ${formatValue(better.noise * 100, 2)} % of the noise`];
}
