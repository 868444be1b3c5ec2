import type { FigureReply, FigureRow } from '@undameter/contract';
import { day } from '../../parts/day';

/** `Figure 2, from the fit …; follows its data`. */
export function stateInWords(row: FigureRow, shown: FigureReply | undefined): string {
  if (!shown) return `Figure ${row.number}, is being drawn`;
  const about = shown.content?.about ?? 'never drawn yet';
  const at = shown.drawnAt ? day(shown.drawnAt) : '';
  if (shown.problem) {
    const why =
      shown.problem.code === 'NOT_FOUND' ? 'what it stands on is gone' : 'it cannot be drawn from its data now';
    return `Figure ${row.number}, ${about}; ${why}${at && `, drawn last ${at}`}`;
  }
  // The row and what is drawn arrive one after the other; only together they say that a figure is frozen.
  if (row.frozenAt && shown.isFrozen)
    return `Figure ${row.number}, ${about}; frozen ${day(row.frozenAt)}${shown.hasMoved ? ', its data have moved since' : ''}`;
  return `Figure ${row.number}, ${about}; follows its data`;
}
