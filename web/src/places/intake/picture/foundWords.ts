import { counted } from '../../../parts/counted';

interface Found {
  /** How many places. */
  points: number;
  /** Of them: where the line could have gone otherwise, or where marks lie over each other. */
  doubtful: number;
}

/** What was found by its colour, and what of it is a guess. */
export function foundWords(tool: 'trace' | 'marks', { points, doubtful }: Found): string {
  if (points === 0)
    return tool === 'trace'
      ? 'No line of this colour is there: click on the line itself, enlarged.'
      : 'No mark of this colour was found: click into a mark, enlarged.';
  const what = tool === 'trace' ? counted(points, 'place of the line', 'places of the line') : counted(points, 'mark');
  if (doubtful === 0) return `${what} found.`;
  const doubt =
    tool === 'trace'
      ? `at ${counted(doubtful, 'place')} another line was as near`
      : `${counted(doubtful, 'mark')} as large as several, taken apart`;
  return `${what} found; ${doubt}: look there.`;
}
