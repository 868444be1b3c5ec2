import { useMutation, useQuery } from '@tanstack/react-query';
import type { RowsBody, RowsReply, RunRow } from '@undameter/contract';
import { formatCount, sameDimension, parseUnit } from '@undameter/core';
import { Button, Select } from 'antd';
import { useState } from 'react';
import { Sentence } from '../../../parts/Sentence';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { ChannelSelect } from '../../../step/ChannelSelect';

interface TakeRowsProps {
  label: string;
  runs: readonly Pick<RunRow, 'id' | 'name'>[];
  /** Symbols that are looked for first, one for each number of a row. */
  wanted: readonly string[];
  /** In which the numbers are taken. */
  unit: string;
  /** Each row once. */
  isDistinct?: boolean;
  onTake(rows: number[][]): void;
}

/** Takes numbers from the channels of another run: the stations or the places of its taps. */
export function TakeRows({ label, runs, wanted, unit, isDistinct = false, onTake }: TakeRowsProps) {
  const [runId, setRunId] = useState<number | undefined>();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const bench = useQuery({ ...queries.bench(runId ?? 0), enabled: runId !== undefined });
  const take = useMutation({
    mutationFn: (body: RowsBody) => ask<RowsReply>(`/runs/${runId}/rows`, { body }),
    onSuccess: ({ rows }) => onTake(rows),
  });
  if (runs.length === 0) return null;
  const channels = (bench.data?.channels ?? []).filter((c) => c.labels === null && fits(c.unit, unit));
  const symbols = wanted.map((symbol, k) => chosen[k] ?? channels.find((c) => c.symbol === symbol)?.symbol ?? '');
  const { data } = take;
  return (
    <div className="take-rows" role="group" aria-label={label}>
      <Select
        aria-label={label}
        placeholder={`${label}…`}
        popupMatchSelectWidth={false}
        value={runId}
        onChange={(id) => {
          setRunId(id);
          setChosen([]);
          take.reset();
        }}
        options={runs.map((r) => ({ value: r.id, label: r.name }))}
      />
      {runId !== undefined &&
        symbols.map((symbol, k) => (
          <ChannelSelect
            key={wanted[k]}
            label={`Channel for ${wanted[k]}`}
            channels={channels}
            value={symbol}
            onChange={(next) => setChosen(symbols.map((old, i) => (i === k ? next : old)))}
          />
        ))}
      {runId !== undefined && (
        <Button
          size="small"
          loading={take.isPending}
          disabled={symbols.includes('')}
          onClick={() => take.mutate({ symbols: [...symbols], isDistinct, unit })}
        >
          Take
        </Button>
      )}
      {data && (
        <p className="soft">
          {formatCount(data.rows.length)} taken
          {data.leftOut > 0 && `; ${formatCount(data.leftOut)} left out: set aside, or without a value`}
        </p>
      )}
      <Sentence error={take.error ?? bench.error} />
    </div>
  );
}

/** A unit that is not known is refused by the server, in its words. */
function fits(have: string, want: string): boolean {
  try {
    return sameDimension(parseUnit(have).dimension, parseUnit(want).dimension);
  } catch {
    return false;
  }
}
