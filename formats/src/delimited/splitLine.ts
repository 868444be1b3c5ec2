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
  return cells;
}

const unquote = (cell: string): string => cell.replace(/^"(.*)"$/, '$1');
