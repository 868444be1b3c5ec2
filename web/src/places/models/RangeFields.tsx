import { InputNumber } from 'antd';
import { useState } from 'react';
import { Field } from '../../parts/Field';

type Range = readonly [number, number];

interface RangeFieldsProps {
  /** Names of the series. */
  series: readonly string[];
  ranges: Readonly<Record<string, Range>>;
  /** Over which the curve is drawn; absent: over its points. */
  reach: Range | undefined;
  onReach(range: [number, number] | undefined): void;
  unit: string;
  onChange(series: string, range: [number, number] | undefined): void;
}

/** The range of x that is fitted, for each series: typed here as well as dragged on the chart. */
export const RangeFields = ({ series, ranges, reach, unit, onChange, onReach }: RangeFieldsProps) => (
  <details className="ranges" open={Object.keys(ranges).length > 0 || reach !== undefined}>
    <summary>Range of x{series.length > 1 ? ', by series' : ''}</summary>
    {series.map((name) => (
      <RangeField
        key={`${name} ${JSON.stringify(ranges[name] ?? null)}`}
        name={name}
        range={ranges[name]}
        unit={unit}
        onChange={(range) => onChange(name, range)}
      />
    ))}
    <RangeField
      key={`reach ${JSON.stringify(reach ?? null)}`}
      name="Curve drawn"
      range={reach}
      unit={unit}
      onChange={onReach}
    />
  </details>
);

interface RangeFieldProps {
  name: string;
  range: Range | undefined;
  unit: string;
  onChange(range: [number, number] | undefined): void;
}

/** What was dragged has more digits than a hand. */
const rounded = (end: number | undefined): number | null => (end === undefined ? null : Number(end.toPrecision(6)));

function RangeField({ name, range, unit, onChange }: RangeFieldProps) {
  const shown = [rounded(range?.[0]), rounded(range?.[1])] as const;
  const [ends, setEnds] = useState<[number | null, number | null]>([...shown]);
  const [from, to] = ends;
  const isReversed = from !== null && to !== null && from >= to;
  const keep = (): void => {
    if (from !== null && to !== null && !isReversed && (from !== shown[0] || to !== shown[1])) onChange([from, to]);
    else if (from === null && to === null && range) onChange(undefined);
  };
  const end = (label: string, which: 0 | 1) => (
    <InputNumber
      size="small"
      aria-label={`${label}, ${name}`}
      placeholder={which === 0 ? 'first' : 'last'}
      status={isReversed ? 'error' : ''}
      value={ends[which]}
      onChange={(v) => setEnds(which === 0 ? [v, to] : [from, v])}
      onBlur={keep}
      onPressEnter={keep}
    />
  );
  return (
    <Field
      group
      label={name}
      hint={
        isReversed
          ? 'The lower end must lie below the upper one.'
          : (from === null) !== (to === null)
            ? 'Type both ends.'
            : undefined
      }
    >
      {end('From', 0)} {end('To', 1)} <span className="soft">{unit}</span>
      {range && (
        <button className="quiet" onClick={() => onChange(undefined)}>
          Whole range
        </button>
      )}
    </Field>
  );
}
