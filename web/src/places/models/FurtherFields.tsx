import type { ConditionRow, FitBody, FurtherSource, RunRow } from '@undameter/contract';
import { sameUnit } from '@undameter/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Select } from 'antd';
import { offeredOn } from '../../condition/choosing';
import { ConditionsSelect } from '../../condition/ConditionsSelect';
import { OneSeriesOf } from '../../condition/OneSeriesOf';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { ChannelSelect } from '../../step/ChannelSelect';
import type { FormChannel } from '../../step/stepFields';
import { pointsOn } from './draft';
import { pointsOf, withChangedSource, withChannel, withoutSource, withSource } from './seriesOfFit';

interface FurtherFieldsProps {
  body: FitBody;
  runs: readonly RunRow[];
  /** Of the run of the fit itself. */
  channels: readonly FormChannel[];
  conditions: readonly ConditionRow[];
  onChange(body: FitBody): void;
}

/** Series of other channels and other runs beside those of the fit, in one board and on one chart. */
export function FurtherFields({ body, runs, channels, conditions, onChange }: FurtherFieldsProps) {
  const client = useQueryClient();
  const further = body.further ?? [];
  const unit = channels.find((c) => c.symbol === body.y)?.unit;
  // First those that need no conversion.
  const isAlike = (c: FormChannel): boolean => unit !== undefined && sameUnit(c.unit, unit);
  const offered = channels
    .filter((c) => c.symbol !== body.x && c.symbol !== body.y)
    .sort((a, b) => Number(isAlike(b)) - Number(isAlike(a)));
  const addRun = async (runId: number) => {
    const there = await client.fetchQuery(queries.bench(runId));
    onChange(withSource(body, pointsOn(pointsOf(body), runId, there.channels, conditions)));
  };
  return (
    <details className="ranges" open={further.length > 0}>
      <summary>Further series</summary>
      {further.map((source) => (
        <SourceFields
          key={source.id}
          source={source}
          runs={runs}
          conditions={conditions}
          onChange={(next) => onChange(withChangedSource(body, next))}
          onRemove={() => onChange(withoutSource(body, source.id))}
        />
      ))}
      <Field label="Add" hint="converted to the units of x and y above" group>
        <Select<string | null>
          aria-label="Add another channel"
          placeholder="another channel"
          popupMatchSelectWidth={false}
          showSearch={{ optionFilterProp: 'label' }}
          value={null}
          options={offered.map((c) => ({ value: c.symbol, label: `${c.symbol}  ${c.name}` }))}
          onChange={(y) => y !== null && onChange(withChannel(body, y))}
        />
        <Select<number | null>
          aria-label="Add another run"
          placeholder="another run"
          popupMatchSelectWidth={false}
          value={null}
          options={runs.filter((r) => r.id !== body.runId).map((r) => ({ value: r.id, label: r.name }))}
          onChange={(runId) => runId !== null && void addRun(runId)}
        />
      </Field>
    </details>
  );
}

interface SourceFieldsProps {
  source: FurtherSource;
  runs: readonly RunRow[];
  conditions: readonly ConditionRow[];
  onChange(source: FurtherSource): void;
  onRemove(): void;
}

/** Where the points of one further source come from. */
function SourceFields({ source, runs, conditions, onChange, onRemove }: SourceFieldsProps) {
  const { data: bench } = useQuery(queries.bench(source.runId));
  const channels = bench?.channels ?? [];
  const run = runs.find((r) => r.id === source.runId)?.name ?? '';
  const called = `${source.y || 'a channel'} of ${run}`;
  return (
    <div role="group" aria-label={called} className="further-source">
      <span className="further-head">
        <b className="clip grow">{called}</b>
        <button className="quiet" aria-label={`Take ${called} away`} onClick={onRemove}>
          Take away
        </button>
      </span>
      <span className="pair">
        <ChannelSelect
          label={`x, ${called}`}
          channels={channels}
          value={source.x}
          onChange={(x) => onChange({ ...source, x })}
        />
        <ChannelSelect
          label={`y, ${called}`}
          channels={channels}
          value={source.y}
          onChange={(y) => onChange({ ...source, y })}
        />
      </span>
      {channels.length > 0 && (source.x === '' || source.y === '') && (
        <span className="doubt">It takes part once it has an x and a y.</span>
      )}
      <ConditionsSelect
        label={`Conditions, ${called}`}
        conditions={offeredOn(conditions, source.runId)}
        value={source.conditionIds}
        onChange={(conditionIds) => onChange({ ...source, conditionIds })}
      />
      {source.conditionIds.length > 1 && (
        <OneSeriesOf
          label={`One series of, ${called}`}
          chosen={conditions.filter((c) => source.conditionIds.includes(c.id))}
          value={source.oneSeriesOf}
          onChange={(oneSeriesOf) => onChange({ ...source, oneSeriesOf })}
        />
      )}
    </div>
  );
}
