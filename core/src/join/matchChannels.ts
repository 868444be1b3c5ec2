import { parseUnit, sameDimension } from '../units';

interface Named {
  symbol: string;
  name: string;
  unit: string;
  labels?: readonly string[] | undefined;
}

/** How a channel of a run goes on in a further run. */
export interface Match {
  symbol: string;
  /** Symbol of the channel there; null: the rows that are added have no value. */
  from: string | null;
}

/** Where two runs cannot be put below each other without a word from hand. */
export interface Mismatch {
  symbol: string;
  /** In one short sentence. */
  problem: string;
}

/** Proposes which channel goes on in which: of the same symbol, else of the same name, where the units measure the same. */
export function matchChannels(base: readonly Named[], further: readonly Named[]): Match[] {
  const taken = new Set<string>();
  return base.map((b) => {
    const found = [
      further.find((f) => f.symbol === b.symbol && fits(b, f)),
      further.find((f) => f.name.toLowerCase() === b.name.toLowerCase() && fits(b, f)),
    ].find((f) => f !== undefined && !taken.has(f.symbol));
    if (found) taken.add(found.symbol);
    return { symbol: b.symbol, from: found?.symbol ?? null };
  });
}

/** What does not fit in a choice of channels: a channel without its like, units that measure different quantities, what is left over. */
export function mismatchesOf(base: readonly Named[], further: readonly Named[], matches: readonly Match[]): Mismatch[] {
  const found = base.flatMap((b): Mismatch[] => {
    const from = matches.find((m) => m.symbol === b.symbol)?.from;
    if (!from) return [{ symbol: b.symbol, problem: `"${b.name}" is not in the further file: it is missing there` }];
    const f = further.find((c) => c.symbol === from)!;
    if (fits(b, f)) return [];
    const problem =
      (b.labels === undefined) === (f.labels === undefined)
        ? `"${b.name}" is in ${b.unit || 'no unit'}, "${f.name}" in ${f.unit || 'no unit'}: they measure different quantities`
        : `one of "${b.name}" and "${f.name}" holds words, the other numbers`;
    return [{ symbol: b.symbol, problem }];
  });
  const left = further.filter((f) => !matches.some((m) => m.from === f.symbol));
  return [...found, ...left.map((f) => ({ symbol: f.symbol, problem: `"${f.name}" of the further file is left out` }))];
}

const fits = (a: Named, b: Named): boolean =>
  (a.labels === undefined) === (b.labels === undefined) &&
  sameDimension(parseUnit(a.unit).dimension, parseUnit(b.unit).dimension);
