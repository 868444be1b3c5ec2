import { builtIns } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Input, InputNumber, Select, Slider } from 'antd';
import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { queries } from '../data/queries';
import { ChannelSelect } from './ChannelSelect';
import { FormulaField } from './FormulaField';
import { RangesField } from './RangesField';
import type { FieldSchema, StepFormProps } from './stepFields';

/** Which control a field gets: by its hint, else by its type. */
export function controlOf(
  name: string,
  schema: FieldSchema,
  props: StepFormProps,
  set: (value: unknown) => void,
): ReactNode {
  const { step, channels } = props;
  const value = step.settings[name] ?? schema.default;
  const label = schema.title ?? name;
  const unit = String(step.settings['unit'] ?? '');
  switch (schema.field) {
    case 'channel':
      return <ChannelSelect label={label} channels={channels} value={value as string} onChange={set} />;
    case 'channelOrNone':
      return (
        <ChannelSelect label={label} channels={channels} value={(value ?? '') as string} onChange={set} allowNone />
      );
    case 'channels':
      return (
        <Select
          mode="multiple"
          aria-label={label}
          popupMatchSelectWidth={false}
          value={value as string[]}
          onChange={set}
          options={channels.map((c) => ({ value: c.symbol, label: c.symbol, title: c.name }))}
        />
      );
    case 'table':
      return <TableSelect label={label} value={value as string} onChange={set} />;
    case 'formula':
      return <FormulaField {...props} value={value as string} unit={unit} onChange={set} />;
    case 'ranges':
      return <RangesField value={value as [number, number][]} unit={unit} onChange={set} />;
    case 'corners':
      return <span className="soft">{(value as unknown[]).length} corners; draw anew on the chart</span>;
    case 'numberOrNone':
      return (
        <InputNumber aria-label={label} placeholder="none" value={(value ?? null) as number | null} onChange={set} />
      );
    default:
      return plainControl(label, schema, value, set);
  }
}

/** By its type alone. */
export function plainControl(
  label: string,
  schema: FieldSchema,
  value: unknown,
  set: (value: unknown) => void,
): ReactNode {
  if (schema.anyOf)
    return (
      <Select
        aria-label={label}
        popupMatchSelectWidth={false}
        options={schema.anyOf.map((o) => ({ value: o.const ?? '', label: o.title ?? o.const }))}
        value={(value ?? schema.anyOf[0]?.const) as string}
        onChange={set}
      />
    );
  if (schema.type !== 'integer' && schema.type !== 'number')
    return <Input aria-label={label} value={value as string} onChange={(e) => set(e.target.value)} />;
  const isWindow = schema.field === 'window';
  return (
    <span className="with-slider">
      <InputNumber
        aria-label={label}
        value={value as number}
        {...(schema.minimum === undefined ? {} : { min: schema.minimum })}
        {...(schema.maximum === undefined ? {} : { max: schema.maximum })}
        step={isWindow ? 2 : schema.type === 'integer' ? 1 : ('any' as never)}
        {...(schema.type === 'integer' ? { precision: 0 } : {})}
        onChange={(v) => v !== null && set(v)}
      />
      {isWindow && (
        <Slider
          min={3}
          max={201}
          step={2}
          value={Math.min(201, value as number)}
          onChange={set}
          tooltip={{ open: false }}
        />
      )}
    </span>
  );
}

/** The property tables of the campaign, and what is built in. */
function TableSelect({ label, value, onChange }: { label: string; value: string; onChange(symbol: string): void }) {
  const { data: tables = [] } = useQuery(queries.tables(Number(useParams()['campaignId'])));
  return (
    <Select
      aria-label={label}
      placeholder="Choose a table"
      popupMatchSelectWidth={false}
      value={value === '' ? undefined : value}
      onChange={onChange}
      options={[
        {
          label: 'of the campaign',
          options: tables.map((t) => ({ value: t.symbol, label: `${t.symbol}  ${t.name}` })),
        },
        {
          label: 'built in',
          options: builtIns
            .filter((b) => b.arguments.length <= 2)
            .map((b) => ({ value: b.symbol, label: `${b.symbol}  ${b.name}` })),
        },
      ]}
    />
  );
}
