import { daysSince1970, isoMoment } from '../time/calendar';

const DAY = 86_400;

/** Midnight before the earliest of some moments: from there values of an axis of dates are counted. */
export const dayBefore = (moments: readonly number[]): number => Math.floor(Math.min(...moments) / DAY) * DAY;

/** A moment as it is typed, to the second: 2026-03-01 08:15, seconds only where there are some. */
export function momentWords(seconds: number): string {
  const [day, clock] = isoMoment(Math.round(seconds)).split('T') as [string, string];
  return `${day} ${clock.endsWith(':00') ? clock.slice(0, 5) : clock}`;
}

/**
 * A moment that was typed: a date, on wish with a time of day.
 * @returns seconds since 1970; undefined where it is none
 */
export function typedMoment(text: string): number | undefined {
  const found = /^\s*(\d{4})-(\d{1,2})-(\d{1,2})(?:[ T]+(\d{1,2}):(\d{2})(?::(\d{2}))?)?\s*$/.exec(text);
  if (!found) return undefined;
  const [year, month, day, hour, minute, second] = found.slice(1).map((v) => Number(v ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const days = daysSince1970(year, month, day);
  if (!(hour < 24 && minute < 60 && second < 60) || Number.isNaN(days)) return undefined;
  return days * DAY + hour * 3600 + minute * 60 + second;
}
