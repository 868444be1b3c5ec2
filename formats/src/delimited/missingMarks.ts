/** Cells that say "no value" in the logs of common instruments (common practice). */
const missingMarks = new Set(['', '-', '--', '---', 'nan', 'na', 'n/a', '#n/a', 'null', 'none', 'ol', 'inf', '-inf', '+inf', 'overload', '#div/0!', '?']); // prettier-ignore

export const isMissingMark = (cell: string): boolean => missingMarks.has(cell.toLowerCase());
