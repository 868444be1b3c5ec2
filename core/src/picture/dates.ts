import { AppError } from '../error/AppError';
import { daysSince1970, isoMoment } from '../time/calendar';
import { conversion, parseUnit } from '../units';
import type { KnownPoint } from './calibrate';
import type { PictureScale } from './scales';

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

/** How values of an axis stand in a run or a table. */
export interface Counted {
  /** Of the quantity; of dates with the moment from which they are counted. */
  name: string;
  shown(value: number): number;
  /** Of a difference. */
  size(difference: number): number;
}
interface NamedAxis {
  name: string;
  unit: string;
  scale: PictureScale;
}

/**
 * Values of an axis in its unit: dates are counted from the day of the earliest known one, all else stays.
 * @throws {AppError} PICTURE_AXIS_NO_TIME where dates are to be counted in a unit of something else
 */
export function countedOn(axis: 'x' | 'y', { name, unit, scale }: NamedAxis, known: readonly KnownPoint[]): Counted {
  if (scale !== 'dates') return { name, shown: (v) => v, size: (d) => d };
  const factor = secondIn(axis, unit);
  const origin = dayBefore(known.flatMap((k) => (k.axis === 'both' ? [k[axis]] : k.axis === axis ? [k.value] : [])));
  const called = `${name} since ${momentWords(origin)}`.slice(0, 120);
  return { name: called, shown: (v) => (v - origin) * factor, size: (d) => d * factor };
}

/**
 * How much of a unit of time a second is.
 * @param axis  for the sentence
 * @throws {AppError} PICTURE_AXIS_NO_TIME where it is a unit of something else
 */
export function secondIn(axis: 'x' | 'y', unit: string): number {
  try {
    return conversion(parseUnit('s'), parseUnit(unit)).factor;
  } catch {
    throw new AppError('PICTURE_AXIS_NO_TIME', { axis, unit });
  }
}
