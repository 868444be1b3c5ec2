import type { ConditionRow, SeveralChangedBody } from '@undameter/contract';

type Named = Pick<ConditionRow, 'id' | 'name'>;

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

/** What putting the chosen ones into a group of this name would do, in words. */
export function groupingInWords(
  rows: readonly Pick<ConditionRow, 'id' | 'group'>[],
  chosen: ReadonlySet<number>,
  name: string,
): string {
  const to = name.trim();
  const of = rows.filter((row) => chosen.has(row.id));
  if (of.length === 0) return '';
  if (to === '') return 'an empty name: they are in no group then';
  const { group } = of[0]!;
  const isWhole = group !== '' && rows.every((row) => (row.group === group) === chosen.has(row.id));
  const isKnown = rows.some((row) => row.group === to);
  return isWhole && !isKnown ? `“${group}” is called “${to}” then, and fits of it go on` : '';
}
