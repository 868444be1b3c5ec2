import type {
  CampaignReply,
  ComparedSeries,
  ComparisonBody,
  ComparisonReply,
  ComparisonRow,
  FitRow,
} from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useCallback, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign, useThingId } from '../../app/useCampaign';
import { Board } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { Chart, type Size } from '../../chart/Chart';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Empty } from '../../parts/Empty';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { ChannelSelect } from '../../step/StepForm';
import { useTheme } from '../../theme/ThemeProvider';
import { usePinFinding } from '../report/usePinFinding';
import { compareOption } from './chartOption';

/** A fitted measurement as reference, a simulated run as candidate, and the difference between them. */
export function ComparePlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: rows } = useQuery(queries.comparisons(campaignId));
  const { data: fits } = useQuery(queries.fits(campaignId));
  const thing = useThingId();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState(0);
  const begin = () => setFresh(fresh + 1);
  useCommands([{ id: 'new-comparison', label: 'New comparison', run: begin }]);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !rows || !fits) return null;
  if (fits.length === 0)
    return (
      <Empty title="Nothing to compare yet">
        <p>
          A comparison holds a simulated run against a fit: save one at <Link to={addressOf(campaignId, 'models')}>Models</Link> first.
        </p>
      </Empty>
    );
  const row = fresh > 0 ? undefined : (rows.find((r) => r.id === thing) ?? (thing === undefined ? rows[0] : undefined));
  if (fresh === 0 && thing !== undefined && !row)
    return <Empty title={`There is no comparison "${thing}" here. It may have been deleted; go back to the list.`} />;
  const open = (id: number | undefined) => {
    setFresh(0);
    void navigate(addressOf(campaignId, 'compare', id));
  };
  return (
    <ComparisonInHand
      key={row ? `comparison ${row.id}` : `new ${fresh}`}
      campaign={campaign}
      fits={fits}
      rows={rows}
      row={row}
      onOpen={open}
      onNew={begin}
    />
  );
} // prettier-ignore

interface InHandProps {
  campaign: CampaignReply;
  fits: readonly FitRow[];
  rows: readonly ComparisonRow[];
  row: ComparisonRow | undefined;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function ComparisonInHand({ campaign, fits, rows, row, onOpen, onNew }: InHandProps) {
  const { palette } = useTheme();
  const result = useQuery({ ...queries.comparisonResult(row?.id ?? 0), enabled: row !== undefined });
  const [inHand, setInHand] = useState(0);
  const reply = result.data;
  const build = useCallback((size: Size) => (reply ? compareOption(reply, palette, size) : {}), [reply, palette]);
  const fit = fits.find((f) => f.id === row?.fitId);
  const fitted = reply?.fit.series.reduce((sum, s) => sum + s.points, 0);
  const units = { x: printUnit(reply?.fit.x.unit ?? ''), y: printUnit(reply?.fit.y.unit ?? '') };
  const said = (v: number | null) => (v === null ? '–' : formatValue(v, 3));
  return (
    <PlaceFrame
      title={row?.name ?? 'New comparison'}
      context={
        <Select
          className="run-picker"
          variant="borderless"
          aria-label="Comparison"
          popupMatchSelectWidth={false}
          value={row?.id}
          placeholder="new comparison"
          onChange={onOpen}
          options={rows.map((r) => ({ value: r.id, label: r.name }))}
        />
      }
      ledger={fit && <Ledger campaignId={campaign.id} runId={fit.runId} {...(fitted === undefined ? {} : { fitted })} />}
      heading={
        <>
          <b>{reply ? `${reply.reference} against ${reply.candidate}` : 'Choose what is compared at the right'}</b>
          <span className="soft">symbols: measured · solid: model, 95 % · dashed: simulated</span>
        </>
      }
      chart={
        <>
          <Sentence error={row ? result.error : null} />
          <Chart label={reply ? `${reply.fit.y.name}: ${reply.reference} against ${reply.candidate}, and the difference` : 'No comparison yet'} build={build} />
        </>
      }
      boardHeight={176}
      board={
        <Board<ComparedSeries>
          title="Differences"
          rows={reply?.series ?? []}
          waiting={result.isFetching && !reply}
          keyOf={(s) => s.name}
          inHand={reply?.series[inHand]?.name ?? null}
          onTake={(s) => setInHand(reply!.series.indexOf(s))}
          tools={<span className="soft">measured − simulated, at the measured points</span>}
          columns={[
            { key: 'name', title: 'Series', value: (s) => s.name, cell: (s) => <SeriesMark series={reply!.series.indexOf(s)} name={s.name} /> },
            { key: 'points', title: 'Points', numeric: true, value: (s) => s.compared, cell: (s) => formatCount(s.compared) },
            { key: 'outside', title: 'Outside', numeric: true, value: (s) => s.outside, cell: (s) => formatCount(s.outside) },
            { key: 'mean', title: 'Mean', unit: units.y, numeric: true, value: (s) => s.mean, cell: (s) => formatWithUncertainty(s.mean ?? NaN, s.meanHalfWidth ?? NaN).value },
            { key: 'half', title: '± (95 %)', unit: units.y, numeric: true, value: (s) => s.meanHalfWidth, cell: (s) => formatWithUncertainty(s.mean ?? NaN, s.meanHalfWidth ?? NaN).uncertainty },
            { key: 'rms', title: 'rms', unit: units.y, numeric: true, value: (s) => s.rms, cell: (s) => said(s.rms) },
            { key: 'largest', title: 'Largest', unit: units.y, numeric: true, value: (s) => s.largest, cell: (s) => said(s.largest) },
            { key: 'at', title: `at ${reply?.fit.x.symbol ?? 'x'}`, unit: units.x, numeric: true, value: (s) => s.largestAt, cell: (s) => said(s.largestAt) },
            { key: 'problem', title: '', cell: (s) => s.problem && <span className="doubt">{s.problem.message}</span> },
          ]}
        />
      }
      panel={
        <>
          <ComparisonForm key={row?.id ?? 'new'} campaign={campaign} fits={fits} row={row} count={rows.length} onOpen={onOpen} onNew={onNew} />
          {row && reply && <DifferenceInWords campaignId={campaign.id} row={row} reply={reply} index={inHand} />}
        </>
      }
    />
  );
} // prettier-ignore

/** What the difference of the series in hand says, and the way to a finding. */
function DifferenceInWords({ campaignId, row, reply, index }: { campaignId: number; row: ComparisonRow; reply: ComparisonReply; index: number }) {
  const pin = usePinFinding(campaignId);
  const series = reply.series[Math.min(index, reply.series.length - 1)];
  if (!series || series.problem) return <Sentence error={series?.problem} />;
  const clear = Math.abs(series.mean ?? 0) > (series.meanHalfWidth ?? Infinity);
  return (
    <>
      <header className="panel-head">
        <h2>{series.name}</h2>
        <span className="grow" />
        <button
          className="quiet"
          disabled={pin.isPending}
          onClick={() => pin.mutate({ kind: 'difference', comparisonId: row.id, conditionId: series.conditionId })}
        >
          Pin as finding
        </button>
      </header>
      <ul className="ladder">
        <li className={clear ? 'doubt' : 'sound'}>
          <b>Agreement</b>
          <span>
            {clear
              ? 'The mean difference is larger than the scatter of the points explains.'
              : 'The mean difference is not larger than the scatter of the points explains.'}
          </span>
        </li>
        {series.outside > 0 && (
          <li className="doubt">
            <b>Range</b>
            <span>{formatCount(series.outside)} measured points lie outside the simulated curve and take no part.</span>
          </li>
        )}
        <li className="doubt">
          <b>Not in it</b>
          <span>errors that all measured points share, and the uncertainty of the simulation, which its file does not state</span>
        </li>
      </ul>
      <Sentence error={pin.error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
    </>
  );
} // prettier-ignore

interface FormProps {
  campaign: CampaignReply;
  fits: readonly FitRow[];
  row: ComparisonRow | undefined;
  count: number;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function ComparisonForm({ campaign, fits, row, count, onOpen, onNew }: FormProps) {
  const candidates = [...campaign.runRows].sort((a, b) => Number(b.kind === 'simulated') - Number(a.kind === 'simulated'));
  const [body, setBody] = useState<ComparisonBody>(() =>
    row
      ? { name: row.name, fitId: row.fitId, candidateRunId: row.candidateRunId, x: row.x, y: row.y }
      : { name: `Comparison ${count + 1}`, fitId: fits[0]!.id, candidateRunId: candidates[0]?.id ?? 0, x: '', y: '' },
  );
  const { data: bench } = useQuery({ ...queries.bench(body.candidateRunId), enabled: body.candidateRunId > 0 });
  const save = useMutation({
    mutationFn: () =>
      row
        ? ask<ComparisonRow>(`/comparisons/${row.id}`, { method: 'PUT', body })
        : ask<ComparisonRow>(`/campaigns/${campaign.id}/comparisons`, { body }),
    onSuccess: (saved) => onOpen(saved.id),
  });
  const remove = useMutation({
    mutationFn: () => ask(`/comparisons/${row!.id}`, { method: 'DELETE' }),
    onSuccess: () => onOpen(undefined),
  });
  const set = (change: Partial<ComparisonBody>) => setBody({ ...body, ...change });
  return (
    <>
      <header className="panel-head">
        <h2>Comparison</h2>
        <span className="grow" />
        <button className="quiet" onClick={onNew}>
          + Comparison
        </button>
      </header>
      <div className="panel-pad">
        <Field label="Name">
          <Input value={body.name} maxLength={120} onChange={(e) => set({ name: e.target.value })} />
        </Field>
        <Field label="Reference" hint="a fit, with the points that it went through">
          <Select aria-label="Reference" value={body.fitId} onChange={(fitId) => set({ fitId })} options={fits.map((f) => ({ value: f.id, label: f.name }))} />
        </Field>
        <Field label="Candidate" hint="the run that is held against it">
          <Select
            aria-label="Candidate"
            value={body.candidateRunId || undefined}
            onChange={(candidateRunId: number) => set({ candidateRunId, x: '', y: '' })}
            options={candidates.map((r) => ({ value: r.id, label: r.kind === 'simulated' ? `${r.name} (simulated)` : r.name }))}
          />
        </Field>
        <Field label="Its x">
          <ChannelSelect label="x of the candidate" channels={bench?.channels ?? []} value={body.x} onChange={(x) => set({ x })} />
        </Field>
        <Field label="Its y">
          <ChannelSelect label="y of the candidate" channels={bench?.channels ?? []} value={body.y} onChange={(y) => set({ y })} />
        </Field>
        <Sentence error={save.error ?? remove.error} />
        <div className="buttons">
          <Button type="primary" disabled={!body.x || !body.y || body.name.trim() === '' || save.isPending} onClick={() => save.mutate()}>
            {row ? 'Save' : 'Compare'}
          </Button>
          <span className="grow" />
          {row && (
            <button className="quiet" onClick={() => remove.mutate()}>
              Delete
            </button>
          )}
        </div>
      </div>
    </>
  );
} // prettier-ignore
