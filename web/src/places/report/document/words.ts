import type { ReportRow, VersionRow } from '@undameter/contract';
import { day } from '../../../parts/day';

/** Whether what is taken out is what the data say now. */
export const unsettledWords = (moved: number, isCurrent: boolean): string => {
  if (!isCurrent) return 'as it was taken';
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

/** What stands as empty boxes in a file, since its face has no such letters. */
export function notShownWords(letters: string): string {
  const all = [...letters];
  const named = all.slice(0, 12).join(' ');
  return `The face of the PDF has no ${named}${all.length > 12 ? ` and ${all.length - 12} more` : ''}: empty boxes stand there. Take them out of the text, or take the report out as docx.`;
}
