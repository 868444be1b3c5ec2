import type { BenchReply } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Button, Popover, Segmented, Select } from 'antd';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import { exportAddress, type ExportChoice } from './exportAddress';

interface ExportRunProps {
  runId: number;
  bench: BenchReply;
  shown: readonly string[];
  /** The stretch that is selected on the chart, or its window. */
  stretch: readonly [number, number] | null;
}

/** Takes samples out, with units; what is taken out can be brought in again to the same numbers. */
export function ExportRun(props: ExportRunProps) {
  return (
    <Popover trigger="click" placement="topRight" destroyOnHidden content={<Form {...props} />}>
      <button className="quiet">Export samples</button>
    </Popover>
  );
}

function Form({ runId, bench, shown, stretch }: ExportRunProps) {
  const [choice, setChoice] = useState<ExportChoice>({ which: 'logged', format: 'csv', symbols: [], stretch: null });
  const { data: about } = useQuery(queries.about());
  const formats = about?.writes.map((w) => ({ value: w.kind, label: `${w.title} (.${w.extension})` })) ?? [];
  const set = (change: Partial<ExportChoice>) => setChoice({ ...choice, ...change });
  const along = bench.channels.find((c) => c.symbol === bench.along);
  const offered = bench.channels.filter((c) => choice.which === 'kept' || c.origin === 'logged');
  const unit = printUnit(along?.unit ?? '');
  return (
    <div className="declare">
      <Field label="Samples">
        <Segmented<ExportChoice['which']>
          value={choice.which}
          onChange={(which) => set({ which, symbols: [] })}
          options={[
            { value: 'logged', label: 'as logged' },
            { value: 'kept', label: 'kept ones' },
          ]}
        />
      </Field>
      <Field label="Stretch">
        <Select
          aria-label="Stretch"
          value={choice.stretch ? 'part' : 'all'}
          onChange={(v) => set({ stretch: v === 'part' ? stretch : null })}
          options={[
            { value: 'all', label: 'the whole run' },
            ...(stretch
              ? [{ value: 'part', label: `${formatValue(stretch[0], 5)} to ${formatValue(stretch[1], 5)} ${unit}` }]
              : []),
          ]}
        />
      </Field>
      <Field label="Channels">
        <Select
          mode="multiple"
          aria-label="Channels"
          placeholder="all"
          maxTagCount="responsive"
          value={choice.symbols}
          onChange={(symbols) => set({ symbols })}
          options={offered.map((c) => ({ value: c.symbol, label: c.symbol }))}
        />
      </Field>
      <p className="buttons">
        <button
          className="quiet"
          onClick={() =>
            set({
              symbols: offered.filter((c) => c.symbol === bench.along || shown.includes(c.symbol)).map((c) => c.symbol),
            })
          }
        >
          Those on the chart
        </button>
        <button className="quiet" onClick={() => set({ symbols: [] })}>
          All
        </button>
      </p>
      <Field label="Format">
        <Select aria-label="Format" value={choice.format} onChange={(format) => set({ format })} options={formats} />
      </Field>
      <Button type="primary" href={exportAddress(runId, choice)} download>
        Export
      </Button>
    </div>
  );
}
