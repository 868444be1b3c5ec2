import type { LivingTable } from '@undameter/contract';
import { Checkbox, Popover } from 'antd';
import { RunsOf } from './RunsOf';

interface PartsShownProps {
  table: LivingTable;
  hidden: readonly string[];
  onChange(hidden: string[]): void;
}

/** Which columns and rows of a living table are shown. */
export function PartsShown({ table, hidden, onChange }: PartsShownProps) {
  const toggle = (key: string, isShown: boolean) =>
    onChange(isShown ? hidden.filter((h) => h !== key) : [...hidden, key]);
  const columns = table.columns.map(({ key, title }) => ({ key: `column ${key}`, title }));
  const rows = table.rows.map(({ key, cells }) => ({ key: `row ${key}`, title: cells.slice(0, 2).join(', ') }));
  const shownColumns = columns.filter((c) => !hidden.includes(c.key)).length;
  const list = (title: string, parts: typeof columns, isLast: boolean) => (
    <fieldset>
      <legend>{title}</legend>
      {parts.map(({ key, title: name }) => {
        const isShown = !hidden.includes(key);
        return (
          <Checkbox
            key={key}
            checked={isShown}
            // A table without a column would be none.
            disabled={isShown && isLast}
            onChange={(e) => toggle(key, e.target.checked)}
          >
            <RunsOf text={name} />
          </Checkbox>
        );
      })}
    </fieldset>
  );
  return (
    <Popover
      trigger="click"
      placement="left"
      content={
        <div className="parts-shown">
          {list('Columns', columns, shownColumns === 1)}
          {list('Rows', rows, false)}
        </div>
      }
    >
      <button>columns and rows</button>
    </Popover>
  );
}
