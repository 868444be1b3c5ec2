import {
  byteOrders,
  registerTypes,
  type CommandSource,
  type InstrumentQuantity,
  type RegisterSource,
} from '@undameter/contract';
import { Input, InputNumber, Segmented, Select } from 'antd';
import { Field } from '../../../parts/Field';

interface QuantityFieldsProps {
  which: number;
  quantity: InstrumentQuantity;
  /** Its value as it was read a moment ago. */
  shown: string | undefined;
  onTry(): void;
  onChange(change: Partial<InstrumentQuantity>): void;
  onRemove(): void;
}

/** What of an instrument is read or set: its name and unit, where the instrument has it, what can be true. */
export function QuantityFields({ which, quantity, shown, onTry, onChange, onRemove }: QuantityFieldsProps) {
  const { source, access } = quantity;
  const text = (key: 'name' | 'symbol' | 'unit', label: string) => (
    <Input
      size="small"
      aria-label={`${label} of quantity ${which}`}
      placeholder={label.toLowerCase()}
      value={quantity[key]}
      onChange={(e) => onChange({ [key]: e.target.value })}
    />
  );
  return (
    <div className="quantity-fields" role="group" aria-label={`Quantity ${which}: ${quantity.name}`}>
      <div className="sheet-line">
        {text('name', 'Name')}
        {text('symbol', 'Symbol')}
        {text('unit', 'Unit')}
      </div>
      <div className="sheet-line">
        <Segmented
          size="small"
          aria-label={`Quantity ${which} is`}
          value={access}
          options={['read', 'set']}
          onChange={(now) => onChange({ access: now as InstrumentQuantity['access'] })}
        />
        <span className="grow" />
        {access === 'read' && (
          <button className="quiet" onClick={onTry}>
            Read once
          </button>
        )}
        <button className="quiet" aria-label={`Remove quantity ${which}`} onClick={onRemove}>
          Remove
        </button>
      </div>
      {shown !== undefined && (
        <p className="said number" role="status">
          {shown}
        </p>
      )}
      {source.by === 'command' ? (
        <CommandFields which={which} source={source} access={access} onChange={(next) => onChange({ source: next })} />
      ) : (
        <RegisterFields which={which} source={source} onChange={(next) => onChange({ source: next })} />
      )}
      <MeaningFields which={which} quantity={quantity} onChange={onChange} />
    </div>
  );
}

interface SourceFieldsProps<Source> {
  which: number;
  source: Source;
  onChange(source: Source): void;
}

const CommandFields = ({
  which,
  source,
  access,
  onChange,
}: SourceFieldsProps<CommandSource> & { access: InstrumentQuantity['access'] }) => (
  <Field label="Command" hint={access === 'set' ? '{value} stands for the value' : undefined} group>
    <span className="sheet-line">
      <Input
        aria-label={`Command of quantity ${which}`}
        className="sheet-formula"
        maxLength={200}
        value={source.command}
        onChange={(e) => onChange({ ...source, command: e.target.value })}
      />
      {access === 'read' && (
        <InputNumber
          aria-label={`Which value of the answer to quantity ${which}`}
          placeholder="value"
          title="Which of several values of the answer, from 1"
          min={1}
          max={1000}
          precision={0}
          value={source.value ?? null}
          onChange={(value) => {
            const { value: _, ...rest } = source;
            onChange(value === null ? rest : { ...rest, value });
          }}
        />
      )}
    </span>
  </Field>
);

function RegisterFields({ which, source, onChange }: SourceFieldsProps<RegisterSource>) {
  const select = <K extends 'table' | 'type' | 'order'>(key: K, label: string, values: readonly string[]) => (
    <Select
      size="small"
      popupMatchSelectWidth={false}
      aria-label={`${label} of quantity ${which}`}
      value={source[key] as string}
      options={values.map((value) => ({ value, label: value }))}
      onChange={(value) => onChange({ ...source, [key]: value })}
    />
  );
  const number = (key: 'address' | 'unit', label: string, max: number) => (
    <InputNumber
      size="small"
      aria-label={`${label} of quantity ${which}`}
      min={0}
      max={max}
      precision={0}
      value={source[key]}
      onChange={(value) => value !== null && onChange({ ...source, [key]: value })}
    />
  );
  return (
    <>
      <Field label="Register" hint="as it goes over the line, from 0" group>
        <span className="sheet-line">
          {select('table', 'Table', ['holding', 'input'])}
          {number('address', 'Register', 65535)}
        </span>
      </Field>
      <Field label="Holds, order" hint="A is the highest byte" group>
        <span className="sheet-line">
          {select('type', 'Type', registerTypes)}
          {select('order', 'Byte order', byteOrders)}
        </span>
      </Field>
      <Field label="Unit number" hint="of the device behind the address">
        {number('unit', 'Unit number', 255)}
      </Field>
    </>
  );
}

function MeaningFields({ which, quantity, onChange }: Pick<QuantityFieldsProps, 'which' | 'quantity' | 'onChange'>) {
  const number = (key: 'scale' | 'offset' | 'resolution', label: string, least?: number) => (
    <InputNumber
      size="small"
      aria-label={`${label} of quantity ${which}`}
      {...(least === undefined ? {} : { min: least })}
      value={quantity[key]}
      onChange={(value) => value !== null && onChange({ [key]: value })}
    />
  );
  const end = (key: 'low' | 'high', label: string) => (
    <InputNumber
      size="small"
      aria-label={`${label} of quantity ${which}`}
      placeholder="any"
      value={quantity[key]}
      onChange={(value) => onChange({ [key]: value })}
    />
  );
  return (
    <>
      <Field label="Times, plus" hint="from what it states to its unit" group>
        <span className="sheet-line">
          {number('scale', 'Scale')}
          {number('offset', 'Offset')}
        </span>
      </Field>
      <Field label="From, to" hint="what lies outside is no value" group>
        <span className="sheet-line">
          {end('low', 'Lowest value')}
          {end('high', 'Highest value')}
        </span>
      </Field>
      <Field label="Last digit" hint="in its unit; 0: not known">
        {number('resolution', 'Last digit', 0)}
      </Field>
    </>
  );
}
