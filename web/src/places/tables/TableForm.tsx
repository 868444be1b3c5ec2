import { interpolationMethods, methodOf, type AxisScale, type BetweenPoints, type Uncertainty } from '@undameter/core';
import { Input, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { statedMeanings } from '../../uncertainty/statedMeanings';
import { UncertaintyFields } from '../../uncertainty/UncertaintyFields';
import { reshaped, type Shape } from './cells';
import { emptyErrors, reshapedErrors } from './errorCells';
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
export function TableForm(props: TableFormProps) {
  const { draft, onChange } = props;
  return (
    <div className="panel-pad">
      <QuantityFields {...props} />
      <ArgumentFields {...props} />
      <Scale label="Value counts" value={draft.yScale} onChange={(yScale) => onChange({ yScale })} />
      <Field label="Outside">
        <Select
          aria-label="Outside"
          value={draft.outside}
          options={outsides}
          onChange={(outside) => onChange({ outside })}
        />
      </Field>
      <HowSure {...props} />
      <UseFields {...props} />
    </div>
  );
}

/** The ± of the table: alike for all of its values, or stated at each knot. */
function HowSure({ draft: { shape, cells, yUnit, uncertainty, knotErrors }, onChange }: TableFormProps) {
  return (
    <>
      <Field
        label="± of"
        group
        hint={knotErrors ? 'Typed beside the values; straight in between, and off the same way all over.' : undefined}
      >
        <Segmented<boolean>
          size="small"
          aria-label="± of"
          value={knotErrors !== null}
          options={[
            { value: false, label: 'all values alike' },
            { value: true, label: 'each knot' },
          ]}
          onChange={(each) =>
            onChange({ knotErrors: each ? { statedAs: 'twice', cells: emptyErrors(shape, cells) } : null })
          }
        />
      </Field>
      {knotErrors ? (
        <Field label="Stated as">
          <Select<Uncertainty['statedAs']>
            aria-label="Stated as"
            value={knotErrors.statedAs}
            options={statedMeanings}
            onChange={(statedAs) => onChange({ knotErrors: { ...knotErrors, statedAs } })}
          />
        </Field>
      ) : (
        <UncertaintyFields unit={yUnit} value={uncertainty} onChange={(next) => onChange({ uncertainty: next })} />
      )}
    </>
  );
}

type TextField = 'symbol' | 'name' | 'xName' | 'xUnit' | 'yUnit';

function Text({
  label,
  field,
  hint,
  draft,
  onChange,
}: TableFormProps & { label: string; field: TextField; hint?: string }) {
  return (
    <Field label={label} hint={hint}>
      <Input value={draft[field]} onChange={(e) => onChange({ [field]: e.target.value })} />
    </Field>
  );
}

function QuantityFields(props: TableFormProps) {
  const { draft, onChange } = props;
  const called = draft.symbol
    ? `called in formulas as ${draft.symbol}(${draft.shape === 'curve' ? '…' : '…, …'})`
    : 'the name of the function in formulas';
  return (
    <>
      <Text {...props} label="Quantity" field="name" />
      <Text {...props} label="Symbol" field="symbol" hint={called} />
      <Text {...props} label="Unit" field="yUnit" />
      <Field label="Source">
        <Input.TextArea
          autoSize
          value={draft.source}
          onChange={(e) => onChange({ source: e.target.value })}
          placeholder="a standard's number, a handbook, a certificate"
        />
      </Field>
    </>
  );
}

/** What the value depends on, and how it runs between the knots of each argument. */
function ArgumentFields(props: TableFormProps) {
  const { draft, onChange } = props;
  const { shape } = draft;
  return (
    <>
      <Field label="Arguments" group>
        <Segmented<Shape>
          size="small"
          aria-label="Arguments"
          value={shape}
          options={shapes}
          onChange={(to) =>
            onChange({ shape: to, cells: reshaped(shape, to, draft.cells), knotErrors: reshapedErrors(draft, to) })
          }
        />
      </Field>
      <Text {...props} label="Argument" field="xName" />
      <Text {...props} label="Its unit" field="xUnit" />
      {shape !== 'scattered' && (
        <Method label="Between knots" value={draft.method} onChange={(method) => onChange({ method })} />
      )}
      <Scale label="Argument counts" value={draft.xScale} onChange={(xScale) => onChange({ xScale })} />
      {shape !== 'curve' && <SecondFields {...props} />}
      {shape === 'scattered' && (
        <Between
          value={draft.second.between ?? 'triangles'}
          onChange={(between) => onChange({ second: { ...draft.second, between } })}
        />
      )}
    </>
  );
}

function SecondFields({ draft: { shape, second }, onChange }: TableFormProps) {
  const set = (part: Partial<TableDraft['second']>) => onChange({ second: { ...second, ...part } });
  return (
    <>
      <Field label="Second argument">
        <Input value={second.name} onChange={(e) => set({ name: e.target.value })} />
      </Field>
      <Field label="Unit of the second">
        <Input value={second.unit} onChange={(e) => set({ unit: e.target.value })} />
      </Field>
      {shape === 'grid' && (
        <Method label="Between its knots" value={second.method} onChange={(method) => set({ method })} />
      )}
      <Scale label="The second counts" value={second.scale} onChange={(scale) => set({ scale })} />
    </>
  );
}

/** Where the table can be used, and what else is to be said of it. */
function UseFields({ draft, canBeOwn, onChange }: TableFormProps) {
  return (
    <>
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
    </>
  );
}

interface ChoiceProps<T> {
  label: string;
  value: T;
  onChange(value: T): void;
}

const betweenPoints: Readonly<Record<BetweenPoints, { label: string; hint: string }>> = {
  triangles: { label: 'Flat triangles', hint: 'Delaunay: never above or below the three points around.' },
  thinPlate: {
    label: 'Smooth, a thin plate',
    hint: 'Bent as little as possible through all points (Duchon); may run above and below them.',
  },
};

const Between = ({ value, onChange }: Omit<ChoiceProps<BetweenPoints>, 'label'>) => (
  <Field label="Between points" hint={betweenPoints[value].hint}>
    <Select<BetweenPoints>
      aria-label="Between points"
      value={value}
      options={Object.entries(betweenPoints).map(([kind, { label }]) => ({ value: kind as BetweenPoints, label }))}
      onChange={onChange}
    />
  </Field>
);

const Method = ({ label, value, onChange }: ChoiceProps<string>) => (
  <Field label={label} hint={methodOf(value).explanation}>
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
