import type { ConditionBody, ConditionRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState, type ReactNode } from 'react';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { OnRun } from '../../app/OnRun';
import { PlaceFrame } from '../../app/PlaceFrame';
import { Board } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { ConditionPanel } from './ConditionPanel';
import { conditionsOption } from './chartOption';
import { inWords, limitOn, withDragged } from './limits';

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

function ConditionsOnRun({ campaignId, runId, picker }: { campaignId: number; runId: number; picker: ReactNode }) {
  const { data: rows = [] } = useQuery(queries.conditions(campaignId));
  const bench = useQuery(queries.bench(runId));
  const [draft, setDraft] = useState<Draft | null>(null);
  const [width, setWidth] = useState(900);
  const { palette } = useTheme();
  const keeping = useKeeping('conditions', campaignId, draft?.id, () => setDraft(null));
  const channels = bench.data?.channels.filter((c) => c.symbol !== bench.data.along && c.present > 0) ?? [];
  const watched = [...new Set([...rows, ...(draft ? [draft.body] : [])].flatMap((c) => c.limits.map((l) => l.symbol)))];
  const known = watched.filter((s) => channels.some((c) => c.symbol === s)).slice(0, 5);
  const symbols = known.length > 0 ? known : channels.slice(0, 3).map((c) => c.symbol);
  const traces = useQuery(
    queries.traces(runId, { symbols, from: null, to: null, pixels: Math.max(100, width - 80) }),
  );
  const series = draft ? (draft.id === undefined ? rows.length : rows.findIndex((r) => r.id === draft.id)) : 0;
  const inHand = draft ? { body: draft.body, series } : null;
  const build = useCallback(
    (size: Size) =>
      traces.data && bench.data
        ? conditionsOption({ traces: traces.data, bench: bench.data, order: rows.map((r) => r.id), inHand, palette }, size)
        : {},
    [traces.data, bench.data, rows, draft, palette], // eslint-disable-line react-hooks/exhaustive-deps -- `inHand` follows from the draft
  );
  const fresh = (limits: ConditionBody['limits']) => setDraft({ id: undefined, body: { name: `Condition ${rows.length + 1}`, limits } });
  const begin = () => {
    const channel = channels[0];
    if (channel) fresh([limitOn(channel)]);
  };
  const drag = ({ pane, y }: { pane: number; y: [number, number] }) => {
    const channel = channels.find((c) => c.symbol === symbols[pane]);
    if (!channel) return;
    const limits = withDragged(draft?.body.limits ?? [], channel, y);
    if (draft) setDraft({ ...draft, body: { ...draft.body, limits } });
    else fresh(limits);
  };
  useCommands([{ id: 'new-condition', label: 'New condition', run: begin }]);
  const counted = new Map(bench.data?.conditions.map((c) => [c.id, c]));
  return (
    <PlaceFrame
      title="Conditions"
      context={picker}
      ledger={<Ledger campaignId={campaignId} runId={runId} />}
      heading={
        <>
          <b>Samples in each condition</b>
          <span className="soft">{draft ? `${draft.body.name} in hand, its limits shaded` : 'drag across a chart to set limits'}</span>
        </>
      }
      chart={
        <>
          <Sentence error={bench.error ?? traces.error ?? traces.data?.problem} />
          <Chart
            label={`Samples in ${rows.length} conditions along the run`}
            build={build}
            busy={!traces.data}
            onWidth={setWidth}
            gestures={{ onRange: drag }}
          />
        </>
      }
      board={
        <Board<ConditionRow>
          title="Conditions"
          rows={rows}
          keyOf={(r) => r.id}
          inHand={draft?.id ?? null}
          onTake={({ id, name, limits }) => setDraft({ id, body: { name, limits } })}
          empty="None yet. Drag across a chart, or begin one at the right."
          columns={[
            { key: 'name', title: 'Condition', value: (r) => r.name, cell: (r) => <SeriesMark series={rows.indexOf(r)} name={r.name} /> },
            { key: 'limits', title: 'Limits', value: (r) => inWords(r.limits), cell: (r) => <code>{inWords(r.limits)}</code> },
            {
              key: 'samples', title: 'Samples', numeric: true,
              value: (r) => counted.get(r.id)?.samples ?? null,
              cell: (r) => formatCount(counted.get(r.id)?.samples ?? 0),
            },
            { key: 'problem', title: '', cell: (r) => <span className="doubt">{counted.get(r.id)?.problem?.message}</span> },
          ]}
        />
      }
      panel={
        draft ? (
          <ConditionPanel
            body={draft.body}
            isNew={draft.id === undefined}
            channels={channels}
            keeping={keeping}
            onChange={(body) => setDraft({ ...draft, body })}
            onSave={() => keeping.save(draft.body)}
            onLetGo={() => setDraft(null)}
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
            <p className="panel-pad soft">
              A condition is a named set of limits, value ± tolerance, on channels. It picks the kept samples in which all of
              its limits hold, for fits and comparisons. Click one on the board to change it.
            </p>
          </>
        )
      }
    />
  );
} // prettier-ignore
