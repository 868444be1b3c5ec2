/** What one series of a fit is made of: one condition, the conditions of a group, or all that were chosen. */
export type OneSeriesOf = 'condition' | 'group' | 'all';

/** A condition as far as it says which series its points belong to. */
export interface Groupable {
  id: number;
  name: string;
  /** Of its group; null or absent: it is in none. */
  groupId?: number | null;
  /** Name of its group. */
  group?: string;
}

/** One series: what it is found by, what it is called, and the conditions whose points it takes. */
export interface SeriesPart<C> {
  /** Null where it is not of one condition alone. */
  conditionId: number | null;
  /** Null where it is not of a group. */
  groupId: number | null;
  /** Undefined: all kept samples, without a condition. */
  name: string | undefined;
  conditions: C[];
}

/**
 * Sorts the conditions of a source into series, in the order in which the first of each stands. A condition without a
 * group is a series of its own among groups.
 * @param conditions  empty: one series of all kept samples
 */
export function seriesParts<C extends Groupable>(conditions: readonly C[], of: OneSeriesOf): SeriesPart<C>[] {
  const whole = { conditionId: null, groupId: null };
  if (conditions.length === 0) return [{ ...whole, name: undefined, conditions: [] }];
  if (of === 'all') return [{ ...whole, name: together(conditions), conditions: [...conditions] }];
  const parts = new Map<string, SeriesPart<C>>();
  for (const condition of conditions) {
    const { id, name, groupId = null, group = '' } = condition;
    const isOfGroup = of === 'group' && groupId !== null;
    const key = isOfGroup ? `group ${groupId}` : `condition ${id}`;
    const part = parts.get(key);
    if (part) part.conditions.push(condition);
    else
      parts.set(key, {
        conditionId: isOfGroup ? null : id,
        groupId: isOfGroup ? groupId : null,
        name: isOfGroup ? group : name,
        conditions: [condition],
      });
  }
  return [...parts.values()];
}

const together = (conditions: readonly Groupable[]): string =>
  conditions.length === 1 ? conditions[0]!.name : `${conditions.length} conditions together`;
