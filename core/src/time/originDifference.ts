import { readTime, statesZone } from './readTime';

/**
 * Seconds from one origin of a time column to another, as an import's record states them.
 * @returns  undefined where they cannot be compared: one of them is only a time of day, or
 *           states its zone and the other does not
 */
export function originDifference(from: string | undefined, to: string | undefined): number | undefined {
  if (from === undefined || to === undefined) return undefined;
  const [a, b] = [momentOf(from), momentOf(to)];
  if (a.form !== b.form || a.zoned !== b.zoned || Number.isNaN(a.seconds) || Number.isNaN(b.seconds)) return undefined;
  return Math.round((b.seconds - a.seconds) * 1e6) / 1e6;
}

function momentOf(origin: string) {
  const form = origin.includes('T') ? ('yearFirst' as const) : ('clock' as const);
  return { form, zoned: statesZone(origin), seconds: readTime(origin, form) };
}
