import { Type } from 'typebox';
import { parseFormula } from '../../formula';
import { defineModel, type Points } from '../Model';
import { inferUnits, parametersOfFormula } from '../inferUnits';
import { plain } from '../../units';
import { rangeOf } from '../startsByShape';

/** A formula that the engineer types: what is neither x nor a constant is a parameter. */
export const own = defineModel({
  kind: 'own',
  title: 'Own formula',
  settings: Type.Object({
    formula: Type.String({ minLength: 1, maxLength: 500, title: 'Formula in x', default: 'a + b*x' }),
    /** What a parameter means, by its symbol. */
    meanings: Type.Optional(
      Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 200 }), { default: {} }),
    ),
  }),
  titled: ({ formula }) => formula,
  formula: ({ formula }) => `y = ${formula}`,
  expression: ({ formula }) => formula,
  parameters: ({ formula, meanings = {} }, x, y) => {
    const tree = parseFormula(formula);
    const symbols = parametersOfFormula(tree);
    const units = x === plain && y === plain ? undefined : inferUnits(tree, symbols, x, y);
    return symbols.map((symbol) => ({
      symbol,
      meaning: meanings[symbol] ?? '',
      unit: units?.get(symbol)?.unit ?? plain,
    }));
  },
  starts: (points, { formula }) => startsBySize(points, formula),
});

/** Sizes that fit the units: a parameter in x counts spans of x, one in y spans of y; with their signs turned over. */
function startsBySize(points: Points, formula: string): number[][] {
  const tree = parseFormula(formula);
  const symbols = parametersOfFormula(tree);
  // Units that stand for "some x" and "some y", so that only the powers count.
  const some = (text: string) => ({ ...plain, text });
  const [x, y] = [rangeOf(points.x), rangeOf(points.y)];
  const sizes = powersOf(() =>
    inferUnits(
      tree,
      symbols,
      { ...some('m'), dimension: [1, 0, 0, 0, 0, 0, 0, 0] },
      { ...some('s'), dimension: [0, 0, 1, 0, 0, 0, 0, 0] },
    ),
  );
  const first = symbols.map((symbol) => {
    const powers = sizes?.get(symbol)?.powers ?? { x: 0, y: 0 };
    return (x.span / 2) ** powers.x * y.span ** powers.y;
  });
  const turned = symbols.map((_, k) => first.map((v, i) => (i === k ? -v : v)));
  return [first, first.map((v) => v / 3), first.map((v) => v * 3), ...turned];
}

/** Where the formula has no consistent units its sizes cannot be told; the fit says so, not the start. */
function powersOf(infer: () => ReturnType<typeof inferUnits>): ReturnType<typeof inferUnits> | undefined {
  try {
    return infer();
  } catch {
    return undefined;
  }
}
