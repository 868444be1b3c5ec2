import type { AxisLook } from '@undameter/contract';

interface OfPane {
  symbol: string;
  unit: string;
  /** A category has an axis of words, which no number shares. */
  labels: readonly string[] | null;
}

/**
 * The channels by panes, from the top: one that is wanted there joins the pane above, at its scale where the unit is
 * the same, else at an axis at the right, of which there is one.
 * @param alone  has a pane of its own whatever is wanted: what a smoothing in hand is about
 */
export function sharedPanes(
  channels: readonly OfPane[],
  looks: Readonly<Record<string, AxisLook>>,
  alone?: string,
): string[][] {
  const panes: { symbols: string[]; units: string[] }[] = [];
  for (const { symbol, unit, labels } of channels) {
    const above = panes.at(-1);
    const canJoin = labels === null && symbol !== alone && looks[symbol]?.right === true;
    const isOpen = above && above.units.length > 0 && (above.units.includes(unit) || above.units.length < 2);
    if (canJoin && isOpen) {
      above.symbols.push(symbol);
      if (!above.units.includes(unit)) above.units.push(unit);
    } else panes.push({ symbols: [symbol], units: labels === null && symbol !== alone ? [unit] : [] });
  }
  return panes.map((p) => p.symbols);
}
