import { Type } from 'typebox';
import { formatValue } from '../../number/formatNumber';
import { gather, median, sampleNumbers, segments } from '../../sample';
import { MAD_OF_SIGMA, runningMedian } from '../../signal';
import { printUnit } from '../../units';
import { channelToStart } from '../madeChannel';
import { setAsideWhere } from '../setAsideWhere';
import { defineStep } from '../StepKind';
import { numberChannelOf } from '../stepTools';

/**
 * Deviation from a running median in robust standard deviations. Source: F. R. Hampel,
 * J. Amer. Statist. Assoc. 69 (1974) 383-393, for the median absolute deviation as the scale.
 */
export const setAsideOutliers = defineStep({
  kind: 'setAsideOutliers',
  version: 1,
  title: 'Set aside outliers',
  purpose: 'Set aside single samples far from the running median, measured by a robust standard deviation of the rest.',
  settings: Type.Object({
    channel: Type.String({ title: 'Channel', field: 'channel' }),
    window: Type.Integer({
      title: 'Window of the median (samples)',
      minimum: 3,
      maximum: 100001,
      default: 11,
      field: 'window',
    }),
    threshold: Type.Number({ title: 'Threshold (robust standard deviations)', exclusiveMinimum: 0, default: 6 }),
    reason: Type.String({ title: 'Reason', default: '', maxLength: 200 }),
  }),
  start: (state) => ({ channel: channelToStart(state)?.symbol ?? '', window: 11, threshold: 6, reason: '' }),
  words: ({ channel, window, threshold, reason }) => ({
    title: `Set aside outliers of ${channel}`,
    detail: `${reason ? `${reason}; ` : ''}more than ${formatValue(threshold)} robust standard deviations from the median of ${window} samples`,
  }),
  reads: ({ channel }, along) => (along === undefined ? [channel] : [channel, along]),
  apply: (state, { channel, window, threshold }, { ordinal }) => {
    const y = numberChannelOf(state, channel);
    const x = state.along === undefined ? undefined : numberChannelOf(state, state.along);
    const positions = x?.values ?? sampleNumbers(state.samples);
    const deviation = new Float64Array(state.samples).fill(NaN);
    for (const samples of segments(positions, y.values, state.mask, x?.name ?? 'sample number', state.gaps)) {
      const column = gather(y.values, samples);
      const calm = runningMedian(column, window);
      samples.forEach((i, k) => (deviation[i] = Math.abs(column[k]! - calm[k]!)));
    }
    const sigma = median(deviation.filter((d) => d === d)) / MAD_OF_SIGMA;
    const limit = threshold * sigma;
    const effect = setAsideWhere(state, ordinal, (i) => deviation[i]! > limit);
    const said = `${formatValue(limit, 3)} ${printUnit(y.unit)}`.trim();
    return { ...effect, notes: [`limit: ${said} from the median`] };
  },
});
