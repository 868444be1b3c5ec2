import { Type } from 'typebox';
import { AppError } from '../../error/AppError';
import { evaluateFormula } from '../../formula';
import { formatCount } from '../../number/formatNumber';
import { channelToStart, made, madeSettings } from '../madeChannel';
import { defineStep } from '../StepKind';
import { freeSymbol, numberChannelOf } from '../stepTools';

export const lookUp = defineStep({
  kind: 'lookUp',
  version: 1,
  title: 'Look up in a table',
  purpose: 'A new channel by interpolation in a property table of the campaign.',
  settings: Type.Object({
    table: Type.String({ title: 'Table', field: 'table' }),
    channel: Type.String({ title: 'Argument', field: 'channel' }),
    ...madeSettings,
  }),
  start: (state) => ({
    table: '',
    channel: channelToStart(state)?.symbol ?? '',
    symbol: freeSymbol('looked_up', state.channels),
    name: 'Looked up',
  }),
  words: ({ table, channel, symbol }) => ({
    title: `${symbol} = ${table || 'a table'}(${channel})`,
    detail: 'linear between knots',
  }),
  reads: ({ channel }) => [channel],
  ignoresMask: () => true,
  apply: (state, { table, channel, symbol, name }, { tables }) => {
    const known = tables.get(table);
    if (!known) throw new AppError('TABLE_UNKNOWN', { symbol: table });
    numberChannelOf(state, channel);
    const { values, doubts, errors } = evaluateFormula(`${table}(${channel})`, known.yUnit, { ...state, tables });
    const outside = doubts.outsideTable[table] ?? 0;
    const held = known.outside === 'hold' ? 'held at the end value' : 'missing';
    const told = outside ? [`${formatCount(outside)} ${held}: outside the table ${table}`] : [];
    return made(state, { symbol, name, unit: known.yUnit, values, errors }, told);
  },
});
