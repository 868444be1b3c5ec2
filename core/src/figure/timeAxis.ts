import type { AxisTicks } from './ticks';

/** The moment at which a time column is zero, as the file of a run states it. */
export interface OriginOfTime {
  /** Since midnight, on the clock by which it was written. */
  seconds: number;
  /** `2026-11-03`; absent where the file has times of day only. */
  date: string | undefined;
  /** `UTC`, `UTC−03:30`; absent where the file names none. */
  zone: string | undefined;
}

const ORIGIN = /^(?:(\d{4}-\d{2}-\d{2})T)?(\d{1,2}):(\d{2})(?::(\d{2}(?:\.\d+)?))?(Z|[+-]\d{2}:?\d{2})?$/;

/**
 * @param text  `2026-11-03T10:12:00`, with or without a zone, or `10:12:00`
 * @returns     undefined where it is no such moment
 */
export function originOfTime(text: string): OriginOfTime | undefined {
  const found = ORIGIN.exec(text);
  if (!found) return undefined;
  const [, date, hours, minutes, seconds = '0', zone] = found;
  const offset = zone === undefined ? undefined : zone === 'Z' ? 'UTC' : `UTC${zone.replace('-', '−')}`;
  return { seconds: Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds), date, zone: offset };
}

const STEPS = [
  ...[1, 2, 5, 10, 15, 20, 30],
  ...[1, 2, 5, 10, 15, 20, 30].map((m) => 60 * m),
  ...[1, 2, 3, 4, 6, 12, 24, 48, 96, 168].map((h) => 3600 * h),
];

/**
 * A distance of marks at which clocks are read: whole parts of a minute, an hour or a day.
 * @param span   of the axis, in seconds
 * @param about  how many marks there is room for
 * @returns      seconds; undefined where they would lie closer than a second or farther than a week
 */
export function timeStep(span: number, about: number): number | undefined {
  const wanted = span / about;
  if (!(wanted >= 0.7) || wanted > STEPS.at(-1)!) return undefined;
  return STEPS.reduce((best, s) => (Math.abs(Math.log(s / wanted)) < Math.abs(Math.log(best / wanted)) ? s : best));
}

const DAY = 86_400;

/** `08:20`, and `08:20:30` where marks do not all lie on whole minutes; after midnight it begins anew. */
export function timesOfDay({ major, step }: Pick<AxisTicks, 'major' | 'step'>, digits?: number): string[] {
  const decimals = digits ?? Math.min(6, Math.max(0, -Math.floor(Math.log10(step) + 1e-12)));
  const isWhole = digits === undefined && major.every((v) => Math.abs(v / 60 - Math.round(v / 60)) < 1e-5);
  return major.map((v) => {
    const rounded = Number((v - DAY * Math.floor(v / DAY)).toFixed(isWhole ? 0 : decimals)) % DAY;
    const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
    const clock = `${two(rounded / 3600)}:${two((rounded % 3600) / 60)}`;
    if (isWhole) return clock;
    return `${clock}:${(rounded % 60).toFixed(decimals).padStart(decimals > 0 ? decimals + 3 : 2, '0')}`;
  });
}

/** `Time of day, 2026-11-03 (UTC)`. */
export const timeOfDayTitle = ({ date, zone }: OriginOfTime): string =>
  `Time of day${date === undefined ? '' : `, ${date}`}${zone === undefined ? '' : ` (${zone})`}`;
