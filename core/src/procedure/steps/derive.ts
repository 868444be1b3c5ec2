import { Type } from 'typebox';
import { evaluateFormula, parseFormula, symbolsIn } from '../../formula';
import { formatCount } from '../../number/formatNumber';
import { printUnit } from '../../units';
import { outsideTables } from '../outsideTables';
import type { RunState } from '../RunState';
import type { Channel } from '../../sample';
import { defineStep } from '../StepKind';
import { freeSymbol, withNewChannel } from '../stepTools';

/** A formula as it is printed: a true minus and a middle dot; words stay as they are. */
const inPrint = (formula: string): string =>
  formula.replace(/"[^"]*"|\s*\*\s*|-/g, (part) => (part.startsWith('"') ? part : part === '-' ? '−' : ' · '));

/** A formula of one channel alone leaves the noise of neighbours as alike as it was. */
function spreadOfOne(formula: string, { channels }: RunState): Channel['spread'] {
  const read = symbolsIn(parseFormula(formula)).flatMap((s) => channels.get(s) ?? []);
  return read.length === 1 ? read[0]!.spread : undefined;
}

export const derive = defineStep({
  kind: 'derive',
  version: 1,
  title: 'Derive a channel',
  purpose: 'Compute a new channel from others by a formula with units.',
  settings: Type.Object({
    name: Type.String({ title: 'Name', minLength: 1, maxLength: 100 }),
    symbol: Type.String({ title: 'Symbol', minLength: 1, maxLength: 40 }),
    formula: Type.String({
      title: 'Formula',
      description:
        'A unit in square brackets belongs to the number before it: 9.81 [m/s^2]. if(zone = "hub", −x, x) asks for a word.',
      minLength: 1,
      maxLength: 2000,
      field: 'formula',
    }),
    unit: Type.String({
      title: 'Shown in',
      description: 'Empty: the SI unit.',
      default: '',
      maxLength: 60,
      field: 'unit',
    }),
  }),
  start: ({ channels }) => ({ name: 'New channel', symbol: freeSymbol('new', channels), formula: '', unit: '' }),
  words: ({ symbol, formula, name }) => ({ title: `${symbol} = ${inPrint(formula)}`, detail: name }),
  reads: ({ formula }) => symbolsIn(parseFormula(formula)),
  // Only a value of the whole channel asks what is kept.
  ignoresMask: ({ formula }) => !/\bof\b/.test(formula),
  apply: (state, { name, symbol, formula, unit }) => {
    const result = evaluateFormula(formula, unit, state);
    const { divisionsByZero, undefinedResults } = result.doubts;
    const outside = outsideTables(state, result.doubts);
    const doubts = [...outside.doubts];
    if (divisionsByZero) doubts.push(`${formatCount(divisionsByZero)} missing: divided by zero`);
    if (undefinedResults) doubts.push(`${formatCount(undefinedResults)} missing: the function has no value there`);
    const channel = {
      symbol,
      name,
      unit: printUnit(result.unit.text),
      origin: 'derived' as const,
      values: result.values,
      datum: result.datum,
      errors: result.errors,
      spread: spreadOfOne(formula, state),
      doubtful: outside.doubtful,
    };
    return { state: withNewChannel(state, channel), made: symbol, doubts };
  },
});
