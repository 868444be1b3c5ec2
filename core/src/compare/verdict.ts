import { formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';
import type { Difference } from './difference';

export interface Verdict {
  state: 'passed' | 'doubtful' | 'failed';
  text: string;
}

/** Twice the standard uncertainty is about 95 %. */
const COVERAGE = 2;

/**
 * What a comparison says, and no more: whether E is larger than u_val explains, or that nothing is known to tell it by.
 * @param halfWidth  of the 95 % interval of the mean difference by the scatter of the points
 * Source: ASME V&V 20-2009, section 6 (from memory): the error of the model lies within E ± k·u_val.
 */
export function verdictOf(d: Difference, halfWidth: number, unit: string): Verdict {
  const shown = (v: number, digits = 3): string => `${formatValue(v, digits)} ${printUnit(unit)}`.trim();
  const mean = formatWithUncertainty(d.e, halfWidth);
  const e = `E = ${mean.value} ± ${mean.uncertainty} ${printUnit(unit)}`.trim();
  const largest = `at the worst ${shown(Math.abs(d.largest))}`;
  if (!(d.uVal > 0)) {
    const clear = Math.abs(d.mean) > halfWidth;
    return {
      state: clear ? 'doubtful' : 'passed',
      text: `${e} (candidate − reference, scatter only), ${largest}. ${clear ? 'That is more than the scatter of the points explains' : 'The scatter of the points explains that'}; neither side states an uncertainty, so it cannot be said whether the candidate or the measurement is off.`,
    };
  }
  const times = Math.abs(d.e) / d.uVal;
  const interval = `${formatValue(d.e - COVERAGE * d.uVal, 3)} … ${shown(d.e + COVERAGE * d.uVal)}`;
  const share = `${Math.round(100 * d.within)} % of the points lie within twice the combined uncertainty`;
  if (times > COVERAGE)
    return { state: 'failed', text: `${e}, ${times.toFixed(1)} times u_val = ${shown(d.uVal)}: the candidate is off by more than both sides know of. Its error lies within ${interval} (k = 2); ${largest}; ${share}.` };
  if (d.within < 0.9)
    return { state: 'doubtful', text: `${e} is within 2 u_val = ${shown(COVERAGE * d.uVal)} on average, but only ${share}, ${largest}: the shape differs, not the level.` };
  return { state: 'passed', text: `${e} is within 2 u_val = ${shown(COVERAGE * d.uVal)}: the difference is not larger than what is known, so no error of the candidate can be shown. It may still be anything within ${interval}; ${share}.` };
} // prettier-ignore
