import type { TableRow } from '@undameter/contract';
import { convert, lookableTable, parseUnit, printUnit, sameDimension, type Unit } from '@undameter/core';
import { Input } from 'antd';
import { useState } from 'react';
import { Field } from '../../parts/Field';
import { typedNumber } from '../../sheet/typedNumber';
import { backwards, backwardsInTwo, forwards, saidOf } from './lookUpWords';
import { ManyLookUps } from './ManyLookUps';
import type { TableDraft, Understood } from './state';

interface TableLookUpProps {
  draft: TableDraft;
  /** Absent while the table cannot be drawn. */
  understood: Understood | undefined;
  /** The other tables, of which those against the same argument answer as well. */
  others: readonly TableRow[];
}

/** Single values from the table in hand: the quantity for its arguments, and either argument for a quantity. */
export function TableLookUp({ draft, understood, others }: TableLookUpProps) {
  const [typed, setTyped] = useState({ x: '', w: '', y: '' });
  const [x, w, y] = [typedNumber(typed.x), typedNumber(typed.w), typedNumber(typed.y)];
  const input = (label: string, title: string, unit: string, field: 'x' | 'w' | 'y', placeholder: string) => (
    <Field label={`${title} ${unit && `(${printUnit(unit)})`}`}>
      <Input
        aria-label={label}
        value={typed[field]}
        onChange={(e) => setTyped({ ...typed, [field]: e.target.value })}
        placeholder={placeholder}
      />
    </Field>
  );
  const isInTwo = draft.shape !== 'curve';
  const given = isInTwo ? [x, w] : [x];
  const say = (answer: (found: Understood) => string): string =>
    understood ? answer(understood) : 'when the table can be drawn';
  return (
    <div className="panel-pad look-up" aria-label="Look up" role="group">
      {input('Argument to look up', draft.xName || 'Argument', draft.xUnit, 'x', 'type one value')}
      {isInTwo &&
        input(
          'Second argument to look up',
          draft.second.name || 'Second argument',
          draft.second.unit,
          'w',
          'and one of this',
        )}
      <output className="number">{given.every((v) => v !== null) ? say((u) => forwards(given, draft, u)) : ''}</output>
      {x !== null && <OtherAnswers x={x} unit={draft.xUnit} tables={others} />}
      {input('Value to find', draft.name || 'Value', draft.yUnit, 'y', 'or one to find')}
      <output className="number">
        {y === null ? '' : say((u) => (isInTwo ? backwardsInTwo(y, { x, w }, draft, u) : backwards(y, draft, u)))}
      </output>
      <ManyLookUps draft={draft} understood={understood} />
    </div>
  );
}

/** What the other tables in one argument say at the same place. */
function OtherAnswers({ x, unit, tables }: { x: number; unit: string; tables: readonly TableRow[] }) {
  const own = unitOrNone(unit);
  const answers = tables.flatMap((table) => {
    const other = unitOrNone(table.xUnit);
    if (table.second || !own || !other || !sameDimension(own.dimension, other.dimension)) return [];
    const at = [Float64Array.of(convert(x, own, other))];
    return [{ symbol: table.symbol, name: table.name, said: saidOf(lookableTable(table), at, table) }];
  });
  return (
    <ul className="plain-list" aria-label="Other tables at the same place">
      {answers.map(({ symbol, name, said }) => (
        <li key={symbol} title={name}>
          <code>{said ? `${symbol} = ${said}` : `${symbol}: outside`}</code>
        </li>
      ))}
    </ul>
  );
}

/** A unit that is still being typed may not be one yet. */
function unitOrNone(text: string): Unit | undefined {
  try {
    return parseUnit(text);
  } catch {
    return undefined;
  }
}
