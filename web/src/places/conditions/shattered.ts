import type { ConditionBody, ConditionRow, PointsReply } from '@undameter/contract';
import { formatCount, formatValue, limitInWords, printUnit, type Limit, type SteadyLimit } from '@undameter/core';

type Shattered = PointsReply['shattered'][number];

/** How many conditions a run's scatter breaks. */
export function brokenInWords(count: number): string {
  const allow = count === 1 ? 'one condition allow' : `${formatCount(count)} conditions allow`;
  return `This run scatters more than the limits of ${allow}:`;
}

/** Into how many scraps one falls here, and what there would be with which limits. */
export function shatteredInWords({ stretches, whole, limits, changed }: Shattered, row: ConditionRow): string {
  const now = stretches === 0 ? 'picks nothing' : `falls into ${formatCount(stretches)} scraps`;
  const wider = changed.map((k) => inWords(limits[k]!, row.limits[k])).join(', ');
  return `${row.name} ${now}; there would be ${counted(whole)} with ${wider}.`;
}

/** A limit with what it was: of what is steady only the channels whose limits change. */
function inWords(limit: Limit, before: Limit | undefined): string {
  if (limit.kind === 'tolerance' && before?.kind === 'tolerance')
    return `${limitInWords(limit)} (was ± ${formatValue(before.tolerance)})`;
  if (limit.kind !== 'steady' || before?.kind !== 'steady') return limitInWords(limit);
  const changed = limit.steady.filter((w, k) => JSON.stringify(w) !== JSON.stringify(before.steady[k]));
  return changed.map((w) => `${w.symbol} steady within ${boundsOf(w, limit.timeUnit)}`).join(', ');
}

const boundsOf = ({ unit, deviation, slope }: SteadyLimit['steady'][number], time: string): string =>
  [
    ...(deviation === null ? [] : [`${formatValue(deviation)} ${printUnit(unit)}`]),
    ...(slope === null ? [] : [`${formatValue(slope)} ${printUnit(unit)}/${printUnit(time)}`]),
  ].join(' and ');

const counted = (whole: number): string => (whole === 1 ? 'one stretch' : `${formatCount(whole)} stretches`);

/** A condition of this run alone with the limits that fit it; the one that was made for other runs stays. */
export const fittingRun = ({ limits }: Shattered, row: ConditionRow, runId: number, run: string): ConditionBody => ({
  name: `${row.name}, ${run}`.slice(0, 120),
  limits: limits as ConditionBody['limits'],
  group: row.group,
  runId,
});
