import type { ChannelBoardRow, ConditionBody, ConditionRow } from '@undameter/contract';
import { formatCount, symbolsOfLimit, symbolsRead, type Step } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { Segmented, Select } from 'antd';
import { useState, type ReactNode } from 'react';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { Board } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { usePreference } from '../../data/usePreference';
import { Sentence } from '../../parts/Sentence';
import { ChannelSelect } from '../../step/ChannelSelect';
import { useTheme } from '../../theme/ThemeProvider';
import { ConditionPanel } from './ConditionPanel';
import { conditionsOption } from './chartOption';
import { inWords, limitOn, roundedTo, withDragged } from './limits';
import { mapOption } from './mapOption';
import { overlapsInWords } from './overlaps';
import { PointsBoard } from './PointsBoard';
import { SetPointsPanel } from './SetPointsPanel';

/** Named sets of limits that pick samples: the operating conditions of a campaign, seen on one run. */
export const ConditionsPlace = () => (
  <OnRun place="conditions" purpose="conditions are set on its channels.">
    {(run) => <ConditionsOnRun key={run.runId} {...run} />}
  </OnRun>
);

interface Draft {
  /** Undefined for a new one. */
  id: number | undefined;
  body: ConditionBody;
}

const MAP_CELLS = { columns: 120, rows: 80 };

function ConditionsOnRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
  const { data: rows = [] } = useQuery(queries.conditions(campaignId));
  const bench = useQuery(queries.bench(runId));
  const { data: run } = useQuery(queries.run(runId));
  const [draft, setDraft] = useState<Draft | null>(null);
  const [proposing, setProposing] = useState(false);
  const [view, setView] = usePreference<'run' | 'map'>('conditions.view', 'run');
  const [board, setBoard] = usePreference<'conditions' | 'points'>('conditions.board', 'conditions');
  const [axes, setAxes] = usePreference<[string, string] | null>(`conditions.map.${runId}`, null);
  const [picked, setPicked] = usePreference<string[] | null>(`conditions.points.${campaignId}`, null);
  const [width, setWidth] = useState(900);
  const { palette } = useTheme();
  const keeping = useKeeping('conditions', campaignId, draft?.id, () => setDraft(null));
  const channels = bench.data?.channels.filter((c) => c.symbol !== bench.data.along && c.present > 0) ?? [];
  const numbers = channels.filter((c) => c.labels === null);
  const along = bench.data?.channels.find((c) => c.symbol === bench.data.along);
  const watched = [
    ...new Set([...rows, ...(draft ? [draft.body] : [])].flatMap((c) => c.limits.flatMap(symbolsOfLimit))),
  ];
  const known = watched.filter((s) => channels.some((c) => c.symbol === s)).slice(0, 5);
  const symbols = known.length > 0 ? known : channels.slice(0, 3).map((c) => c.symbol);
  const traces = useQuery(queries.traces(runId, { symbols, from: null, to: null, pixels: Math.max(100, width - 80) }));
  const points = useQuery(queries.points(runId, [], rows.length > 0));
  const pointsOf = (id: number): number | null =>
    points.data?.points.filter((p) => p.conditionId === id).length ?? null;
  const [xSymbol, ySymbol] = axes ?? [known[0] ?? numbers[0]?.symbol ?? '', known[1] ?? numbers[1]?.symbol ?? ''];
  const [xAxis, yAxis] = [numbers.find((c) => c.symbol === xSymbol), numbers.find((c) => c.symbol === ySymbol)];
  const map = useQuery(queries.map(runId, { x: view === 'map' ? xSymbol : '', y: ySymbol, ...MAP_CELLS }));
  const series = draft ? (draft.id === undefined ? rows.length : rows.findIndex((r) => r.id === draft.id)) : 0;
  const inHand = draft ? { body: draft.body, series } : null;
  const buildRun = (size: Size) =>
    traces.data && bench.data
      ? conditionsOption(
          { traces: traces.data, bench: bench.data, order: rows.map((r) => r.id), inHand, palette },
          size,
        )
      : {};
  const buildMap = (size: Size) =>
    map.data && xAxis && yAxis
      ? mapOption({ map: map.data, x: xAxis, y: yAxis, operating: points.data, conditions: rows, palette }, size)
      : {};
  const take = (body: ConditionBody, id?: number) => {
    setProposing(false);
    setDraft({ id, body });
  };
  const change = (limits: ConditionBody['limits']) =>
    draft
      ? setDraft({ ...draft, body: { ...draft.body, limits } })
      : take({ name: `Condition ${rows.length + 1}`, limits });
  const begin = () => {
    const channel = channels[0];
    if (channel) take({ name: `Condition ${rows.length + 1}`, limits: [limitOn(channel)] });
  };
  const dragRun = ({ pane, y }: { pane: number; y: [number, number] }) => {
    const channel = channels.find((c) => c.symbol === symbols[pane]);
    if (channel) change(withDragged(draft?.body.limits ?? [], channel, y));
  };
  const dragMap = ({ x, y }: { x: [number, number]; y: [number, number] }) => {
    if (!xAxis || !yAxis) return;
    const across = withDragged(draft?.body.limits ?? [], xAxis, x);
    change(xAxis === yAxis ? across : withDragged(across, yAxis, y));
  };
  const lassoMap = ({ corners }: { corners: [number, number][] }) => {
    if (!xAxis || !yAxis || !map.data) return;
    const [dx, dy] = [map.data.xRange, map.data.yRange].map(([low, high]) => (high - low) / 10) as [number, number];
    const rounded = corners.map(([x, y]): [number, number] => [roundedTo(x, dx), roundedTo(y, dy)]);
    const area = { x: xAxis.symbol, y: yAxis.symbol, xUnit: xAxis.unit, yUnit: yAxis.unit, corners: rounded };
    change([...(draft?.body.limits.filter((l) => !('corners' in l)) ?? []), area]);
  };
  const propose = () => {
    setDraft(null);
    setProposing(true);
  };
  useCommands([
    { id: 'new-condition', label: 'New condition', run: begin },
    { id: 'set-points', label: 'Propose conditions from the set points', run: propose },
    {
      id: 'conditions-map',
      label: view === 'map' ? 'Conditions along the run' : 'Conditions on a map of two channels',
      run: () => setView(view === 'map' ? 'run' : 'map'),
    },
    { id: 'operating-points', label: 'Operating points', run: () => setBoard('points') },
  ]);
  const counted = new Map(bench.data?.conditions.map((c) => [c.id, c]));
  const shownPoints =
    picked?.filter((s) => numbers.some((c) => c.symbol === s)) ??
    defaultColumns(numbers, rows, (run?.procedure ?? []) as Step[]);
  const tabs = (
    <Segmented
      size="small"
      value={board}
      onChange={setBoard}
      options={[
        { value: 'conditions', label: 'Conditions' },
        { value: 'points', label: `Operating points ${points.data ? points.data.points.length : ''}` },
      ]}
    />
  );
  return (
    <PlaceFrame
      title="Conditions"
      context={picker}
      ledger={<Ledger campaignId={campaignId} runId={runId} />}
      heading={
        <>
          <Segmented
            size="small"
            value={view}
            onChange={setView}
            options={[
              { value: 'run', label: 'Along the run' },
              { value: 'map', label: 'Map' },
            ]}
          />
          {view === 'map' && (
            <span className="map-axes">
              <ChannelSelect
                label="Up the map"
                channels={numbers}
                value={ySymbol}
                onChange={(s) => setAxes([xSymbol, s])}
              />
              over
              <ChannelSelect
                label="Across the map"
                channels={numbers}
                value={xSymbol}
                onChange={(s) => setAxes([s, ySymbol])}
              />
            </span>
          )}
          <span className="soft">
            {view === 'map'
              ? 'the darker, the longer; drag a rectangle, or Shift and drag a lasso'
              : draft
                ? `${draft.body.name} in hand, its limits shaded`
                : 'drag across a chart to set limits'}
          </span>
        </>
      }
      chart={
        <>
          <Sentence error={bench.error ?? traces.error ?? traces.data?.problem ?? map.error} />
          {view === 'run' ? (
            <Chart
              key="run"
              label={`Samples in ${rows.length} conditions along the run`}
              build={buildRun}
              busy={!traces.data}
              onWidth={setWidth}
              gestures={{ onRange: dragRun }}
            />
          ) : (
            <Chart
              key="map"
              label={`Time spent on ${ySymbol} over ${xSymbol}, with operating points`}
              build={buildMap}
              busy={!map.data}
              gestures={{ onRange: dragMap, onLasso: lassoMap }}
            />
          )}
        </>
      }
      board={
        board === 'points' ? (
          <PointsBoard
            conditions={rows}
            points={points.data}
            shown={shownPoints}
            along={along}
            waiting={points.isFetching && !points.data}
            tools={
              <>
                <Select
                  mode="multiple"
                  size="small"
                  className="columns"
                  aria-label="Channels of the operating points"
                  maxTagCount="responsive"
                  popupMatchSelectWidth={false}
                  value={shownPoints}
                  onChange={(s: string[]) => setPicked(s)}
                  options={numbers.map((c) => ({ value: c.symbol, label: c.symbol, title: c.name }))}
                />
                {tabs}
              </>
            }
          />
        ) : (
          <Board<ConditionRow>
            title="Conditions"
            tools={tabs}
            rows={rows}
            keyOf={(r) => r.id}
            inHand={draft?.id ?? null}
            onTake={({ id, name, limits }) => take({ name, limits }, id)}
            empty="None yet. Let the set points be proposed at the right, or drag across a chart."
            columns={[
              {
                key: 'name',
                title: 'Condition',
                value: (r) => r.name,
                cell: (r) => <SeriesMark series={rows.indexOf(r)} name={r.name} />,
              },
              {
                key: 'limits',
                title: 'Limits',
                value: (r) => inWords(r.limits),
                cell: (r) => <code>{inWords(r.limits)}</code>,
              },
              {
                key: 'samples',
                title: 'Samples',
                numeric: true,
                value: (r) => counted.get(r.id)?.samples ?? null,
                cell: (r) => formatCount(counted.get(r.id)?.samples ?? 0),
              },
              {
                key: 'points',
                title: 'Points',
                numeric: true,
                value: (r) => pointsOf(r.id),
                cell: (r) => pointsOf(r.id) ?? '–',
              },
              {
                key: 'problem',
                title: '',
                cell: (r) => (
                  <span className="doubt">
                    {counted.get(r.id)?.problem?.message ??
                      (counted.get(r.id)?.samples === 0 ? 'picks no sample of this run' : '')}
                  </span>
                ),
              },
            ]}
          />
        )
      }
      panel={
        draft ? (
          <ConditionPanel
            body={draft.body}
            isNew={draft.id === undefined}
            channels={channels}
            timeUnit={along?.unit ?? ''}
            keeping={keeping}
            onChange={(body) => setDraft({ ...draft, body })}
            onSave={() => keeping.save(draft.body)}
            onLetGo={() => setDraft(null)}
          />
        ) : proposing ? (
          <SetPointsPanel
            campaignId={campaignId}
            runId={runId}
            channels={channels}
            taken={rows.map((r) => r.name)}
            onDone={() => setProposing(false)}
          />
        ) : (
          <>
            <header className="panel-head">
              <h2>Conditions</h2>
              <span className="grow" />
              <button className="quiet" onClick={begin}>
                + Condition
              </button>
            </header>
            <div className="panel-pad">
              <p className="soft">
                A condition is a named set of limits. It picks the kept samples in which all of them hold, for fits and
                comparisons; each of its stretches is an operating point.
              </p>
              <button className="quiet strong" onClick={propose}>
                Propose conditions from the set points …
              </button>
              {bench.data && rows.length > 0 && <p className="soft">{overlapsInWords(bench.data)}</p>}
              {points.data?.problems.map((p) => (
                <Sentence key={p.conditionId} error={p.problem} />
              ))}
            </div>
          </>
        )
      }
    />
  );
}

const MOST_COLUMNS = 6;

/** What was set, the first of what was measured then, and what the procedure ends in: that is mostly what was asked for. */
function defaultColumns(
  numbers: readonly ChannelBoardRow[],
  rows: readonly ConditionRow[],
  steps: readonly Step[],
): string[] {
  const set = rows.flatMap((r) => r.limits.flatMap((l) => ('tolerance' in l ? [l.symbol] : [])));
  const read = new Set(symbolsRead(steps, undefined));
  const results = numbers.filter((c) => c.origin === 'derived' && !read.has(c.symbol)).map((c) => c.symbol);
  const measured = numbers.filter((c) => c.origin === 'logged' && !set.includes(c.symbol)).map((c) => c.symbol);
  return [...new Set([...new Set(set)].slice(0, 2).concat(measured.slice(0, 1), results))].slice(0, MOST_COLUMNS);
}
