import type { TableBody } from '@undameter/contract';
import { standardAtKnots } from '@undameter/core';
import { toCsv } from '../../board/toCsv';
import { draftOf, emptyDraft, type TableDraft } from './state';

/** A table as a JSON file: what the API takes for one. */
export const asJson = (body: TableBody): Blob =>
  new Blob([JSON.stringify(body, undefined, 2)], { type: 'application/json' });

/**
 * Its knots as CSV under a line that names the source: a column an argument, or a grid with the second one across.
 * @param form  of a grid; in its long form each knot has a row, and its standard uncertainty where one is stated
 */
export function asCsv(
  { name, xName, xUnit, yUnit, source, x, y, second, uncertainty }: TableBody,
  form: 'grid' | 'long' = 'grid',
): string {
  const about = toCsv<string>([{ title: `Source: ${source.replace(/\s+/g, ' ')}`, value: () => null }], []);
  const first = { title: xName, unit: xUnit, value: (k: number) => x[k]! };
  const rows = x.map((_, k) => k);
  const sure = standardOf(uncertainty);
  const error = sure ? [{ title: `u(${name})`, unit: yUnit, value: (k: number) => sure[k] ?? null }] : [];
  const value = { title: name, unit: yUnit, value: (k: number) => y[k] ?? null };
  if (!second) return about + toCsv<number>([first, value, ...error], rows);
  const { w } = second;
  if (second.isScattered || form === 'long') {
    const across = second.isScattered ? 1 : w.length;
    // A hole has no row.
    const knots = y.flatMap((v, k) => (v === null ? [] : [k]));
    const places = [
      { ...first, value: (k: number) => x[Math.floor(k / across)]! },
      { title: second.name, unit: second.unit, value: (k: number) => w[second.isScattered ? k : k % across]! },
    ];
    return about + toCsv<number>([...places, value, ...error], knots);
  }
  const across = `Across: ${second.name}${second.unit ? ` (${second.unit})` : ''}. Values: ${name}${yUnit ? ` (${yUnit})` : ''}`;
  const columns = w.map((at, j) => ({ title: String(at), value: (k: number) => y[k * w.length + j] ?? null }));
  return about + toCsv<string>([{ title: across, value: () => null }], []) + toCsv<number>([first, ...columns], rows);
}

/** The ± of each knot as standard uncertainties; undefined where they are not stated one by one. */
const standardOf = (uncertainty: TableBody['uncertainty']): number[] | undefined =>
  uncertainty?.kind === 'perKnot' ? standardAtKnots(uncertainty) : undefined;

const isColumn = (v: unknown): v is number[] => Array.isArray(v) && v.every((n) => typeof n === 'number');
const isColumnWithHoles = (v: unknown): boolean => Array.isArray(v) && isColumn(v.filter((n) => n !== null));

/** A table from a JSON file, to be looked at before it is saved. */
export function fromJson(text: string, fileName: string): { draft: TableDraft } | { problem: string } {
  try {
    const given = JSON.parse(text) as Partial<TableBody> | null;
    const second = given?.second ?? null;
    if (given && isColumn(given.x) && isColumnWithHoles(given.y) && (second === null || isColumn(second.w))) {
      const { x, y = [] } = given;
      const need = second && !second.isScattered ? x.length * second.w.length : x.length;
      if (y.length === need && (!second?.isScattered || second.w.length === need)) {
        const known = Object.keys(emptyDraft).filter((key) => key in given && !['second', 'uncertainty'].includes(key));
        const head = Object.fromEntries(known.map((key) => [key, given[key as keyof TableBody]]));
        const whole = { ...given, x, y, second, uncertainty: given.uncertainty ?? null } as TableBody;
        const { shape, second: other, cells, uncertainty, knotErrors } = draftOf(whole);
        const made = { shape, second: { ...emptyDraft.second, ...other }, cells, uncertainty, knotErrors };
        return { draft: { ...emptyDraft, ...head, ...made } };
      }
    }
  } catch {
    // What is no JSON is told like what is no table.
  }
  return {
    problem: `"${fileName}" is no table: a JSON file with two columns of numbers "x" and "y" of one length is needed. Export one here to see its form.`,
  };
}
