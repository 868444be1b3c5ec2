import type { ConditionRow } from '@undameter/contract';

type Named = Pick<ConditionRow, 'id' | 'name'>;
type Grouped = Named & Pick<ConditionRow, 'group'>;

/** Conditions that are offered on a run: those of the campaign, and its own. */
export const offeredOn = <Row extends Pick<ConditionRow, 'runId'>>(rows: readonly Row[], runId: number): Row[] =>
  rows.filter((row) => row.runId === null || row.runId === runId);

/** Ids of those whose name has the text; `*` stands for anything between its parts. */
export function matching(rows: readonly Named[], pattern: string): number[] {
  const parts = pattern
    .trim()
    .split('*')
    .map((part) => part.trim().replace(/[.+?^${}()|[\]\\]/g, '\\$&'));
  if (parts.every((part) => part === '')) return [];
  const like = new RegExp(parts.join('.*'), 'iu');
  return rows.filter((row) => like.test(row.name)).map((row) => row.id);
}

/** The conditions of each group, in the order of its first, and what is in none last. */
export function byGroup<Row extends Grouped>(rows: readonly Row[]): { group: string; rows: Row[] }[] {
  const groups = [...new Set(rows.map((row) => row.group))].filter((group) => group !== '');
  return [...groups, '']
    .map((group) => ({ group, rows: rows.filter((row) => row.group === group) }))
    .filter((found) => found.rows.length > 0);
}

/** What is chosen with all of some more, in the order of the list; or without them where all of them are chosen. */
export function toggled(rows: readonly Named[], chosen: readonly number[], ids: readonly number[]): number[] {
  const isWhole = ids.every((id) => chosen.includes(id));
  return isWhole
    ? chosen.filter((id) => !ids.includes(id))
    : rows.map((row) => row.id).filter((id) => chosen.includes(id) || ids.includes(id));
}
