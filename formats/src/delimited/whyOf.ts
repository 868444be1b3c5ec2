import type { Because, Layout, Why } from '@undameter/core';
import type { Rating } from './Rating';
import { splitterOf } from './splitLine';

const delimiterNames: Record<Layout['delimiter'], string> = {
  '\t': 'tab',
  ';': 'semicolon',
  ',': 'comma',
  '|': 'bar',
  ' ': 'blank',
  fixed: 'fixed width',
};

export const because = (why: string, sure: Because['sure']): Because => ({ why, sure });

/** Why the cells are told apart so, and how much better that explains the lines than the next best way. */
export function shapeWhy(
  best: Rating,
  ratings: readonly Rating[],
  body: readonly string[],
): Pick<Why, 'delimiter' | 'decimal'> {
  const { shape, columns, steady, numeric } = best;
  const other = Math.max(0, ...ratings.filter((r) => r.shape.delimiter !== shape.delimiter).map((r) => r.score));
  const margin = best.score / (other || Number.MIN_VALUE);
  const percent = (share: number): string => `${Math.round(share * 100)} %`;
  const sign = shape.decimal === '.' ? 'point' : 'comma';
  const shown = body.flatMap(splitterOf(shape)).some((c) => (shape.decimal === '.' ? /\d\.\d/ : /\d,\d/).test(c));
  const columnsText = `${columns} column${columns === 1 ? '' : 's'}`;
  return {
    delimiter: because(
      shape.delimiter === 'fixed'
        ? `${columnsText} stand between places that are blank in all rows`
        : `${delimiterNames[shape.delimiter]} gives ${columnsText} in ${percent(steady)} of the lines`,
      columns > 1 && margin > 1.3 && steady > 0.9 ? 'sure' : columns > 1 && margin > 1.05 ? 'likely' : 'a guess',
    ),
    decimal: shown
      ? because(
          `${percent(numeric)} of the cells are numbers with a decimal ${sign}`,
          numeric > 0.9 ? 'sure' : 'likely',
        )
      : because('no cell shows a decimal sign', 'a guess'),
  };
}

export function encodingWhy(encoding: Layout['encoding'], head: Uint8Array): Because {
  if (encoding === 'latin1')
    return because('the bytes are no UTF-8, and Latin-1 gives every byte a meaning', 'a guess');
  if (encoding !== 'utf-8') return because('the file is written in two bytes a character', 'sure');
  return head.some((b) => b > 127)
    ? because('every byte fits it', 'sure')
    : because('plain ASCII, which reads the same in all', 'sure');
}
