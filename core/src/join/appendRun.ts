import { AppError } from '../error/AppError';
import { median } from '../sample';
import { conversion, parseUnit } from '../units';
import type { Match } from './matchChannels';

/** A column of a run with what is needed to put another below it. */
export interface JoinColumn {
  symbol: string;
  unit: string;
  values: Float64Array;
  labels?: readonly string[] | undefined;
}

/**
 * The columns of a run with the rows of a further one below them: units are converted to
 * those of the run, words of a category keep their code or get the next.
 * @param base     columns of the run, all of one length
 * @param further  columns of the further run, all of one length; what is not matched is left out
 * @param shift    added to the values of the channel `along`, in its unit
 * @returns        columns in the order of `base`, longer by the further rows; missing is NaN
 * @throws {AppError} UNIT_MISFIT, CHANNEL_UNKNOWN, CHANNEL_IS_CATEGORY
 */
export function appendRun(
  base: readonly JoinColumn[],
  further: readonly JoinColumn[],
  matches: readonly Match[],
  along: string | undefined,
  shift: number,
): JoinColumn[] {
  const rows = further[0]?.values.length ?? 0;
  return base.map((column) => {
    const { values, symbol } = column;
    const longer = new Float64Array(values.length + rows).fill(NaN);
    longer.set(values);
    const from = matches.find((m) => m.symbol === symbol)?.from ?? null;
    if (from === null) return { ...column, values: longer };
    const source = further.find((c) => c.symbol === from);
    if (!source) throw new AppError('CHANNEL_UNKNOWN', { symbol: from });
    const { labels, read } = reading(column, source);
    const add = symbol === along ? shift : 0;
    for (let i = 0; i < rows; i++) longer[values.length + i] = read(source.values[i]!) + add;
    return { ...column, values: longer, ...(labels ? { labels } : {}) };
  });
}

/** How values of the further column read in the terms of the first. */
function reading(to: JoinColumn, from: JoinColumn): { labels?: string[]; read(value: number): number } {
  if ((to.labels === undefined) !== (from.labels === undefined))
    throw new AppError('CHANNEL_IS_CATEGORY', { symbol: to.labels ? to.symbol : from.symbol });
  if (to.labels && from.labels) {
    const labels = [...to.labels];
    const codes = from.labels.map((word) => {
      if (!labels.includes(word)) labels.push(word);
      return labels.indexOf(word);
    });
    return { labels, read: (code) => codes[code] ?? NaN };
  }
  const { factor, shift } = conversion(parseUnit(from.unit), parseUnit(to.unit));
  return { read: (value) => value * factor + shift };
}

/**
 * The shift that lets a further file go on one sampling interval behind the last sample.
 * @param x        channel along which the run is ordered, its unit; missing values are passed over
 * @param further  the same channel of the further file, in the same unit
 * @returns        what to add to `further`; 0 when one of them has no value
 */
export function shiftToFollow(x: Float64Array, further: Float64Array): number {
  const present = x.filter((v) => v === v);
  const first = further.find((v) => v === v);
  const last = present.at(-1);
  if (last === undefined || first === undefined) return 0;
  const interval = median(present.slice(1).map((v, i) => v - present[i]!));
  return last + (Number.isFinite(interval) ? interval : 0) - first;
}
