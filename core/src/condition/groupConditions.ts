import { limitInWords, symbolsOfLimit, type Limit } from './limits';

/** Conditions with the same limits on one channel: those of one station, say. */
export interface ConditionGroup {
  /** Its limits on that channel in words: `z_rel 0.15 ± 0.01`. */
  name: string;
  /** Places of its conditions in the list, and what tells each from the others of the group. */
  members: { index: number; name: string }[];
}

/**
 * Sorts conditions into groups, in the order in which the first of each stands.
 * @param symbol  the channel whose limits they have in common
 */
export function groupConditions(
  conditions: readonly { name: string; limits: readonly Limit[] }[],
  symbol: string,
): ConditionGroup[] {
  const groups = new Map<string, ConditionGroup>();
  conditions.forEach((condition, index) => {
    const isOnIt = (limit: Limit): boolean => symbolsOfLimit(limit).includes(symbol);
    const name = inWords(condition.limits.filter(isOnIt)) || `any ${symbol}`;
    const group = groups.get(name) ?? { name, members: [] };
    groups.set(name, group);
    group.members.push({ index, name: inWords(condition.limits.filter((l) => !isOnIt(l))) || condition.name });
  });
  return [...groups.values()];
}

const inWords = (limits: readonly Limit[]): string => limits.map(limitInWords).join(', ');
