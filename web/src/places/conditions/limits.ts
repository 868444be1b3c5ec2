import type { ConditionBody } from '@undameter/contract';
import {
  limitInWords,
  limitKindOf,
  limitKindsOn,
  roundedTo,
  type AreaLimit,
  type Limit,
  type LimitChannel as KindChannel,
  type LimitKind,
  type SingleLimit,
} from '@undameter/core';
import type { FormChannel } from '../../step/stepFields';

export type LimitChannel = FormChannel & { labels: readonly string[] | null; mean: number | null };
type Limits = ConditionBody['limits'];

/** The channel that a limit of one channel is on. */
export const symbolOf = (limit: Limit): string | undefined => ('symbol' in limit ? limit.symbol : undefined);

/** The limits of a new condition: near the mean of the first channel that has one; none where nothing can be proposed. */
export function firstLimits(channels: readonly LimitChannel[]): Limits {
  const numbers = channels.find((c) => c.labels === null && c.mean !== null);
  return numbers ? [limitOn(numbers)] : [];
}

/** A first limit on a channel: near its mean, or on none of its words. */
export const limitOn = (channel: KindChannel): SingleLimit =>
  limitKindsOn(channel)[0]!.start!(channel, '') as SingleLimit;

/** The limit begun anew as another sort, on the channel at hand or the first that it can be on. */
export function asKind(
  kind: LimitKind,
  channels: readonly LimitChannel[],
  at: LimitChannel | undefined,
  timeUnit: string,
): SingleLimit | undefined {
  const fits = (c: LimitChannel): boolean => limitKindsOn(c).includes(kind);
  const channel = at && fits(at) ? at : channels.find(fits);
  return channel && (kind.start!(channel, timeUnit) as SingleLimit);
}

/** The same sort of limit on another channel; where it cannot be on that one, the usual sort there. */
export function movedTo(limit: SingleLimit, to: LimitChannel, timeUnit: string): SingleLimit {
  const kinds = limitKindsOn(to);
  const kind = kinds.find((k) => k.kind === limit.kind) ?? kinds[0]!;
  return { ...(kind.start!(to, timeUnit) as SingleLimit), ...(limit.not ? { not: true } : {}) };
}

/** A further limit, on a channel that has none yet where there is one. */
export function withOneMore(limits: Limits, channels: readonly LimitChannel[]): Limits {
  const used = limits.map(symbolOf);
  const channel = channels.find((c) => !used.includes(c.symbol)) ?? channels[0];
  return channel ? [...limits, limitOn(channel)] : limits;
}

/** The limits with other alternatives at one place; without any, the place goes. */
export const withAlternatives = (limits: Limits, index: number, alternatives: readonly SingleLimit[]): Limits =>
  limits.flatMap((limit, i) => {
    if (i !== index) return [limit];
    if (alternatives.length === 0) return [];
    return [alternatives.length === 1 ? alternatives[0]! : { kind: 'any', any: [...alternatives] }];
  });

/** The limits after a stretch of a channel's axis was dragged: that channel's limit is set anew, or added. */
export function withDragged(limits: Limits, channel: KindChannel, range: readonly [number, number]): Limits {
  const made = limitKindsOn(channel)[0]!.fromRange?.(channel, range) as SingleLimit | undefined;
  if (!made) return [...limits];
  const at = limits.findIndex((l) => symbolOf(l) === channel.symbol);
  return at < 0 ? [...limits, made] : limits.map((l, i) => (i === at ? made : l));
}

interface MapAxis {
  symbol: string;
  unit: string;
  /** Its ends on the map. */
  range: readonly [number, number];
}

/** The limits after a line was drawn on the map: it takes the place of one drawn before. */
export function withArea(limits: Limits, x: MapAxis, y: MapAxis, corners: readonly [number, number][]): Limits {
  const [dx, dy] = [x, y].map(({ range: [low, high] }) => (high - low) / 10) as [number, number];
  const area: AreaLimit = {
    kind: 'area',
    x: x.symbol,
    y: y.symbol,
    xUnit: x.unit,
    yUnit: y.unit,
    corners: corners.map(([cx, cy]) => [roundedTo(cx, dx), roundedTo(cy, dy)]),
  };
  return [...limits.filter((l) => l.kind !== 'area'), area];
}

export const inWords = (limits: Limits): string => limits.map(limitInWords).join(', ');

/** The sort of a limit, as the form names it. */
export const kindTitle = (limit: SingleLimit): string => limitKindOf(limit).title;
