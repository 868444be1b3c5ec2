/** A place is free between columns when it is blank in so many of the rows: a footer or a stray note must not hide it. */
const FREE = 0.98;
const isBlank = (line: string, at: number): boolean => at >= line.length || line[at] === ' ';

/**
 * Where the columns of a table of fixed width begin, from the second on: behind each run of
 * places that are blank in the rows. A run leaves a choice; a cut is put where it goes through no
 * cell, and where the lines above have a blank too, so that headings wider than their
 * numbers stay whole.
 * @param rows   lines of the table
 * @param above  its heading and units lines
 * @returns      characters from 0, rising; empty when there is one column only
 */
export function cutsOf(rows: readonly string[], above: readonly string[]): number[] {
  if (rows.some((line) => line.includes('\t'))) return [];
  const width = rows.reduce((most, line) => Math.max(most, line.trimEnd().length), 0);
  const free = Array.from(
    { length: width },
    (_, at) => rows.filter((line) => isBlank(line, at)).length >= FREE * rows.length,
  );
  const cuts: number[] = [];
  let runStart = -1;
  for (let at = 1; at < width; at++) {
    if (free[at]) {
      if (runStart < 0) runStart = at;
    } else {
      // Before the first column there is nothing to cut.
      if (runStart > 0 && free.slice(0, runStart).includes(false)) cuts.push(cutIn(runStart, at, rows, above));
      runStart = -1;
    }
  }
  return cuts;
}

/**
 * The place of the run, its end included, that goes through the fewest cells of the rows (a
 * rare wide number may reach into the run), then stands behind the most blanks of the lines
 * above (two of them part words); the last of equals.
 */
function cutIn(from: number, to: number, rows: readonly string[], above: readonly string[]): number {
  const rate = (at: number): number =>
    above.reduce((sum, line) => sum + (isBlank(line, at - 1) ? (isBlank(line, at - 2) ? 2 : 1) : 0), 0) -
    1000 * rows.filter((line) => goesThrough(line, at)).length;
  let best = to;
  for (let at = to; at > from; at--) if (rate(at) > rate(best)) best = at;
  return best;
}

/** Whether a cut at a character parts what is written together. */
export const goesThrough = (line: string, at: number): boolean => !isBlank(line, at - 1) && !isBlank(line, at);
