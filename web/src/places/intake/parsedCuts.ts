/** Characters at which columns begin, from what was typed: whole numbers above 0, rising, each once. */
export const parsedCuts = (text: string): number[] =>
  [...new Set((text.match(/\d+/g) ?? []).map(Number).filter((n) => n > 0 && n <= 100_000))].sort((a, b) => a - b);

/** The cuts with one more, or one less where it was there already. */
export const toggledCut = (cuts: readonly number[], at: number): number[] =>
  cuts.includes(at) ? cuts.filter((c) => c !== at) : [...cuts, at].sort((a, b) => a - b);
