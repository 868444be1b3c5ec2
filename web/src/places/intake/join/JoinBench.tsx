import type { CampaignReply } from '@undameter/contract';
import { conversion, parseUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { Chart, type Size } from '../../../chart/Chart';
import { queries } from '../../../data/queries';
import { Empty } from '../../../parts/Empty';
import { Picker } from '../../../parts/Picker';
import { Sentence } from '../../../parts/Sentence';
import { useTheme } from '../../../theme/ThemeProvider';
import { panned, zoomed } from '../../../chart/window';
import { joinOption } from './chartOption';
import { JoinPanel } from './JoinPanel';
import { begin, type JoinState } from './state';

interface JoinBenchProps {
  campaign: CampaignReply;
  runId: number;
  onLeave(): void;
}

/** A run goes on with another: its rows below, or its channels beside, at the run's own times. */
export function JoinBench({ campaign, runId, onLeave }: JoinBenchProps) {
  const others = campaign.runRows.filter((r) => r.id !== runId);
  const [otherId, setOtherId] = useState<number | undefined>(others[0]?.id);
  const run = useQuery(queries.run(runId));
  const other = useQuery({ ...queries.run(otherId ?? 0), enabled: otherId !== undefined });
  if (otherId === undefined) return <Empty title="There is no other run to join" />;
  const picker = (
    <Picker<number>
      label="Other run"
      placeholder="choose a run"
      value={otherId}
      options={others.map((r) => ({ value: r.id, label: `with ${r.name}` }))}
      onChange={setOtherId}
    />
  );
  if (!run.data || !other.data) return <Sentence error={run.error ?? other.error} />;
  return (
    <Bench
      key={`${otherId} ${run.data.sampleSet}`}
      run={run.data}
      other={other.data}
      picker={picker}
      onLeave={onLeave}
    />
  );
}

type BenchProps = Pick<Parameters<typeof JoinPanel>[0], 'run' | 'other'> & { picker: React.ReactNode; onLeave(): void };

function Bench({ run, other, picker, onLeave }: BenchProps) {
  const [state, setState] = useState<JoinState>(() => begin(run, other));
  const [window, setWindow] = useState<[number, number] | null>(null);
  const [width, setWidth] = useState(900);
  const { palette } = useTheme();
  const pixels = Math.max(100, width - 80);
  const whole = { from: null, to: null, pixels };
  const first = useQuery(queries.traces(run.id, { steps: [], symbols: state.symbol ? [state.symbol] : [], ...whole }));
  const second = useQuery(
    queries.traces(other.id, { symbols: state.otherSymbol ? [state.otherSymbol] : [], ...whole }),
  );
  const along = run.declared.find((c) => c.symbol === run.along);
  const itsAlong = other.declared.find((c) => c.symbol === other.along);
  const inOwnUnit = along && itsAlong ? factorOf(itsAlong.unit, along.unit) : 1;
  const moved = second.data && {
    ...second.data,
    traces: second.data.traces.map((t) => ({ ...t, x: t.x.map((x) => (x === null ? null : x * inOwnUnit)) })),
  };
  const range = first.data?.whole ?? ([0, 1] as [number, number]);
  const itsRange = second.data?.whole.map((x) => x * inOwnUnit) ?? [0, 0];
  // Rows below follow the last sample; where exactly is found when it is done.
  const shift =
    state.mode === 'channels' ? state.offset : state.times === 'follow' ? range[1] - itsRange[0]! : state.offset;
  const all: [number, number] = [Math.min(range[0], itsRange[0]! + shift), Math.max(range[1], itsRange[1]! + shift)];
  const shown = window ?? all;
  const channel = run.declared.find((c) => c.symbol === state.symbol);
  const its =
    other.declared.find((c) => c.symbol === state.otherSymbol) ??
    (state.otherSymbol ? { name: state.otherSymbol, symbol: state.otherSymbol, unit: '' } : undefined);
  const build = (size: Size) =>
    first.data && channel
      ? joinOption(
          {
            first: { traces: first.data, channel },
            second: moved && its ? { traces: moved, channel: its } : undefined,
            offset: shift,
            along: along ?? { name: 'Sample number', symbol: '', unit: '' },
            window: shown,
            palette,
          },
          size,
        )
      : {};
  const movedBy = (by: number) => setState({ ...state, offset: rounded(state.offset + by, all) });
  return (
    <PlaceFrame
      title={run.name}
      context={picker}
      heading={
        <>
          <b>{state.mode === 'rows' ? 'Rows below the run’s' : 'Two logs on one time'}</b>
          <span className="soft">
            {state.mode === 'rows'
              ? 'the second log as it would follow'
              : 'drag sideways, or press ← and →, to move the second log; wheel to zoom'}
          </span>
          <span className="grow" />
          {window && (
            <button className="quiet" onClick={() => setWindow(null)}>
              All
            </button>
          )}
        </>
      }
      chart={
        <>
          <Sentence error={first.error ?? second.error ?? first.data?.problem ?? second.data?.problem} />
          <Chart
            label={`${state.symbol} of ${run.name} and ${state.otherSymbol} of ${other.name}`}
            build={build}
            busy={!first.data || !second.data}
            onWidth={setWidth}
            gestures={{
              onRange: ({ dragged }) => state.mode === 'channels' && movedBy(dragged),
              onZoom: (at, factor) => setWindow(zoomed(shown, all, at, factor)),
              onPan: (share) => setWindow(panned(shown, all, share)),
            }}
            onKeyDown={(e) => {
              if (state.mode !== 'channels' || (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight')) return;
              e.preventDefault();
              const step = (shown[1] - shown[0]) / (e.shiftKey ? 50 : 500);
              movedBy(e.key === 'ArrowLeft' ? -step : step);
            }}
          />
        </>
      }
      panel={
        <JoinPanel
          run={run}
          other={other}
          state={state}
          unit={along?.unit ?? ''}
          onChange={setState}
          onLeave={onLeave}
        />
      }
    />
  );
}

const factorOf = (from: string, to: string): number => {
  try {
    return conversion(parseUnit(from), parseUnit(to)).factor;
  } catch {
    // Units that do not fit are told when the logs are joined.
    return 1;
  }
};

/** An offset to a ten-thousandth of the stretch: what a hand can mean. */
function rounded(offset: number, [from, to]: readonly [number, number]): number {
  const place = 10 ** Math.floor(Math.log10((to - from || 1) / 1000));
  return Number((Math.round(offset / place) * place).toPrecision(12));
}
