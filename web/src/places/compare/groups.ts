import type {
  AxisLook,
  ComparisonBody,
  ComparisonReply,
  ConditionRow,
  FigureDressing,
  FigureSource,
} from '@undameter/contract';
import { symbolsOfLimit, type Limit } from '@undameter/core';
import { conditionsOf, idIn } from '@undameter/drawing';
import type { Looks } from '../../axes/looks';
import { titleOfDifference, type DifferenceView, type Ranges } from '../../chart/compareOption';
import { axisTitle } from '../../chart/panes';

type Reference = ComparisonBody['reference'];

/** Channels on which chosen conditions have limits, in their order: by each of them they can be grouped. */
export function groupableBy(conditions: readonly ConditionRow[], chosen: readonly number[]): string[] {
  const limits = conditions.filter((c) => chosen.includes(c.id)).flatMap((c) => c.limits as Limit[]);
  return [...new Set(limits.flatMap(symbolsOfLimit))];
}

/** A reference with other conditions; what they are grouped by goes where none of them has a limit on it. */
export function withConditions(
  reference: Reference,
  conditionIds: number[],
  conditions: readonly ConditionRow[],
): Reference {
  const { groupBy, ...rest } = reference;
  const stays = groupBy !== undefined && groupableBy(conditions, conditionIds).includes(groupBy);
  return { ...rest, conditionIds, ...(stays ? { groupBy } : {}) };
}

export const withGroupBy = ({ groupBy: _, ...rest }: Reference, next: string | undefined): Reference =>
  next === undefined ? rest : { ...rest, groupBy: next };

/** Above the data there is room for the title of a pane. */
const ROOM = { below: 0.05, above: 0.16 };

/** Whether the y axes of a comparison are wanted falling from below to above. */
export function turnedIn(reply: ComparisonReply, looks: Looks): { main: boolean; difference: boolean } {
  const isTurned = (title: string): boolean => looks[`y ${title}`]?.reversed ?? false;
  return { main: isTurned(axisTitle(reply.y)), difference: isTurned(titleOfDifference(reply)) };
}

/**
 * One range for all charts side by side, so that what is equally high is equally large.
 * @param isTurned  whether the axis of a pane falls from below to above: the room for its title is at the other end then
 */
export function commonRanges({ series }: ComparisonReply, isTurned: { main: boolean; difference: boolean }): Ranges {
  const candidates = series.flatMap((s) => s.candidates.filter((c) => !c.problem));
  const either = (values: readonly (number | null)[], halves: readonly (number | null)[] = []): (number | null)[] =>
    values.flatMap((v, i) => (v === null ? [] : [v - (halves[i] ?? 0), v + (halves[i] ?? 0)]));
  return {
    main: rangeOf(
      [
        ...series.flatMap(({ drawn }) => either(drawn.y, drawn.yUncertainty)),
        ...candidates.flatMap(({ curve }) => [...curve.y, ...curve.low, ...curve.high]),
      ],
      isTurned.main,
    ),
    difference: rangeOf(
      [0, ...candidates.flatMap(({ drawn }) => either(drawn.difference, drawn.uncertainty))],
      isTurned.difference,
    ),
  };
}

function rangeOf(values: readonly (number | null)[], isTurned: boolean): [number, number] | undefined {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) if (v !== null) [low, high] = [Math.min(low, v), Math.max(high, v)];
  if (!(high > low)) return undefined;
  const span = high - low;
  const [below, above] = isTurned ? [ROOM.above, ROOM.below] : [ROOM.below, ROOM.above];
  return [low - below * span, high + above * span];
}

/** A figure with a chart for each group, beside each other. */
export const figureOfGroups = (reply: ComparisonReply, comparisonId: number, below: DifferenceView): FigureSource => ({
  kind: 'together',
  charts: reply.groups.map((group, k) => ({
    id: `c${k + 1}`,
    source: { kind: 'comparison', comparisonId, below, only: conditionsOf(group) },
  })),
});

/** So wide is a text of a page, in mm, and so many charts stand beside each other on it. */
const PAGE_MM = 160;
const MOST_BESIDE = 3;

/**
 * How such a figure is dressed first: titled by its groups, on one y axis, and turned as the charts are.
 * @param yLook  how the y axis of the charts is wanted
 */
export function dressedForGroups(
  dressing: FigureDressing,
  { groups }: ComparisonReply,
  yLook: AxisLook | undefined,
): FigureDressing {
  const panels = groups.map((_, k) => idIn(`c${k + 1}`, 'main'));
  const columns = Math.min(MOST_BESIDE, Math.max(1, groups.length));
  const rows = Math.ceil(groups.length / columns);
  const turned = yLook?.reversed ? panels.map((panel) => [`${panel}.y`, { reversed: true }] as const) : [];
  return {
    ...dressing,
    look: { ...dressing.look, widthMm: PAGE_MM, heightMm: Math.min(240, 90 * rows) },
    axes: { ...dressing.axes, ...Object.fromEntries(turned) },
    key: { ...dressing.key, place: 'below' },
    arrangement: {
      columns,
      sharedX: false,
      sharedY: true,
      lettered: true,
      titles: Object.fromEntries(groups.map((group, k) => [panels[k]!, group.name])),
    },
  };
}

/** What the colours and symbols of all charts stand for: of each place in a group the names that it has there. */
export function namesOfPlaces({ groups }: ComparisonReply): string[] {
  const most = Math.max(0, ...groups.map((g) => g.members.length));
  return Array.from({ length: most }, (_, place) =>
    [...new Set(groups.flatMap((g) => g.members[place]?.name ?? []))].join(' / '),
  );
}

const drawnAs = { measured: 'dotted', simulated: 'dashed', fit: 'solid' } as const;

/** `symbols: taps; dashed: the cut`, as compared curves are drawn. */
export const kindsInWords = ({ reference, candidates }: ComparisonReply): string =>
  [`symbols: ${reference}`, ...candidates.map((c) => `${drawnAs[c.kind]}: ${c.name}`)].join('; ');
