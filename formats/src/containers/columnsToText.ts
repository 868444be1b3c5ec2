import { convert, isoMoment, parseUnit, readTime } from '@undameter/core';
import type { Unpacked } from './Container';
import { rowsToText, type CellValue } from './rowsToText';

/** A column as a format of columns holds it, with what its attributes say. */
export interface FileColumn {
  name: string;
  /** As it is written there; a moment is stated as `seconds since 2026-11-03 10:12:00`. */
  unit?: string | undefined;
  values: ArrayLike<CellValue>;
  /** Value that stands for none, before scaling. */
  fill?: number | undefined;
  scale?: number | undefined;
  offset?: number | undefined;
}

export interface FileTable {
  /** What the file says of the whole. */
  properties: readonly (readonly [string, string])[];
  columns: readonly FileColumn[];
}

const SINCE = /^(\S+)\s+since\s+(.+)$/i;
const longUnits: Readonly<Record<string, string>> = {
  seconds: 's',
  second: 's',
  sec: 's',
  minutes: 'min',
  minute: 'min',
  hours: 'h',
  hour: 'h',
  days: 'd',
  day: 'd',
  milliseconds: 'ms',
  microseconds: 'us',
  percent: '%',
  '1': '',
};

/**
 * A table as tab-delimited text: properties above, then headings, units and rows.
 * Packed values are unpacked, and times since a date become moments, as the Climate and
 * Forecast conventions 1.8 say (sections 2.5.1, 4.4 and 8.1).
 */
export function columnsToText({ properties, columns }: FileTable): Pick<Unpacked, 'text' | 'given'> {
  const read = columns.map(unpacked);
  const above = properties.map(([key, value]) => [`${key}: ${value}`.replace(/\s+/g, ' ')]);
  const rows = columns.reduce((most, c) => Math.max(most, c.values.length), 0);
  const text = rowsToText(
    (function* (): Generator<CellValue[]> {
      yield* above;
      yield columns.map((c) => c.name);
      yield read.map((c) => c.unit);
      for (let i = 0; i < rows; i++) yield read.map((c) => c.at(i));
    })(),
  );
  const headingLine = above.length + 1;
  return {
    text,
    given: { delimiter: '\t', decimal: '.', headingLine, unitsLine: headingLine + 1, firstDataLine: headingLine + 2 },
  };
}

interface ReadColumn {
  unit: string;
  at(row: number): CellValue;
}

function unpacked({ values, unit = '', fill, scale = 1, offset = 0 }: FileColumn): ReadColumn {
  const plain = (row: number): CellValue => {
    const value = values[row];
    if (typeof value !== 'number' && typeof value !== 'bigint') return value;
    if (fill !== undefined && Number(value) === fill) return null;
    return scale === 1 && offset === 0 ? value : Number(value) * scale + offset;
  };
  const [, step, date] = SINCE.exec(unit) ?? [];
  const origin = date === undefined ? NaN : readTime(date.replace(/\s*UTC$/i, 'Z'), 'yearFirst');
  if (step === undefined || Number.isNaN(origin)) return { unit: shortUnit(unit), at: plain };
  const seconds = convert(1, parseUnit(shortUnit(step)), parseUnit('s'));
  return {
    unit: '',
    at: (row) => {
      const value = plain(row);
      if (typeof value !== 'number' && typeof value !== 'bigint') return value;
      return Number.isFinite(Number(value)) ? isoMoment(origin + Number(value) * seconds) : null;
    },
  };
}

const shortUnit = (unit: string): string => longUnits[unit.toLowerCase()] ?? unit;

/** Names of the columns of a table of several: `p 1`, `p 2` … */
export const numbered = (name: string, count: number): string[] =>
  count === 1 ? [name] : Array.from({ length: count }, (_, k) => `${name} ${k + 1}`);
