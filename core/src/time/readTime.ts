import { daysSince1970 } from './calendar';

/** How the moments of a column are written. */
export const timeForms = ['clock', 'yearFirst', 'dayFirst', 'monthFirst'] as const;
export type TimeForm = (typeof timeForms)[number];

export const timeFormTitles: Readonly<Record<TimeForm, string>> = {
  clock: 'time of day',
  yearFirst: 'date, year first',
  dayFirst: 'date, day first',
  monthFirst: 'date, month first',
};

const CLOCK = /^(\d{1,4}):([0-5]?\d)(?::([0-5]?\d|60)(?:[.,](\d+))?)?\s*(?:([ap])\.?m\.?)?$/i;
const MINUTES = /^(\d{1,4}):([0-5]\d)[.,](\d+)$/;
/** Date, then perhaps a clock, then perhaps a zone. */
const YEAR_FIRST =
  /^(\d{4})([-/.])(\d{1,2})\2(\d{1,2})(?:[T ]+([\d:.,]+(?:\s*[ap]\.?m\.?)?)\s*(Z|[-+−]\d{2}(?::?\d{2})?)?)?$/i;
const BASIC = /^(\d{4})(\d{2})(\d{2})T(\d{2})(\d{2})(\d{2}(?:[.,]\d+)?)?(Z|[-+−]\d{2}(?::?\d{2})?)?$/;
const OTHER = /^(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})(?:[T ,]+([\d:.,]+(?:\s*[ap]\.?m\.?)?))?$/i;

/**
 * Reads a cell as a moment.
 * @returns  for `clock` seconds since midnight (or of a duration beyond 24 h), otherwise
 *           seconds since 1970-01-01T00:00, in UTC where the cell states its zone and in the
 *           logger's own time where it does not; NaN when the cell is not of this form
 * Sources: ISO 8601-1:2019 (dates, times, zones, basic form); the other orders of day, month
 * and year are common practice of loggers. Years of two digits: 70 to 99 are of the last century (POSIX).
 */
export function readTime(cell: string, form: TimeForm): number {
  const text = cell.trim();
  if (form === 'clock') return readClock(text);
  if (form === 'yearFirst') return readYearFirst(text);
  const match = OTHER.exec(text);
  if (!match) return NaN;
  const [, first, , second, yearText, clock] = match;
  const [day, month] = form === 'dayFirst' ? [first, second] : [second, first];
  return moment(fullYear(yearText!), Number(month), Number(day), clock);
}

function readClock(text: string): number {
  const minutes = MINUTES.exec(text);
  if (minutes) return Number(minutes[1]) * 60 + Number(`${minutes[2]}.${minutes[3]}`);
  const match = CLOCK.exec(text);
  if (!match) return NaN;
  const [, hours, minute, second = '0', fraction = '0', half] = match;
  let hour = Number(hours);
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return NaN;
    hour = (hour % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
  }
  return hour * 3600 + Number(minute) * 60 + Number(`${second}.${fraction}`);
}

function readYearFirst(text: string): number {
  const basic = BASIC.exec(text);
  if (basic) {
    const [, year, month, day, hour, minute, second = '00', zone] = basic;
    return moment(Number(year), Number(month), Number(day), `${hour}:${minute}:${second}`) - offset(zone);
  }
  const match = YEAR_FIRST.exec(text);
  if (!match) return NaN;
  const [, year, , month, day, clock, zone] = match;
  return moment(Number(year), Number(month), Number(day), clock) - offset(zone);
}

function moment(year: number, month: number, day: number, clock: string | undefined): number {
  const seconds = clock === undefined ? 0 : readClock(clock);
  return seconds >= 86401 ? NaN : daysSince1970(year, month, day) * 86400 + seconds;
}

const fullYear = (text: string): number =>
  text.length === 4 ? Number(text) : Number(text) + (Number(text) < 70 ? 2000 : 1900);

/** Seconds that a zone is ahead of UTC. */
function offset(zone: string | undefined): number {
  if (zone === undefined || zone.toUpperCase() === 'Z') return 0;
  const [hours, minutes = '0'] = [zone.slice(1, 3), zone.slice(3).replace(':', '') || '0'];
  return (zone.startsWith('+') ? 1 : -1) * (Number(hours) * 3600 + Number(minutes) * 60);
}

/** Whether a moment states its zone, so that `readTime` gives it in UTC. */
export const statesZone = (cell: string): boolean =>
  /\d(?:Z|[-+−]\d{2}(?::?\d{2})?)$/i.test(cell.trim()) && /[T ]\d/.test(cell);
