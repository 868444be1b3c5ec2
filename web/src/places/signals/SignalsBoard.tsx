import { Segmented } from 'antd';
import { useState, type ReactNode } from 'react';
import { newStep } from '../../run/useProcedure';
import { ChannelBoard } from './ChannelBoard';
import { CycleBoard } from './distribution/CycleBoard';
import { PeakBoard } from './spectrum/PeakBoard';
import { StretchBoard } from './StretchBoard';
import { isOnTrial } from './trial';
import type { Signals } from './useSignals';

const MOST_SHOWN = 9;

/** Views whose result is a table, and what it is called. */
const tables: Readonly<Record<string, string>> = { spectrum: 'lines', cycles: 'cycles' };

/** The channels of the run, what the view in front of them found, or the numbers of the stretch that is selected. */
export function SignalsBoard({ signals }: { signals: Signals }) {
  const { state, stretch, data } = signals;
  const { bench, along, view } = data;
  const [isOfView, setOfView] = useState(true);
  const { selection } = state;
  if (selection && selection[0] !== selection[1])
    return <StretchBoard rows={stretch} channels={bench?.channels ?? []} timeUnit={along?.unit ?? ''} />;
  const table = tables[view.view];
  const tools = table !== undefined && (
    <Segmented
      size="small"
      aria-label="On the board"
      value={isOfView ? table : 'channels'}
      onChange={(wanted) => setOfView(wanted === table)}
      options={[table, 'channels']}
    />
  );
  return tools && isOfView ? (
    <BoardOfView signals={signals} tools={tools} />
  ) : (
    <Channels signals={signals} others={tools} />
  );
}

function BoardOfView({ signals, tools }: { signals: Signals; tools: ReactNode }) {
  const { bench, view } = signals.data;
  const channels = bench?.channels ?? [];
  if (view.view === 'cycles') return <CycleBoard found={view.cycles.data} channels={channels} tools={tools} />;
  const { data, isOrders, nameOfCondition } = view.spectra;
  return (
    <PeakBoard
      spectra={data}
      channels={channels}
      timeUnit={view.timeUnit}
      isOrders={isOrders}
      nameOfCondition={nameOfCondition}
      tools={tools}
    />
  );
}

function Channels({ signals, others }: { signals: Signals; others: ReactNode }) {
  const { runId, run, procedure, state, data } = signals;
  const { bench, shown, choose } = data;
  const toggle = (symbol: string) =>
    choose(shown.includes(symbol) ? shown.filter((s) => s !== symbol) : [...shown, symbol].slice(-MOST_SHOWN));
  return (
    <ChannelBoard
      runId={runId}
      others={others}
      run={run.data}
      stretch={state.selection ?? state.window}
      onConvert={(channel, unit) => procedure.append(newStep('convertUnit', 1, { channel, unit }))}
      bench={bench && { ...bench, channels: bench.channels.filter((c) => !isOnTrial(c.symbol)) }}
      shown={shown}
      colourOf={data.colourOf}
      onToggle={toggle}
    />
  );
}
