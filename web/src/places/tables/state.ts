import type { TableBody, TableRow } from '@undameter/contract';

/** A table as it is typed: cells stay text until it is saved, so that a half-typed number is no error. */
export interface TableDraft extends Omit<TableBody, 'x' | 'y'> {
  knots: { x: string; y: string }[];
}

export const emptyDraft: TableDraft = {
  symbol: '',
  name: '',
  xName: '',
  xUnit: '',
  yUnit: '',
  source: '',
  outside: 'refuse',
  knots: Array.from({ length: 5 }, () => ({ x: '', y: '' })),
};

export const draftOf = ({ symbol, name, xName, xUnit, yUnit, source, outside, x, y }: TableRow): TableDraft => ({
  symbol,
  name,
  xName,
  xUnit,
  yUnit,
  source,
  outside,
  knots: x.map((at, i) => ({ x: String(at), y: String(y[i]) })),
});

/** A typed number with a point or a comma; null where it is none. */
export function typedNumber(text: string): number | null {
  const tidy = text.trim().replace('−', '-').replace(',', '.');
  return tidy !== '' && Number.isFinite(Number(tidy)) ? Number(tidy) : null;
}

/** Knots that can be drawn, in rising x. */
export const drawable = ({ knots }: TableDraft): { x: number[]; y: number[] } => {
  const usable = knots
    .map((k) => [typedNumber(k.x), typedNumber(k.y)] as const)
    .filter((k): k is readonly [number, number] => k[0] !== null && k[1] !== null)
    .sort((a, b) => a[0] - b[0]);
  return { x: usable.map((k) => k[0]), y: usable.map((k) => k[1]) };
};

/** The table to save, or what has to be filled in first. Empty rows are no knots; half-filled ones are told. */
export function bodyOf(draft: TableDraft): { body: TableBody } | { problem: string } {
  const { knots, ...head } = draft;
  const filled = knots.map((k, i) => ({ ...k, row: i + 1 })).filter((k) => k.x.trim() !== '' || k.y.trim() !== '');
  const bad = filled.find((k) => typedNumber(k.x) === null || typedNumber(k.y) === null);
  if (bad) return { problem: `Row ${bad.row} reads "${bad.x}" and "${bad.y}": both must be numbers. Fill it in or empty it.` };
  const lacks = (['symbol', 'name', 'xName', 'source'] as const).filter((field) => head[field].trim() === '');
  const words = { symbol: 'a symbol', name: 'a quantity', xName: 'an argument', source: 'a source' };
  if (lacks.length > 0) return { problem: `The table still needs ${lacks.map((l) => words[l]).join(', ')}.` };
  if (filled.length < 2) return { problem: `A table needs at least two knots; this one has ${filled.length}.` };
  return { body: { ...head, x: filled.map((k) => typedNumber(k.x)!), y: filled.map((k) => typedNumber(k.y)!) } };
} // prettier-ignore

/** Knots after text with one or two columns was pasted at a row: rows of a spreadsheet, tab, semicolon or space between. */
export function pasted(knots: TableDraft['knots'], row: number, column: 'x' | 'y', text: string): TableDraft['knots'] {
  const lines = text.replace(/\r?\n$/, '').split(/\r?\n/);
  const next = [...knots];
  lines.forEach((line, i) => {
    const [first = '', second] = line.split(/\t|;|\s+/).filter(Boolean);
    const old = next[row + i] ?? { x: '', y: '' };
    next[row + i] = column === 'x' ? { x: first, y: second ?? old.y } : { ...old, y: first };
  });
  return next;
}
