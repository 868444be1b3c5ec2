import type { ReportRow, VersionRow } from '@undameter/contract';
import { day } from '../../../parts/day';

/** Whether what is taken out is what the data say now. */
export const unsettledWords = (moved: number, isKnown: boolean): string => {
  if (!isKnown) return 'as it was taken';
  return moved === 0
    ? 'as the data are now'
    : `${moved} moved, not settled: ${moved === 1 ? 'it leaves' : 'they leave'} as taken`;
};

/** `Laboratory report; version as sent kept 21 Nov 2026, 10:00`. */
export function contextWords({ kind }: Pick<ReportRow, 'kind'>, versions: readonly VersionRow[]): string {
  const [last] = versions;
  const title = kind.charAt(0).toUpperCase() + kind.slice(1);
  return last ? `${title}; version "${last.name}" kept ${day(last.createdAt)}` : title;
}
