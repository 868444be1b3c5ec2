import { limitKindOf, printUnit, type SingleLimit, type SteadyLimit } from '@undameter/core';
import { Input, InputNumber, Select } from 'antd';
import type { ReactNode } from 'react';
import type { LimitChannel } from './limits';
import { WatchedChannels } from './WatchedChannels';

interface LimitFieldsProps {
  limit: SingleLimit;
  /** How the limit is called for readers who do not see it: "limit 2". */
  label: string;
  channels: readonly LimitChannel[];
  onChange(limit: SingleLimit): void;
}

/** The parts of a field's schema that its control is made from; see LimitKind. */
interface FieldSchema {
  title?: string;
  field?: string;
  before?: string;
  after?: string;
  unitFrom?: string;
  minimum?: number;
  placeholder?: string;
  /** Of a choice: what can be chosen. */
  anyOf?: { const?: string; title?: string }[];
}

/** The fields of one limit, made from the schema of its kind; what has no field of its own is said in words. */
export function LimitFields({ limit, label, channels, onChange }: LimitFieldsProps) {
  const kind = limitKindOf(limit);
  const values = limit as unknown as Record<string, unknown>;
  const fields = (Object.entries(kind.schema.properties) as [string, FieldSchema][]).filter(
    ([key, schema]) => key !== 'kind' && schema.field !== 'hidden',
  );
  if (fields.length === 0) return <span className="words soft">{kind.words(limit)}</span>;
  const field = ([key, schema]: [string, FieldSchema]) => (
    <LimitField
      key={key}
      schema={schema}
      value={values[key]}
      unit={schema.unitFrom === undefined ? undefined : printUnit(String(values[schema.unitFrom]))}
      of={label}
      limit={limit}
      channels={channels}
      onChange={(value) => onChange({ ...limit, [key]: value } as SingleLimit)}
    />
  );
  // Fields whose unit or whose meaning is said beside them read as one sentence.
  const isSpoken = ([, { unitFrom, after }]: [string, FieldSchema]): boolean => (unitFrom ?? after) !== undefined;
  const spoken = fields.filter(isSpoken);
  return (
    <>
      {fields.filter((f) => !isSpoken(f)).map(field)}
      {spoken.length > 0 && <span className="words steady-times">{spoken.map(field)}</span>}
    </>
  );
}

interface LimitFieldProps {
  schema: FieldSchema;
  value: unknown;
  unit: string | undefined;
  of: string;
  limit: SingleLimit;
  channels: readonly LimitChannel[];
  onChange(value: unknown): void;
}

/** A control with what stands beside it. */
function LimitField(props: LimitFieldProps) {
  const { before, after } = props.schema;
  const { unit } = props;
  return (
    <>
      {before && <span>{before}</span>}
      {controlOf(props)}
      {unit !== undefined && <span>{after ? `${unit} ${after} ` : `${unit}, `}</span>}
      {unit === undefined && after && <span>{after}</span>}
    </>
  );
}

function controlOf({ schema, value, of, limit, channels, onChange }: LimitFieldProps): ReactNode {
  const label = `${schema.title} of ${of}`;
  switch (schema.field) {
    case 'unit':
      return <Input aria-label={label} value={value as string} onChange={(e) => onChange(e.target.value)} />;
    case 'choice':
      return (
        <Select
          aria-label={label}
          popupMatchSelectWidth={false}
          value={value as string}
          onChange={onChange}
          options={(schema.anyOf ?? []).map((one) => ({ value: one.const, label: one.title }))}
        />
      );
    case 'words':
      return (
        <Select
          mode="multiple"
          className="words"
          aria-label={label}
          placeholder="Choose words"
          value={value as string[]}
          onChange={onChange}
          options={wordsOf(limit, channels).map((word) => ({ value: word, label: word }))}
        />
      );
    case 'question':
      return (
        <Input.TextArea
          className="words"
          aria-label={label}
          autoSize={{ minRows: 1, maxRows: 4 }}
          placeholder="Q > 20 [L/min] and n > mean of n"
          spellCheck={false}
          value={value as string}
          onChange={(e) => onChange(e.target.value)}
        />
      );
    case 'watched':
      return (
        <WatchedChannels
          limit={limit as SteadyLimit}
          label={of}
          channels={channels}
          onChange={({ steady }) => onChange(steady)}
        />
      );
    default:
      return (
        <InputNumber
          aria-label={label}
          {...(schema.minimum === undefined ? {} : { min: schema.minimum })}
          {...(schema.anyOf ? { placeholder: schema.placeholder ?? 'any' } : {})}
          value={value as number | null}
          onChange={(v) => (v !== null || schema.anyOf) && onChange(v)}
        />
      );
  }
}

const wordsOf = (limit: SingleLimit, channels: readonly LimitChannel[]): readonly string[] =>
  channels.find((c) => 'symbol' in limit && c.symbol === limit.symbol)?.labels ?? [];
