import type { CampaignReply, ComparedSeries, ComparisonReply, ComparisonRow, FitRow } from '@undameter/contract';
import { formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { Board } from '../../board/Board';
import { SeriesMark } from '../../board/SeriesMark';
import { Chart, type Size } from '../../chart/Chart';
import { queries } from '../../data/queries';
import { Empty, NotThere } from '../../parts/Empty';
import { Picker } from '../../parts/Picker';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { usePinFinding } from '../report/usePinFinding';
import { compareOption } from './chartOption';
import { ComparisonForm } from './ComparisonForm';

/** A fitted measurement as reference, a simulated run as candidate, and the difference between them. */
export function ComparePlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: rows } = useQuery(queries.comparisons(campaignId));
  const { data: fits } = useQuery(queries.fits(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'compare', rows ?? []);
  useCommands([{ id: 'new-comparison', label: 'New comparison', run: begin }]);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !rows || !fits) return null;
  if (fits.length === 0)
    return (
      <Empty title="Nothing to compare yet">
        <p>
          A comparison holds a simulated run against a fit: save one at{' '}
          <Link to={addressOf(campaignId, 'models')}>Models</Link> first.
        </p>
      </Empty>
    );
  if (missing !== undefined) return <NotThere what="comparison" id={missing} />;
  return (
    <ComparisonInHand key={key} campaign={campaign} fits={fits} rows={rows} row={row} onOpen={open} onNew={begin} />
  );
}

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
  const compared = reply?.series ?? [];
  const build = useCallback((size: Size) => (reply ? compareOption(reply, palette, size) : {}), [reply, palette]);
  const fit = fits.find((f) => f.id === row?.fitId);
  const fitted = reply?.fit.series.reduce((sum, s) => sum + s.points, 0);
  const units = { x: printUnit(reply?.fit.x.unit ?? ''), y: printUnit(reply?.fit.y.unit ?? '') };
  const said = (v: number | null) => (v === null ? '–' : formatValue(v, 3));
  return (
    <PlaceFrame
      title={row?.name ?? 'New comparison'}
      context={
        <Picker<number>
          label="Comparison"
          placeholder="new comparison"
          value={row?.id}
          options={rows.map((r) => ({ value: r.id, label: r.name }))}
          onChange={onOpen}
        />
      }
      ledger={fit && <Ledger campaignId={campaign.id} runId={fit.runId} {...(fitted === undefined ? {} : { fitted })} />}
      heading={
        <>
          <b>{reply ? `${reply.reference} against ${reply.candidate}` : 'Choose what is compared at the right'}</b>
          <span className="soft">below, measured − simulated</span>
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
          rows={compared}
          waiting={result.isFetching && !reply}
          keyOf={(s) => s.name}
          inHand={compared[inHand]?.name ?? null}
          onTake={(s) => setInHand(compared.indexOf(s))}
          tools={<span className="soft">measured − simulated, at the measured points</span>}
          columns={[
            { key: 'name', title: 'Series', value: (s) => s.name, cell: (s) => <SeriesMark series={compared.indexOf(s)} name={s.name} /> },
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
