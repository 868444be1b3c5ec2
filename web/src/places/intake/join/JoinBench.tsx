import type { CampaignReply, RunReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { PlaceFrame } from '../../../app/PlaceFrame';
import { AxesTool } from '../../../axes/AxesTool';
import { useWithAxes, type WithAxes } from '../../../axes/useWithAxes';
import { Chart, type Size } from '../../../chart/Chart';
import { queries } from '../../../data/queries';
import { Empty } from '../../../parts/Empty';
import { Picker } from '../../../parts/Picker';
import { Sentence } from '../../../parts/Sentence';
import { useTheme } from '../../../theme/ThemeProvider';
import { panned, zoomed } from '../../../chart/window';
import { joinOption } from './chartOption';
import { JoinPanel } from './JoinPanel';
import { channelOrSymbol, factorOf, inUnitOf, placed, roundedOffset, stepOfKey, stretchOf } from './placing';
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
      campaignId={campaign.id}
      run={run.data}
      other={other.data}
      picker={picker}
      onLeave={onLeave}
    />
  );
}

type BenchProps = Pick<Parameters<typeof JoinPanel>[0], 'run' | 'other'> & {
  campaignId: number;
  picker: React.ReactNode;
  onLeave(): void;
};

/** The two logs with what is chosen: what of each is drawn, and where the second stands on the time of the first. */
function useJoin(run: RunReply, other: RunReply) {
  const [state, setState] = useState<JoinState>(() => begin(run, other));
  const [width, setWidth] = useState(900);
  const whole = { from: null, to: null, pixels: Math.max(100, width - 80) };
  const asked = (symbol: string) => (symbol ? [symbol] : []);
  const first = useQuery(queries.traces(run.id, { steps: [], symbols: asked(state.symbol), ...whole }));
  const second = useQuery(queries.traces(other.id, { symbols: asked(state.otherSymbol), ...whole }));
  const along = run.declared.find((c) => c.symbol === run.along);
  const itsAlong = other.declared.find((c) => c.symbol === other.along);
  const factor = along && itsAlong ? factorOf(itsAlong.unit, along.unit) : 1;
  const { shift, all } = placed(state, first.data?.whole, second.data?.whole, factor);
  return {
    state,
    setState,
    setWidth,
    first,
    second,
    along,
    shift,
    all,
    moved: second.data && inUnitOf(second.data, factor * (state.mode === 'channels' ? stretchOf(state.ratePpm) : 1)),
    channel: run.declared.find((c) => c.symbol === state.symbol),
    its: channelOrSymbol(other, state.otherSymbol),
    moveBy: (by: number) => setState({ ...state, offset: roundedOffset(state.offset + by, all) }),
  };
}

function Bench({ campaignId, run, other, picker, onLeave }: BenchProps) {
  const join = useJoin(run, other);
  const { state, setState, first, second, along, all, moveBy } = join;
  const { palette } = useTheme();
  const [window, setWindow] = useState<[number, number] | null>(null);
  const shown = window ?? all;
  const axes = useWithAxes(campaignId, `join ${run.id} ${other.id}`, (size: Size) => {
    if (!first.data || !join.channel) return {};
    const { moved, its } = join;
    return joinOption(
      {
        first: { traces: first.data, channel: join.channel },
        second: moved && its ? { traces: moved, channel: its } : undefined,
        offset: join.shift,
        along: along ?? { name: 'Sample number', symbol: '', unit: '' },
        window: shown,
        palette,
      },
      size,
    );
  });
  return (
    <PlaceFrame
      title={run.name}
      context={picker}
      heading={<JoinHeading axes={axes} mode={state.mode} onAll={window && (() => setWindow(null))} />}
      chart={
        <>
          <Sentence error={first.error ?? second.error ?? first.data?.problem ?? second.data?.problem} />
          <Chart
            label={`${state.symbol} of ${run.name} and ${state.otherSymbol} of ${other.name}`}
            build={axes.build}
            busy={!first.data || !second.data}
            onWidth={join.setWidth}
            gestures={{
              onRange: ({ dragged }) => state.mode === 'channels' && moveBy(dragged),
              onZoom: (at, factor) => setWindow(zoomed(shown, all, at, factor)),
              onPan: (share) => setWindow(panned(shown, all, share)),
            }}
            onKeyDown={(e) => {
              const by = state.mode === 'channels' ? stepOfKey(e.key, e.shiftKey, shown) : 0;
              if (by === 0) return;
              e.preventDefault();
              moveBy(by);
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

interface JoinHeadingProps {
  axes: WithAxes;
  mode: JoinState['mode'];
  onAll: (() => void) | null;
}

function JoinHeading({ axes, mode, onAll }: JoinHeadingProps) {
  return (
    <>
      <b>{mode === 'rows' ? 'Rows below the run’s' : 'Two logs on one time'}</b>
      <span className="soft">
        {mode === 'rows'
          ? 'the second log as it would follow'
          : 'drag sideways, or press ← and →, to move the second log; wheel to zoom'}
      </span>
      <span className="grow" />
      {onAll && (
        <button className="quiet" onClick={onAll}>
          All
        </button>
      )}
      <AxesTool axes={axes} />
    </>
  );
}
