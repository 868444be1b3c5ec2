import { counted } from '../../../parts/counted';

export interface Found {
  /** How many places, or points with an error bar. */
  points: number;
  /** Of them: where the line could have gone otherwise, or where marks lie over each other; points without a bar. */
  doubtful: number;
}
type By = 'trace' | 'marks' | 'bars';

const none: Readonly<Record<By, string>> = {
  trace: 'No line of this colour is there: click on the line itself, enlarged.',
  marks: 'No mark of this colour was found: click into a mark, enlarged.',
  bars: 'No point of the series has an error bar of this colour: click on a bar, enlarged.',
};

/** What was found by its colour, and what of it is a guess. */
export function foundWords(by: By, { points, doubtful }: Found): string {
  if (points === 0) return none[by];
  if (by === 'bars') {
    const without = doubtful === 0 ? '' : `; none on ${counted(doubtful, 'point')}: look there`;
    return `Error bars read on ${counted(points, 'point')}${without}.`;
  }
  const what = by === 'trace' ? counted(points, 'place of the line', 'places of the line') : counted(points, 'mark');
  if (doubtful === 0) return `${what} found.`;
  const doubt =
    by === 'trace'
      ? `at ${counted(doubtful, 'place')} another line was as near`
      : `${counted(doubtful, 'mark')} as large as several, taken apart`;
  return `${what} found; ${doubt}: look there.`;
}
