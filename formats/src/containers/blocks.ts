import { AppError, type Layout } from '@undameter/core';
import { decodeHead } from '../delimited/decode';
import { guessLayout } from '../delimited/guessLayout';
import { numberIn } from '../delimited/numberIn';
import { splitterOf } from '../delimited/splitLine';
import type { Container, Unpacked } from './Container';
import { rowsToText } from './rowsToText';

/** One table of a text file that holds several, one below the other. */
interface Block {
  title: string;
  headings: string[];
  units: string[] | undefined;
  rows: string[][];
}

const ALL = 'all blocks in one run';
const AS_IT_STANDS = 'the file as one table';
/** Words before the sign name the kind of block, words behind it the block: `Zone: A`, `Row = 3`. */
const KEY_VALUE = /^([\p{L}][^:=]{0,40}?)\s*[:=]\s*(\S.*)$/u;

/**
 * A text file of several named blocks with their own headings, one for each row of tappings
 * or each zone: each a part, and all of them together as one run with a channel of the names.
 */
export const blocks: Container = {
  kind: 'blocks',
  title: 'text file of several blocks',
  extensions: [],
  partTitle: 'Block',
  mostBytes: 256 * 2 ** 20,
  recognises: (head, name) => blocksIn(head, name).length > 1,
  async unpack(bytes, name, part) {
    const found = blocksIn(bytes, name);
    if (found.length === 0) throw new AppError('FILE_NO_PARTS', { name, what: 'block with headings' });
    const titles = distinct(found.map((b) => b.title));
    const parts = [ALL, ...titles, AS_IT_STANDS];
    const wanted = part ?? (sameHeadings(found) ? ALL : titles[0]!);
    if (wanted === AS_IT_STANDS) return { parts, each: titles, part: wanted, text: bytes };
    if (wanted === ALL) return { parts, each: titles, part: wanted, ...together(found, titles) };
    const block = found[titles.indexOf(wanted)];
    if (!block) throw new AppError('FILE_NO_PARTS', { name, what: `block "${wanted}"` });
    return { parts, each: titles, part: wanted, ...textOf([block.headings, block.units, ...block.rows]) };
  },
};

function textOf([headings, units, ...rows]: (string[] | undefined)[]): Pick<Unpacked, 'text' | 'given'> {
  const above = units ? [headings!, units] : [headings!];
  return {
    text: rowsToText([...above, ...(rows as string[][])]),
    given: { delimiter: '\t', headingLine: 1, unitsLine: units ? 2 : null, firstDataLine: above.length + 1 },
  };
}

/** All rows with the name of their block; columns are matched by their headings. */
function together(found: readonly Block[], titles: readonly string[]) {
  const keys = found.map((b) => KEY_VALUE.exec(b.title));
  const oneKey = keys.every((k) => k && k[1] === keys[0]![1]);
  const headings = [...new Set(found.flatMap((b) => b.headings))];
  const units = found.some((b) => b.units)
    ? headings.map((h) => found.map((b) => b.units?.[b.headings.indexOf(h)]).find((u) => u) ?? '')
    : undefined;
  const rows = found.flatMap((block, b) => {
    const places = headings.map((h) => block.headings.indexOf(h));
    const label = oneKey ? keys[b]![2]! : titles[b]!;
    return block.rows.map((cells) => [label, ...places.map((p) => cells[p] ?? '')]);
  });
  return textOf([[oneKey ? keys[0]![1]! : 'Block', ...headings], units && ['', ...units], ...rows]);
}

const sameHeadings = (found: readonly Block[]): boolean =>
  found.every((b) => b.headings.join('\t') === found[0]!.headings.join('\t'));

const distinct = (titles: readonly string[]): string[] =>
  titles.map((t, i) =>
    titles.indexOf(t) === i ? t : `${t} (${titles.slice(0, i).filter((o) => o === t).length + 1})`,
  );

/**
 * The blocks of a file: stretches of at least two rows of numbers, each below a line of
 * headings. Stray words between rows, which any log can have, make no block.
 */
function blocksIn(bytes: Uint8Array, name: string): Block[] {
  const layout = layoutIn(bytes, name);
  if (!layout || layout.delimiter === 'fixed') return [];
  const split = splitterOf(layout);
  const lines = decodeHead(bytes, layout.encoding).split(/\r\n|\n|\r/);
  const found: Block[] = [];
  let words: string[] = [];
  let rows: string[][] = [];
  const close = (): void => {
    const block = rows.length >= 2 ? blockOf(words, rows, split, found.length + 1) : undefined;
    if (block) found.push(block);
    rows = [];
    words = [];
  };
  for (const line of lines) {
    if (line.trim() === '') continue;
    const cells = split(line);
    if (isRow(cells, layout.decimal)) rows.push(cells);
    else {
      if (rows.length > 0) close();
      words.push(line);
    }
  }
  close();
  return found;
}

function layoutIn(bytes: Uint8Array, name: string): Layout | undefined {
  try {
    return guessLayout(bytes.subarray(0, 1 << 20), name).layout;
  } catch (error) {
    // What is empty or no text at all is refused when it is opened.
    if (error instanceof AppError) return undefined;
    throw error;
  }
}

const isRow = (cells: readonly string[], decimal: Layout['decimal']): boolean => {
  const filled = cells.filter((c) => c !== '');
  const numbers = filled.filter((c) => numberIn(c, decimal) !== undefined).length;
  return cells.length > 1 && numbers >= Math.max(1, filled.length / 2);
};

/** A stretch of rows with the lines above it; undefined when no line of headings is among them. */
function blockOf(
  words: readonly string[],
  rows: string[][],
  split: (line: string) => string[],
  number: number,
): Block | undefined {
  const width = rows[0]!.length;
  const fits = words.map((w) => split(w).length === width && split(w).filter((c) => c !== '').length > width / 2);
  const at = fits.indexOf(true);
  if (at < 0) return undefined;
  const title =
    words
      .slice(0, at)
      .at(-1)
      ?.replace(/^[\s[(<{#*=-]+|[\s\])>}*=-]+$/g, '') || `Block ${number}`;
  return {
    title: title.slice(0, 100),
    headings: split(words[at]!),
    units: fits[at + 1] ? split(words[at + 1]!) : undefined,
    rows,
  };
}
