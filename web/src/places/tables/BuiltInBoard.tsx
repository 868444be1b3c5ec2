import { builtIns, formatValue, printUnit, valueOf, type BuiltIn } from '@undameter/core';
import { Input } from 'antd';
import { useState, type ReactNode } from 'react';
import { Board } from '../../board/Board';
import { typedNumber } from '../../sheet/typedNumber';

const placeOf = (b: BuiltIn, argument: number): string => `${b.symbol} ${argument}`;
const withTyped = (typed: Record<string, string>, place: string, text: string) => ({ ...typed, [place]: text });

/** What is computed from published formulations, with its range and source, and one value of each for arguments that are typed. */
export function BuiltInBoard({ tools }: { tools: ReactNode }) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const value = (b: BuiltIn): string => {
    const given = b.arguments.map((_, k) => typedNumber(typed[placeOf(b, k)] ?? ''));
    if (!given.every((v) => v !== null)) return '';
    const found = valueOf(b, ...given);
    return Number.isNaN(found) ? 'outside' : formatValue(found, 7);
  };
  return (
    <Board<BuiltIn>
      title="Built in"
      rows={builtIns}
      keyOf={(b) => b.symbol}
      tools={tools}
      columns={[
        { key: 'name', title: 'Quantity', width: 230, value: (b) => b.name, cell: (b) => b.name },
        {
          key: 'arguments',
          title: 'Try',
          cell: (b) => (
            <span className="tries">
              {b.arguments.map((a, k) => (
                <Input
                  key={a.name}
                  size="small"
                  aria-label={`${a.name} for ${b.symbol}`}
                  title={a.name}
                  placeholder={printUnit(a.unit) || a.name}
                  value={typed[placeOf(b, k)] ?? ''}
                  onChange={(e) => setTyped(withTyped(typed, placeOf(b, k), e.target.value))}
                />
              ))}
            </span>
          ),
        },
        { key: 'value', title: 'Value', numeric: true, cell: (b) => value(b) },
        { key: 'unit', title: 'Unit', value: (b) => b.unit, cell: (b) => <code>{printUnit(b.unit)}</code> },
        {
          key: 'symbol',
          title: 'In formulas',
          value: (b) => b.symbol,
          cell: (b) => <code>{`${b.symbol}(${b.arguments.map((a) => a.name.toLowerCase()).join(', ')})`}</code>,
        },
        {
          key: 'range',
          title: 'Holds for',
          cell: (b) =>
            b.arguments.map((a) => `${formatValue(a.from)} … ${formatValue(a.to)} ${printUnit(a.unit)}`).join('; '),
        },
        { key: 'stated', title: 'Stated ±', cell: (b) => b.stated },
        { key: 'source', title: 'Source', value: (b) => b.source, cell: (b) => b.source },
      ]}
    />
  );
}
