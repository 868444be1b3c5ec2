import type { BenchReply, FigureAxis, FigurePanel, FigureSeries } from '@undameter/contract';
import { AppError, printUnit, sameUnit } from '@undameter/core';
import { emptyPanel, plainAxis } from './Source';

type Board = BenchReply['channels'];

/** @throws {AppError} CHANNEL_UNKNOWN */
export function channelOf(board: Board, symbol: string): Board[number] {
  const found = board.find((c) => c.symbol === symbol);
  if (!found) throw new AppError('CHANNEL_UNKNOWN', { symbol });
  return found;
}

export const axisOfChannel = (channel: Board[number]): FigureAxis => ({
  ...plainAxis(channel),
  words: channel.labels,
});

/** The x axis of a run. */
export const alongAxis = (
  { along, channels }: BenchReply,
  range: readonly number[] | null,
  origin: string | undefined,
): FigureAxis => ({
  ...(origin === undefined ? {} : { origin }),
  ...(along === null
    ? plainAxis({ name: 'Sample number', symbol: '', unit: '' })
    : plainAxis(channelOf(channels, along))),
  range: range && [...range],
});

/**
 * Panels of channels, one above the other over one x axis.
 * @param seriesOf  what is drawn of a channel; the unit of its values stays
 * @throws {AppError} CHANNEL_UNKNOWN, PANEL_UNITS when one panel would need more than two axes
 */
export function channelPanels(
  board: Board,
  panels: readonly (readonly string[])[],
  x: FigureAxis,
  seriesOf: (channel: Board[number]) => FigureSeries[],
): FigurePanel[] {
  return panels.map((symbols, i) => {
    const channels = symbols.map((s) => channelOf(board, s));
    const [first] = channels;
    const isLeft = (c: Board[number]): boolean => isAlike(c, first!);
    const second = channels.find((c) => !isLeft(c));
    if (second && channels.some((c) => !isLeft(c) && !isAlike(c, second)))
      throw new AppError('PANEL_UNITS', {
        units: [...new Set(channels.map((c) => printUnit(c.unit) || c.name))].join(', '),
      });
    const sideOf = (c: Board[number]): 'left' | 'right' => (isLeft(c) ? 'left' : 'right');
    return {
      ...emptyPanel(`panel ${i + 1}`, i === 0 ? 1.4 : 1),
      x: i === panels.length - 1 ? x : null,
      y: axisOfSeveral(channels.filter(isLeft)),
      right: second ? axisOfSeveral(channels.filter((c) => !isLeft(c))) : null,
      // The title of an axis names a channel that has it for itself.
      series: channels.flatMap((c) =>
        seriesOf(c).map((s) => ({
          ...s,
          side: sideOf(c),
          name: s.id === c.symbol && channels.filter((o) => sideOf(o) === sideOf(c)).length === 1 ? '' : s.name,
        })),
      ),
    };
  });
}

/** Channels of one unit share a scale; a category has one for itself. */
const isAlike = (a: Board[number], b: Board[number]): boolean =>
  a.labels || b.labels ? a.symbol === b.symbol : sameUnit(a.unit, b.unit);

/** Of several channels the axis has their symbols and their unit. */
function axisOfSeveral(channels: readonly Board[number][]): FigureAxis {
  const [first] = channels;
  if (channels.length === 1) return axisOfChannel(first!);
  return plainAxis({ name: '', symbol: channels.map((c) => c.symbol).join(', '), unit: first!.unit });
}
