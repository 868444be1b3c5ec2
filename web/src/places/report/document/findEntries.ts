import type { LivingEntry } from '@undameter/contract';

export const groupWords: Readonly<Record<LivingEntry['group'], string>> = {
  numbers: 'Numbers',
  findings: 'Findings',
  figures: 'Figures',
  tables: 'Tables',
  words: 'In words',
};
export const groups = Object.keys(groupWords) as LivingEntry['group'][];

const plain = (text: string): string => text.normalize('NFKD').toLowerCase();

/**
 * Entries of which the name, the text and the origin hold all words that were typed, those first of which the name
 * begins with the first of them, then those whose names hold them all.
 */
export function findEntries(entries: readonly LivingEntry[], typed: string): LivingEntry[] {
  const words = plain(typed).split(/\s+/).filter(Boolean);
  if (words.length === 0) return [...entries];
  const rankOf = ({ name, text, from }: LivingEntry): number => {
    const [inName, all] = [plain(name), plain(`${name} ${text} ${from}`)];
    if (!words.every((w) => all.includes(w))) return Infinity;
    if (inName.startsWith(words[0]!)) return 0;
    return words.every((w) => inName.includes(w)) ? 1 : 2;
  };
  return entries
    .map((entry, place) => ({ entry, place, rank: rankOf(entry) }))
    .filter(({ rank }) => rank < Infinity)
    .sort((a, b) => a.rank - b.rank || a.place - b.place)
    .map(({ entry }) => entry);
}

/** A number goes into the sentence; all else stands by itself. */
export const isInline = ({ source }: Pick<LivingEntry, 'source'>): boolean =>
  source.kind === 'number' || source.kind === 'count' || source.kind === 'point';
