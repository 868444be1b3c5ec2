import type { ComparisonReply, FindingRow, FitReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { Board } from '../../board/Board';
import { Chart, type Size } from '../../chart/Chart';
import { fitOption } from '../../chart/seriesMarks';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { day } from '../../parts/day';
import { download, fileName } from '../../parts/download';
import { Empty } from '../../parts/Empty';
import { Picker } from '../../parts/Picker';
import { Sentence } from '../../parts/Sentence';
import { palettes, type Palette } from '../../theme/palette';
import { useTheme } from '../../theme/ThemeProvider';
import { compareOption } from '../../chart/compareOption';
import { comparisonCsv, fitCsv } from './comparisonCsv';
import { FindingBudget } from './FindingBudget';
import { PictureForm } from './PictureForm';

/** Findings as sentences, and the chart that shows them, to take along. */
export function ReportPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: findings } = useQuery(queries.findings(campaignId));
  const { data: comparisons = [] } = useQuery(queries.comparisons(campaignId));
  const { data: fits = [] } = useQuery(queries.fits(campaignId));
  const [chosen, choose] = useState<string | null>(null);
  const charts = [
    ...comparisons.map((c) => ({ key: `comparison ${c.id}`, id: c.id, kind: 'comparison' as const, name: c.name })),
    ...fits.map((f) => ({ key: `fit ${f.id}`, id: f.id, kind: 'fit' as const, name: f.name })),
  ];
  const shown = charts.find((c) => c.key === chosen) ?? charts[0];
  const chart = useReportChart(shown);
  const { palette } = useTheme();
  const build = (size: Size) => chart.draw?.(palette, size) ?? {};
  const asPrinted = (size: Size) => chart.draw?.(palettes.light, size) ?? {};
  if (error) return <Empty title={error.message} />;
  if (!campaign) return null;
  return (
    <PlaceFrame
      title="Report"
      context={<span className="soft">{campaign.question || campaign.name}</span>}
      heading={
        <>
          <Picker<string>
            label="Chart of the report"
            placeholder="no chart yet"
            value={shown?.key}
            options={charts.map((c) => ({ value: c.key, label: `${c.name} (${c.kind})` }))}
            onChange={choose}
          />
          <span className="grow" />
          {chart.csv && shown && (
            <button className="quiet" onClick={() => download(`${fileName(shown.name)}.csv`, chart.csv!)}>
              Data as CSV
            </button>
          )}
        </>
      }
      chart={
        shown ? (
          <>
            <Sentence error={chart.error} />
            <Chart label={`${shown.name}, as in the report`} build={build} />
          </>
        ) : (
          <Empty title="Nothing to report yet">
            <p>
              Fit a model at <Link to={addressOf(campaignId, 'models')}>Models</Link> and pin its number as a finding.
            </p>
          </Empty>
        )
      }
      boardHeight={220}
      board={<FindingBoard campaignId={campaignId} findings={findings} />}
      panel={
        <>
          <header className="panel-head">
            <h2>Picture</h2>
          </header>
          <p className="panel-pad soft">In the light theme, laid out for its printed size.</p>
          <PictureForm name={shown?.name ?? 'chart'} build={chart.draw ? asPrinted : undefined} />
        </>
      }
    />
  );
}

/** The drawing of a comparison or a fit, and its data. */
function useReportChart(shown: { id: number; kind: 'comparison' | 'fit' } | undefined) {
  const comparison = useQuery({ ...queries.comparisonResult(shown?.id ?? 0), enabled: shown?.kind === 'comparison' });
  const fit = useQuery({ ...queries.fitResult(shown?.id ?? 0), enabled: shown?.kind === 'fit' });
  const compared = shown?.kind === 'comparison' ? comparison.data : undefined;
  const fitted = shown?.kind === 'fit' ? fit.data : undefined;
  return { error: shown?.kind === 'fit' ? fit.error : comparison.error, ...drawingOf(compared, fitted) };
}

interface Drawing {
  csv?: string;
  draw?(palette: Palette, size: Size): ReturnType<typeof compareOption>;
}

function drawingOf(compared: ComparisonReply | undefined, fitted: FitReply | undefined): Drawing {
  if (compared)
    return { csv: comparisonCsv(compared), draw: (palette, size) => compareOption(compared, palette, size) };
  if (!fitted) return {};
  const plain = { view: 'x', inHand: 0, extras: [], withPrediction: false } as const;
  return { csv: fitCsv(fitted), draw: (palette, size) => fitOption({ fit: fitted, palette, size, ...plain }) };
}

function FindingBoard({ campaignId, findings }: { campaignId: number; findings: readonly FindingRow[] | undefined }) {
  const rewrite = useMutation({ mutationFn: (id: number) => ask(`/findings/${id}/rewrite`, { method: 'POST' }) });
  const explain = useMutation({
    mutationFn: ({ id, meaning }: { id: number; meaning: string }) =>
      ask(`/findings/${id}`, { method: 'PUT', body: { meaning } }),
  });
  const remove = useMutation({ mutationFn: (id: number) => ask(`/findings/${id}`, { method: 'DELETE' }) });
  const originOf = ({ origin }: FindingRow) =>
    'fitId' in origin
      ? addressOf(campaignId, 'models', origin.fitId)
      : addressOf(campaignId, 'compare', origin.comparisonId);
  return (
    <>
      <Sentence error={rewrite.error ?? explain.error ?? remove.error} />
      <Board<FindingRow>
        title="Findings"
        rows={findings ?? []}
        waiting={!findings}
        keyOf={(f) => f.id}
        empty="None yet. Pin a parameter at Models or a difference at Compare."
        columns={[
          { key: 'number', title: '', width: 32, cell: (f) => <b>{(findings ?? []).indexOf(f) + 1}</b> },
          {
            key: 'sentence',
            title: 'Finding',
            value: (f) => [f.sentence, f.meaning].filter(Boolean).join(' '),
            cell: (f) => (
              <div className="sentence finding">
                {f.sentence}
                {f.nowReads && <p className="doubt">Now: {f.nowReads}</p>}
                <Input
                  size="small"
                  variant="borderless"
                  aria-label={`What finding ${(findings ?? []).indexOf(f) + 1} means`}
                  placeholder="what it means, in your words"
                  defaultValue={f.meaning}
                  maxLength={500}
                  onBlur={(e) => e.target.value !== f.meaning && explain.mutate({ id: f.id, meaning: e.target.value })}
                  onPressEnter={(e) => e.currentTarget.blur()}
                />
                <FindingBudget id={f.id} number={(findings ?? []).indexOf(f) + 1} />
              </div>
            ),
          },
          { key: 'at', title: 'Pinned', width: 150, value: (f) => f.createdAt, cell: (f) => day(f.createdAt) },
          {
            key: 'tools',
            title: '',
            width: 110,
            cell: (f) => (
              <span className="row-tools">
                <Link to={originOf(f)}>Origin</Link>
                {f.nowReads && (
                  <button className="quiet" onClick={() => rewrite.mutate(f.id)}>
                    Write anew
                  </button>
                )}
                <button className="quiet" onClick={() => remove.mutate(f.id)}>
                  Delete
                </button>
              </span>
            ),
          },
        ]}
      />
    </>
  );
}
