import { isUnit } from '@undameter/core';
import { Button, ColorPicker, Input, InputNumber, Select } from 'antd';
import { withColumn, withMoreColumns, withoutColumn, type Computed, type Sheet, type SheetColumn } from './typedSheet';

const meanings: { value: SheetColumn['statedAs']; label: string }[] = [
  { value: 'limits', label: 'limits' },
  { value: 'standard', label: 'k = 1' },
  { value: 'twice', label: 'k = 2' },
  { value: 'percent95', label: '95 %' },
];

interface ColumnFieldsProps {
  sheet: Sheet;
  onChange(sheet: Sheet): void;
}

interface BoundProps {
  /** Symbols of columns that instruments are read into or set by: these keep their symbol and unit. */
  bound: ReadonlySet<string>;
}

/** What is typed of each column: name, symbol, unit, and its ±. */
export function ColumnFields({ sheet, bound, onChange }: ColumnFieldsProps & BoundProps) {
  return (
    <section aria-label="Columns" className="panel-pad">
      {sheet.columns.map((column, c) => (
        <OneColumn
          key={c}
          column={column}
          which={c + 1}
          canGo={sheet.columns.length > 1 && !bound.has(column.symbol)}
          isBound={bound.has(column.symbol)}
          onChange={(change) => onChange(withColumn(sheet, c, change))}
          onRemove={() => onChange(withoutColumn(sheet, c))}
        />
      ))}
      <button className="quiet" onClick={() => onChange(withMoreColumns(sheet))}>
        + Column
      </button>
    </section>
  );
}

interface OneColumnProps {
  column: SheetColumn;
  which: number;
  canGo: boolean;
  isBound: boolean;
  onChange(change: Partial<SheetColumn>): void;
  onRemove(): void;
}

function OneColumn({ column, which, canGo, isBound, onChange, onRemove }: OneColumnProps) {
  const { name, symbol, unit, plusMinus, statedAs, isDeclaredElsewhere, toldBy, decimals, colour } = column;
  const text = (key: 'name' | 'symbol' | 'unit' | 'plusMinus', label: string, placeholder: string, isBad = false) => (
    <Input
      size="small"
      aria-label={`${label} of column ${which}`}
      placeholder={placeholder}
      status={isBad ? 'error' : ''}
      disabled={isBound && (key === 'symbol' || key === 'unit')}
      value={column[key]}
      // The symbol follows the name until it is chosen; that of an instrument stays.
      onChange={(e) => onChange({ ...(isBound ? { symbol } : {}), [key]: e.target.value })}
    />
  );
  return (
    <div className="sheet-column" role="group" aria-label={`Column ${which}: ${name}`}>
      <div className="sheet-line">
        {text('name', 'Name', 'name')}
        {text('symbol', 'Symbol', 'symbol', symbol === '')}
        {text('unit', 'Unit', 'unit', !isUnit(unit))}
      </div>
      {isBound && <span className="soft">symbol and unit are those of its instrument</span>}
      <div className="sheet-line">
        <span className="soft">±</span>
        {isDeclaredElsewhere && plusMinus === '' ? (
          <span className="soft">{toldBy === null ? 'as declared at Signals' : `k = 1 in ${toldBy}`}</span>
        ) : (
          text('plusMinus', 'Uncertainty', 'not stated')
        )}
        {plusMinus !== '' && (
          <Select<SheetColumn['statedAs']>
            size="small"
            aria-label={`Meaning of the ± of column ${which}`}
            value={statedAs}
            onChange={(v) => onChange({ statedAs: v })}
            options={meanings}
          />
        )}
        <span className="grow" />
        <InputNumber
          size="small"
          className="sheet-decimals"
          aria-label={`Decimals of column ${which}`}
          title="Decimals that are shown"
          placeholder="dec."
          min={0}
          max={12}
          precision={0}
          value={decimals}
          onChange={(v) => onChange({ decimals: v })}
        />
        <ColorPicker
          size="small"
          disabledAlpha
          allowClear
          value={colour}
          onChangeComplete={(c) => onChange({ colour: c.cleared ? null : c.toHexString() })}
        >
          <button
            className="sheet-colour"
            aria-label={`Colour of column ${which}`}
            title="Colour of its points"
            style={{ background: colour ?? 'transparent' }}
          />
        </ColorPicker>
        {canGo && (
          <button className="quiet" aria-label={`Remove column ${which}`} onClick={onRemove}>
            Remove
          </button>
        )}
      </div>
      {!isUnit(unit) && <p className="refusal">“{unit}” is not a unit that is known.</p>}
    </div>
  );
}

interface ComputedFieldsProps extends ColumnFieldsProps {
  computed: readonly Computed[];
}

/** Columns that follow from the typed ones by a formula, seen at once. */
export function ComputedFields({ sheet, computed, onChange }: ComputedFieldsProps) {
  const put = (list: Sheet['computed']): void => onChange({ ...sheet, computed: list });
  return (
    <section aria-label="Computed columns" className="panel-pad">
      {sheet.computed.map((column, k) => {
        const set = (change: object) => put(sheet.computed.map((c, i) => (i === k ? { ...c, ...change } : c)));
        return (
          <div key={k} className="sheet-column" role="group" aria-label={`Computed column ${k + 1}`}>
            <div className="sheet-line">
              <Input
                size="small"
                aria-label={`Symbol of computed column ${k + 1}`}
                value={column.symbol}
                onChange={(e) => set({ symbol: e.target.value, name: e.target.value })}
              />
              =
              <Input
                size="small"
                className="sheet-formula"
                aria-label={`Formula of computed column ${k + 1}`}
                placeholder="9.81 [m/s^2] * H * Q"
                value={column.formula}
                onChange={(e) => set({ formula: e.target.value })}
              />
              <Input
                size="small"
                aria-label={`Unit of computed column ${k + 1}`}
                placeholder="unit"
                value={column.unit}
                onChange={(e) => set({ unit: e.target.value })}
              />
            </div>
            {computed[k]?.problem && <p className="refusal">{computed[k].problem}</p>}
            <Button size="small" type="text" onClick={() => put(sheet.computed.filter((_, i) => i !== k))}>
              Remove
            </Button>
          </div>
        );
      })}
      <button
        className="quiet"
        onClick={() => {
          const symbol = `f_${sheet.computed.length + 1}`;
          put([...sheet.computed, { symbol, name: symbol, unit: '', formula: '' }]);
        }}
      >
        + Computed column
      </button>
    </section>
  );
}
