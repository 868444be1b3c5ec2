import type { KeyboardEvent } from 'react';
import { panned, zoomed } from '../../chart/window';

type Range = [number, number];
interface SelectionKeys {
  selection: Range | null;
  window: readonly [number, number];
  whole: readonly [number, number];
  onSelect(range: Range | null): void;
  onWindow(range: Range | null): void;
}

/** The chart from the keyboard: arrows move and widen the selection, or move the window when there is none. */
export const selectionKeys =
  ({ selection, window, whole, onSelect, onWindow }: SelectionKeys) =>
  (event: KeyboardEvent): void => {
    const width = window[1] - window[0];
    const middle = (window[0] + window[1]) / 2;
    const nudge = (event.key === 'ArrowRight' ? 1 : -1) * width * 0.01;
    const moves: Record<string, () => void> = {
      ArrowLeft: arrow,
      ArrowRight: arrow,
      '+': () => onWindow(zoomed(window, whole, middle, 0.7)),
      '-': () => onWindow(zoomed(window, whole, middle, 1.4)),
      '0': () => onWindow(null),
      Escape: () => onSelect(null),
      Enter: () => selection === null && onSelect([middle - width * 0.05, middle + width * 0.05]),
    };
    function arrow(): void {
      if (!selection) return onWindow(panned(window, whole, event.key === 'ArrowRight' ? 0.1 : -0.1));
      const to = selection[1] + nudge;
      onSelect(event.shiftKey ? [selection[0], Math.max(selection[0], to)] : [selection[0] + nudge, to]);
    }
    const move = moves[event.key];
    if (!move || event.ctrlKey || event.altKey) return;
    event.preventDefault();
    move();
  };
