import { formatCount } from '@undameter/core';
import { Input } from 'antd';
import { useState } from 'react';
import { Board } from '../../board/Board';
import { columnsOf, type ColumnRow } from './columnCells';
import type { IntakeAction, IntakeState } from './state';

const MOST_ROWS = 200;

/** Every column of the file: kept or left out, its name, symbol and unit, and what could not be read in it. */
export function ColumnBoard({ state, act }: { state: IntakeState; act(action: IntakeAction): void }) {
  const [find, setFind] = useState('');
  const all = state.preview.columns.map((c) => ({ ...c, choice: state.columns[c.index]! }));
  const found =
    find === ''
      ? all
      : all.filter((r) => `${r.choice.name} ${r.choice.symbol}`.toLowerCase().includes(find.toLowerCase()));
  // Thousands of rows of fields would take the screen seconds.
  const rows = found.slice(0, MOST_ROWS);
  return (
    <Board<ColumnRow>
      title="Columns"
      rows={rows}
      keyOf={(r) => r.index}
      dim={(r) => !r.choice.keep}
      tools={
        <>
          {all.length > 30 && (
            <Input
              size="small"
              className="find"
              allowClear
              placeholder="find a column"
              aria-label="Find a column"
              value={find}
              onChange={(e) => setFind(e.target.value)}
            />
          )}
          {found.length > rows.length && (
            <span className="doubt">
              {rows.length} of {formatCount(found.length)} shown
            </span>
          )}
          <span className="soft">
            of the {formatCount(state.preview.rowsSeen)} rows seen{state.preview.whole ? '' : ' so far'}
          </span>
        </>
      }
      columns={columnsOf(act)}
    />
  );
}
