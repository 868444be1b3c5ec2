import { interpolationMethods, methodOf, type AxisScale } from '@undameter/core';
import { Input, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { UncertaintyFields } from '../../uncertainty/UncertaintyFields';
import { reshaped, type Shape } from './cells';
import type { TableDraft } from './state';

const shapes: { value: Shape; label: string }[] = [
  { value: 'curve', label: 'one' },
  { value: 'grid', label: 'two, a grid' },
  { value: 'scattered', label: 'two, points' },
];
const scales: { value: AxisScale; label: string }[] = [
  { value: 'plain', label: 'as it is' },
  { value: 'log', label: 'by its logarithm' },
  { value: 'reciprocal', label: 'by its reciprocal' },
];
const outsides: { value: TableDraft['outside']; label: string }[] = [
  { value: 'refuse', label: 'refuse: missing, counted' },
  { value: 'hold', label: 'hold the end value, marked' },
  { value: 'extend', label: 'extend the end piece, marked' },
];

interface TableFormProps {
  draft: TableDraft;
  /** It was made in this campaign, so that it need not be shared. */
  canBeOwn: boolean;
  onChange(part: Partial<TableDraft>): void;
}

/** What a table is, where it comes from, and how it is read between and beyond its knots. */
export function TableForm({ draft, canBeOwn, onChange }: TableFormProps) {
  const { shape, second } = draft;
  const text = (label: string, field: 'symbol' | 'name' | 'xName' | 'xUnit' | 'yUnit', hint?: string) => (
    <Field label={label} hint={hint}>
      <Input value={draft[field]} onChange={(e) => onChange({ [field]: e.target.value })} />
    </Field>
  );
  const ofSecond = (part: Partial<TableDraft['second']>) => onChange({ second: { ...second, ...part } });
  return (
    <div className="panel-pad">
      {text('Quantity', 'name')}
      {text(
        'Symbol',
        'symbol',
        draft.symbol
          ? `called in formulas as ${draft.symbol}(${shape === 'curve' ? '…' : '…, …'})`
          : 'the name of the function in formulas',
      )}
      {text('Unit', 'yUnit')}
      <Field label="Source">
        <Input.TextArea
          autoSize
          value={draft.source}
          onChange={(e) => onChange({ source: e.target.value })}
          placeholder="a standard's number, a handbook, a certificate"
        />
      </Field>
      <Field label="Arguments" group>
        <Segmented<Shape>
          size="small"
          aria-label="Arguments"
          value={shape}
          options={shapes}
          onChange={(to) => onChange({ shape: to, cells: reshaped(shape, to, draft.cells) })}
        />
      </Field>
      {text('Argument', 'xName')}
      {text('Its unit', 'xUnit')}
      {shape !== 'scattered' && (
        <Method label="Between knots" value={draft.method} onChange={(method) => onChange({ method })} />
      )}
      <Scale label="Argument counts" value={draft.xScale} onChange={(xScale) => onChange({ xScale })} />
      {shape !== 'curve' && (
        <>
          <Field label="Second argument">
            <Input value={second.name} onChange={(e) => ofSecond({ name: e.target.value })} />
          </Field>
          <Field label="Unit of the second">
            <Input value={second.unit} onChange={(e) => ofSecond({ unit: e.target.value })} />
          </Field>
          {shape === 'grid' && (
            <Method label="Between its knots" value={second.method} onChange={(method) => ofSecond({ method })} />
          )}
          <Scale label="The second counts" value={second.scale} onChange={(scale) => ofSecond({ scale })} />
        </>
      )}
      {shape === 'scattered' && <p className="soft">Between the points: flat triangles (Delaunay).</p>}
      <Scale label="Value counts" value={draft.yScale} onChange={(yScale) => onChange({ yScale })} />
      <Field label="Outside">
        <Select
          aria-label="Outside"
          value={draft.outside}
          options={outsides}
          onChange={(outside) => onChange({ outside })}
        />
      </Field>
      <UncertaintyFields
        unit={draft.yUnit}
        value={draft.uncertainty}
        onChange={(uncertainty) => onChange({ uncertainty })}
      />
      <Field label="Used in" group hint={canBeOwn ? undefined : 'It was made in another campaign.'}>
        <Segmented<boolean>
          size="small"
          aria-label="Used in"
          value={draft.isShared}
          disabled={!canBeOwn}
          options={[
            { value: false, label: 'this campaign' },
            { value: true, label: 'all campaigns' },
          ]}
          onChange={(isShared) => onChange({ isShared })}
        />
      </Field>
      <Field label="Notes">
        <Input.TextArea
          aria-label="Notes"
          autoSize
          value={draft.notes}
          onChange={(e) => onChange({ notes: e.target.value })}
        />
      </Field>
    </div>
  );
}

interface ChoiceProps<T> {
  label: string;
  value: T;
  onChange(value: T): void;
}

const Method = ({ label, value, onChange }: ChoiceProps<string>) => (
  <Field label={label} hint={methodOf(value).says}>
    <Select
      aria-label={label}
      value={methodOf(value).kind}
      options={interpolationMethods.map((m) => ({ value: m.kind, label: m.title }))}
      onChange={onChange}
    />
  </Field>
);

const Scale = ({ label, value, onChange }: ChoiceProps<AxisScale>) => (
  <Field label={label}>
    <Select<AxisScale> aria-label={label} value={value} options={scales} onChange={onChange} />
  </Field>
);
