/** One quantity over the samples of a run. Missing is NaN. */
export interface Channel {
  symbol: string;
  name: string;
  unit: string;
  origin: 'logged' | 'derived';
  /** Length of the run; never changed in place. */
  values: Float64Array;
}

const SYMBOL = /^[\p{L}][\p{L}\p{N}_]*$/u;

/** Whether a text can stand for a channel in a formula: a letter, then letters, digits, underscores. */
export const isSymbol = (text: string): boolean => SYMBOL.test(text) && text.length <= 40;
