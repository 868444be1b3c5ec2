import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { evaluateFormula } from '../../formula';
import { channelToStart, made, madeSettings } from '../madeChannel';
import { builtInOf } from '../../property';
import { outsideTables } from '../outsideTables';
import { defineStep } from '../StepKind';
import { freeSymbol, numberChannelOf } from '../stepTools';
import { printUnit } from '../../units';

export const lookUp = defineStep({
  kind: 'lookUp',
  version: 1,
  title: 'Look up in a table',
  purpose: 'A new channel out of a property table of the campaign, or a published formulation.',
  settings: Type.Object({
    table: Type.String({ title: 'Table', field: 'table' }),
    channel: Type.String({ title: 'Argument', field: 'channel' }),
    second: Type.Optional(
      Type.String({ title: 'Second argument', description: 'Of what has two of them.', field: 'channelOrNone' }),
    ),
    ...madeSettings,
  }),
  start: (state) => ({
    table: '',
    channel: channelToStart(state)?.symbol ?? '',
    symbol: freeSymbol('looked_up', state.channels),
    name: 'Looked up',
  }),
  words: ({ table, channel, second, symbol }) => ({
    title: `${symbol} = ${table || 'a table'}(${second ? `${channel}, ${second}` : channel})`,
    detail: builtInOf(table)?.source ?? 'by interpolation in the property table',
  }),
  reads: ({ channel, second }) => (second ? [channel, second] : [channel]),
  ignoresMask: () => true,
  apply: (state, { table, channel, second, symbol, name }) => {
    const unit = state.tables?.get(table)?.yUnit ?? builtInOf(table)?.unit;
    if (unit === undefined) throw new AppError('TABLE_UNKNOWN', { symbol: table });
    const read = second ? [channel, second] : [channel];
    for (const argument of read) numberChannelOf(state, argument);
    const { values, unit: shown, datum, doubts, errors } = evaluateFormula(`${table}(${read.join(', ')})`, unit, state);
    const outside = outsideTables(state, doubts);
    return made(
      state,
      { symbol, name, unit: printUnit(shown.text), datum, values, errors, doubtful: outside.doubtful },
      outside.doubts,
    );
  },
});
