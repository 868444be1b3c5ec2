const PLAIN = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eEdD][-+]?\d+)?$/;

const GROUPED = /^[-+]?\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:\.\d*)?$/;

/**
 * The number in a cell; undefined when there is none. Groups of digits may be set apart by
 * blanks, or by the other sign where that cannot be misread (1.234,5).
 */
export function numberIn(cell: string, decimal: '.' | ','): number | undefined {
  let text = cell;
  if (decimal === ',') text = text.replace(/\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
  else if (/^[-+]?\d{1,3}(?:,\d{3})+(?:\.\d*)?$/.test(text)) text = text.replace(/,/g, '');
  if (PLAIN.test(text)) return finite(text.replace(/[dD]/, 'e'));
  if (text === '' || text.length > 60) return undefined;
  const usual = text.replace('−', '-').trim();
  // Blanks set digits apart in threes; "5 1" is no 51.
  const compact = GROUPED.test(usual) ? usual.replace(/[ \u00a0\u202f]/g, '') : usual;
  return compact !== text && PLAIN.test(compact) ? finite(compact) : undefined;
}

/** A number too large for a double is none. */
function finite(text: string): number | undefined {
  const value = Number(text);
  return Number.isFinite(value) ? value : undefined;
}
