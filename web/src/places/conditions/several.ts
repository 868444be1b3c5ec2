import type { ConditionRow, SeveralChangedBody } from '@undameter/contract';

type Named = Pick<ConditionRow, 'id' | 'name'>;

/** Those whose name has the text; `*` stands for anything between its parts. */
export function matching(rows: readonly Named[], pattern: string): number[] {
  const parts = pattern
    .trim()
    .split('*')
    .map((part) => part.trim().replace(/[.+?^${}()|[\]\\]/g, '\\$&'));
  if (parts.every((part) => part === '')) return [];
  const like = new RegExp(parts.join('.*'), 'iu');
  return rows.filter((row) => like.test(row.name)).map((row) => row.id);
}

/** New names of the chosen ones: a text in them replaced wherever it stands; those without it stay. */
export function renamed(
  rows: readonly Named[],
  chosen: ReadonlySet<number>,
  { from, to }: { from: string; to: string },
): NonNullable<SeveralChangedBody['rename']> {
  if (from === '') return [];
  return rows
    .filter((row) => chosen.has(row.id) && row.name.includes(from))
    .map(({ id, name }) => ({ id, name: name.replaceAll(from, to).trim() }))
    .filter(({ id, name }) => name !== '' && name !== rows.find((row) => row.id === id)!.name);
}

const MOST_SHOWN = 3;

/** What renaming would do, in words; empty where it does nothing. */
export function renamingInWords(rows: readonly Named[], names: readonly Named[]): string {
  const before = new Map(rows.map((row) => [row.id, row.name]));
  const shown = names.slice(0, MOST_SHOWN).map(({ id, name }) => `“${before.get(id)}” becomes “${name}”`);
  const more = names.length > MOST_SHOWN ? `, and ${names.length - MOST_SHOWN} more` : '';
  return names.length === 0 ? '' : `${shown.join('; ')}${more}.`;
}
