import { readTime, timeForms, type TimeForm } from './readTime';

export interface TimeGuess {
  form: TimeForm;
  /** Day and month could be exchanged in every cell, so the data cannot tell their order. */
  ambiguous: boolean;
}

/** A column is one of moments when so many of its cells read as such. */
const ENOUGH = 0.9;

/**
 * How the moments of a column are written, by its cells: an order of day and month under
 * which a cell would be no date is ruled out.
 * @param cells  without the missing ones
 * @returns      undefined when they are no moments
 */
export function guessTimeForm(cells: readonly string[]): TimeGuess | undefined {
  if (cells.length === 0) return undefined;
  const shares = timeForms.map((form) => ({
    form,
    share: cells.filter((c) => !Number.isNaN(readTime(c, form))).length / cells.length,
  }));
  const best = shares.reduce((a, b) => (b.share > a.share ? b : a));
  if (best.share < ENOUGH) return undefined;
  const share = (form: TimeForm): number => shares.find((s) => s.form === form)!.share;
  const ambiguous = best.form !== 'clock' && best.form !== 'yearFirst' && share('dayFirst') === share('monthFirst');
  return { form: best.form, ambiguous };
}

/** Whether a cell reads as a moment of any form. */
export const looksLikeTime = (cell: string): boolean => timeForms.some((form) => !Number.isNaN(readTime(cell, form)));
