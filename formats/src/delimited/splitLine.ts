import type { Layout } from '@undameter/core';

type Splitting = Pick<Layout, 'delimiter' | 'cuts'>;

/** How lines of a layout fall into cells. */
export function splitterOf({ delimiter, cuts = [] }: Splitting): (line: string) => string[] {
  if (delimiter !== 'fixed') return (line) => splitLine(line, delimiter);
  return (line) => [0, ...cuts].map((from, i) => line.slice(from, cuts[i]).trim());
}

/**
 * Cells of one line, trimmed. A quoted cell may hold the delimiter, and two quotes for
 * one (RFC 4180). With a blank as delimiter any run of blanks separates.
 */
export function splitLine(line: string, delimiter: string): string[] {
  if (delimiter === ' ') {
    const trimmed = line.trim();
    return trimmed === '' ? [''] : trimmed.split(/\s+/).map(unquote);
  }
  if (!line.includes('"')) return line.split(delimiter).map((c) => c.trim());
  return splitQuoted(line, delimiter).cells;
}

/** Whether the line ends inside a quoted cell, which then goes on in the next line (RFC 4180, section 2.6). */
export const endsInQuotes = (line: string, { delimiter }: Splitting): boolean =>
  delimiter !== ' ' && delimiter !== 'fixed' && line.includes('"') && splitQuoted(line, delimiter).open;

function splitQuoted(line: string, delimiter: string): { cells: string[]; open: boolean } {
  const cells: string[] = [];
  let cell = '';
  let quoted = false;
  for (let i = 0; i < line.length; i++) {
    const c = line[i]!;
    if (quoted) {
      if (c !== '"') cell += c;
      else if (line[i + 1] === '"') {
        cell += '"';
        i++;
      } else quoted = false;
    } else if (c === '"' && cell.trim() === '') {
      quoted = true;
      cell = '';
    } else if (c === delimiter) {
      cells.push(cell.trim());
      cell = '';
    } else cell += c;
  }
  cells.push(cell.trim());
  return { cells, open: quoted };
}

const unquote = (cell: string): string => cell.replace(/^"(.*)"$/, '$1');
