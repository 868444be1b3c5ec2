/**
 * Days from 1970-01-01 to a date of the Gregorian calendar, which is used for all years;
 * NaN when there is no such date.
 * Source: H. Hinnant, "chrono-Compatible Low-Level Date Algorithms" (2013), days_from_civil.
 */
export function daysSince1970(year: number, month: number, day: number): number {
  if (!(month >= 1 && month <= 12) || !(day >= 1 && day <= daysInMonth(year, month))) return NaN;
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}

function daysInMonth(year: number, month: number): number {
  if (month === 2) return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

/** A moment in seconds since 1970 as ISO 8601, to the microsecond where it has a fraction: 2026-11-03T10:12:00.5. */
export function isoMoment(seconds: number): string {
  const days = Math.floor(seconds / 86400);
  // The inverse of the above: civil_from_days of the same source.
  const shifted = days + 719468;
  const era = Math.floor(shifted / 146097);
  const dayOfEra = shifted - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const m = Math.floor((5 * dayOfYear + 2) / 153);
  const day = dayOfYear - Math.floor((153 * m + 2) / 5) + 1;
  const month = m < 10 ? m + 3 : m - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}T${clockText(seconds - days * 86400)}`;
}

/** Seconds since midnight as hh:mm:ss, with microseconds where there are any. */
export function clockText(seconds: number): string {
  const microseconds = Math.round(seconds * 1e6);
  const whole = Math.floor(microseconds / 1e6);
  const rest = microseconds - whole * 1e6;
  const fraction = rest === 0 ? '' : `.${String(rest).padStart(6, '0').replace(/0+$/, '')}`;
  return `${two(Math.floor(whole / 3600))}:${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}${fraction}`;
}

const two = (value: number): string => String(value).padStart(2, '0');
