import type { OffsetReply } from '@undameter/contract';
import { formatValue, formatWithUncertainty, printUnit } from '@undameter/core';

type Clock = NonNullable<OffsetReply['clock']>;

const PPM = 1e6;

/** The rate as it is typed, to a tenth of a part per million. */
export const ratePpmOf = ({ rate }: Clock): number => Number((rate * PPM).toFixed(1));

/** The largest time error that offset and rate leave. */
export const largestError = ({ matches }: Clock): number => Math.max(...matches.map((m) => Math.abs(m.residual)));

/** How both clocks run against each other; that of two matches nobody knows how sure. */
export function clockInWords(clock: Clock | null, unit: string): string {
  if (!clock) return 'The rate of the clock is not tested: fewer than two parts of the logs are alike enough.';
  const { rate, rateHalf, matches } = clock;
  const u = printUnit(unit);
  const of = `${matches.length} matches`;
  const left = `the largest time error left is ${formatValue(largestError(clock), 3)} ${u}`.trim();
  if (rateHalf === null)
    return `The second clock is ${how(rate)} by ${formatValue(Math.abs(rate) * PPM, 3)} ppm by ${of}; how sure that is, two cannot tell.`;
  const said = formatWithUncertainty(Math.abs(rate) * PPM, rateHalf * PPM);
  if (Math.abs(rate) <= rateHalf)
    return `Both clocks run alike within ± ${formatValue(rateHalf * PPM, 2)} ppm (95 %) by ${of}; ${left}.`;
  return `The second clock is ${how(rate)} by ${said.value} ± ${said.uncertainty} ppm (95 %) by ${of}; ${left}.`;
}

const how = (rate: number): string => (rate > 0 ? 'slow' : 'fast');
