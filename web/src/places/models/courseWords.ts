import type { ReadingsReply } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty } from '@undameter/core';

type LinearPart = ReadingsReply['linearPart'];
type BreakPoint = ReadingsReply['breakPoint'];

const chance = (p: number): string => (p < 1e-4 ? 'less than 1 in 10 000' : `${formatValue(100 * p, 2)} %`);

/** What is said where the points are too few, or at too few places, for anything to be told of their course. */
export const NOT_TESTED = 'Not tested: the points are too few, or lie at too few places of x.';

/** Where the course is straight, and how it is known. */
export function linearWords(part: LinearPart, x: string): string {
  if (!part)
    return 'No stretch is straight: in each of at least a fifth of the points the residuals of a line have a pattern.';
  const points = `${formatCount(part.points)} points`;
  if (part.before === null && part.after === null)
    return `Straight over all ${points}: a parabola would gain as much by chance in ${chance(part.p)} of cases.`;
  const place = (v: number): string => `${formatValue(v, 5)} ${x}`.trim();
  const ends = [
    part.before === null ? '' : `below it, from ${place(part.before)} on,`,
    part.after === null ? '' : `above it, from ${place(part.after)} on,`,
  ].filter(Boolean);
  return `Straight from ${formatValue(part.from, 5)} to ${place(part.to)} (${points}); ${ends.join(' and ')} a line no longer leaves mere scatter.`;
}

/** Where the course breaks, with its ± and both slopes; in the units of the axes. */
export function breakWords(found: BreakPoint, x: string, y: string): string {
  if (!found) return 'No break: one line does as well as two that meet, or two leave a pattern, as of a smooth bend.';
  const { value, uncertainty } = formatWithUncertainty(found.x, found.xHalf);
  const slopes = `slope ${formatValue(found.slopeBefore, 3)} before, ${formatValue(found.slopeAfter, 3)} after`;
  return `Breaks at ${`${value} ± ${uncertainty} ${x}`.trim()} (95 %, by the scatter alone), at ${`${formatValue(found.y, 4)} ${y}`.trim()}: ${slopes}; one line would do as well by chance in ${chance(found.p)} of cases.`;
}
