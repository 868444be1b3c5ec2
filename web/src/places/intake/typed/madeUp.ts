import { AppError, isUnit, makeUp, printUnit, type Channel, type MadeUpRecipe, type Noise } from '@undameter/core';
import type { Size } from '../../../chart/Chart';
import { colourOf, line, points } from '../../../chart/marks';
import { axisTitle, stackOption } from '../../../chart/panes';
import { counted } from '../../../parts/counted';
import { typedNumber } from '../../../sheet/typedNumber';
import type { Palette } from '../../../theme/palette';

/** A recipe as it is typed. */
export interface MadeUp {
  name: string;
  x: Omit<MadeUpRecipe['x'], 'at'>;
  from: number;
  to: number;
  count: number;
  /** Numbers apart by blanks; they count instead of the range. */
  typedX: string;
  y: MadeUpRecipe['y'];
  noise: Noise;
}

export const firstMadeUp: MadeUp = {
  name: 'Coast-down to try',
  x: { symbol: 't', name: 'Time', unit: 's' },
  ...{ from: 0, to: 12, count: 121, typedX: '' },
  y: { symbol: 'n', name: 'Shaft speed', unit: 'rpm', formula: '2900 [rpm] * exp(-t / 3.2 [s])' },
  noise: { distribution: 'normal', size: 12, growth: 'absolute', seed: 1, outliers: { percent: 0, by: 200 } },
};

export const distributionWords: Readonly<Record<Noise['distribution'], string>> = {
  normal: 'normal',
  rectangular: 'rectangular',
  doubleExponential: 'double exponential (long tails)',
};
export const growthWords = (unit: string): Readonly<Record<Noise['growth'], string>> => ({
  absolute: printUnit(unit) || 'in y',
  relative: '% of y',
  growing: `${printUnit(unit) || 'in y'} at the end, none at the beginning`,
});

/** @throws {Error} never: what is no number among the typed x is left to `triedRecipe` */
export function recipeOf({ x, from, to, count, typedX, y, noise }: MadeUp): MadeUpRecipe {
  const typed = wordsOf(typedX).map((w) => typedNumber(w) ?? NaN);
  return { x: { ...x, at: typed.length > 0 ? typed : { from, to, count } }, y, noise };
}
const wordsOf = (text: string): string[] => text.split(/[\s;]+/).filter((w) => w !== '');

/** More are not drawn while somebody is still typing. */
const MOST_TRIED = 4000;

/** What the recipe makes, as far as it is drawn; or what has to be mended first. */
export function triedRecipe(madeUp: MadeUp): { channels: Channel[]; words: string } | { problem: string } {
  const wrong = wordsOf(madeUp.typedX).find((w) => typedNumber(w) === null);
  if (wrong !== undefined) return { problem: `Among the typed x "${wrong}" is no number.` };
  for (const { unit } of [madeUp.x, madeUp.y])
    if (!isUnit(unit)) return { problem: `"${unit}" is not a unit that is known.` };
  if (madeUp.x.symbol === '' || madeUp.y.symbol === '') return { problem: 'x and y need symbols.' };
  if (!Number.isInteger(madeUp.count) || madeUp.count < 2 || madeUp.count > 1_000_000)
    return { problem: 'A made-up run has 2 to 1 000 000 samples.' };
  const recipe = recipeOf(madeUp);
  const { at } = recipe.x;
  const samples = Array.isArray(at) ? at.length : at.count;
  const few = Array.isArray(at) || at.count <= MOST_TRIED ? at : { ...at, count: MOST_TRIED };
  try {
    const channels = makeUp({ ...recipe, x: { ...recipe.x, at: few } });
    const shown =
      samples > MOST_TRIED && !Array.isArray(at) ? `, of which ${counted(MOST_TRIED, 'sample')} are tried here` : '';
    return { channels, words: `${counted(samples, 'sample')}, made up${shown}` };
  } catch (error) {
    if (error instanceof AppError) return { problem: error.message };
    throw error;
  }
}

/** What is made, as symbols, over what it would be without errors. */
export function madeUpOption(channels: readonly Channel[], palette: Palette, size: Size) {
  const [x, y, exact] = channels as [Channel, Channel, Channel];
  const at = (c: Channel) => ({
    x: Array.from(x.values),
    y: Array.from(c.values, (v) => (Number.isFinite(v) ? v : null)),
  });
  const colour = colourOf(palette, 0);
  return stackOption({
    size,
    palette,
    panes: [
      {
        title: axisTitle(y),
        weight: 1,
        marks: [
          points(at(y), {
            name: y.symbol,
            colour,
            series: 0,
            ground: palette.sheet,
            size: channels[0]!.values.length > 300 ? 3 : 6,
          }),
          line(at(exact), { name: exact.name, colour: palette.ink, width: 1.2 }),
        ],
      },
    ],
    x: { title: axisTitle(x) },
    key: [
      { label: 'made up', mark: 'symbol' },
      { label: 'without errors', mark: 'solid' },
    ],
  });
}
