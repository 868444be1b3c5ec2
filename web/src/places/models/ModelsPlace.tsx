import type { FitBody, FitRow } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Select } from 'antd';
import { useCallback, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign, useThingId } from '../../app/useCampaign';
import { Chart, type Size } from '../../chart/Chart';
import { axisTitle, stackOption } from '../../chart/panes';
import { fitPanes } from '../../chart/seriesMarks';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Empty } from '../../parts/Empty';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { bodyOf, sameFit } from './draft';
import { FitBoard } from './FitBoard';
import { FitForm } from './FitForm';
import { SeriesPanel } from './SeriesPanel';

/** Fits: one model through one or several conditions of a run. */
export function ModelsPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: fits } = useQuery(queries.fits(campaignId));
  const thing = useThingId();
  const navigate = useNavigate();
  const [fresh, setFresh] = useState(0);
  const begin = () => setFresh(fresh + 1);
  useCommands([{ id: 'new-fit', label: 'New fit', run: begin }]);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !fits) return null;
  if (campaign.runRows.length === 0)
    return (
      <Empty title="Nothing to fit yet">
        <p>
          Bring a log in at <Link to={addressOf(campaignId, 'intake')}>Intake</Link>, then choose x and y here.
        </p>
      </Empty>
    );
  const row = fresh > 0 ? undefined : (fits.find((f) => f.id === thing) ?? (thing === undefined ? fits[0] : undefined));
  if (fresh === 0 && thing !== undefined && !row)
    return <Empty title={`There is no fit "${thing}" here. It may have been deleted; go back to the list.`} />;
  const measured = campaign.runRows.find((r) => r.kind === 'measured') ?? campaign.runRows[0]!;
  return (
    <FitInHand
      key={row ? `fit ${row.id}` : `new ${fresh}`}
      campaignId={campaignId}
      row={row}
      start={
        row
          ? bodyOf(row)
          : { name: `Fit ${fits.length + 1}`, runId: measured.id, x: '', y: '', conditionIds: [], model: 'polynomial', settings: { degree: 2 } }
      }
      picker={
        <Select
          className="run-picker"
          variant="borderless"
          aria-label="Fit"
          popupMatchSelectWidth={false}
          value={row?.id}
          placeholder="new fit"
          onChange={(id) => {
            setFresh(0);
            void navigate(addressOf(campaignId, 'models', id));
          }}
          options={fits.map((f) => ({ value: f.id, label: f.name }))}
        />
      }
      onOpen={(id) => {
        setFresh(0);
        void navigate(addressOf(campaignId, 'models', id));
      }}
      onNew={begin}
    />
  );
} // prettier-ignore

interface FitInHandProps {
  campaignId: number;
  row: FitRow | undefined;
  start: FitBody;
  picker: React.ReactNode;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function FitInHand({ campaignId, row, start, picker, onOpen, onNew }: FitInHandProps) {
  const [body, setBody] = useState(start);
  const [inHand, setInHand] = useState(0);
  const { palette } = useTheme();
  const { campaign } = useCampaign();
  const { data: conditions = [] } = useQuery(queries.conditions(campaignId));
  const { data: bench, error: benchError } = useQuery(queries.bench(body.runId));
  const trial = useQuery(queries.trialFit({ ...body, name: body.name.trim() || 'fit', campaignId }));
  const fit = body.x && body.y && !trial.error ? trial.data : undefined;
  const save = useMutation({
    mutationFn: () =>
      row
        ? ask<FitRow>(`/fits/${row.id}`, { method: 'PUT', body })
        : ask<FitRow>(`/campaigns/${campaignId}/fits`, { body }),
    onSuccess: (saved) => onOpen(saved.id),
  });
  const remove = useMutation({
    mutationFn: () => ask(`/fits/${row!.id}`, { method: 'DELETE' }),
    onSuccess: () => onOpen(undefined),
  });
  const saved = row !== undefined && sameFit(bodyOf(row), body);
  const build = useCallback(
    (size: Size) =>
      fit ? stackOption({ size, palette, panes: fitPanes(fit, palette), x: { title: axisTitle(fit.x) } }) : {},
    [fit, palette],
  );
  const every = Math.max(1, ...(fit?.series.map((s) => s.drawn.every) ?? []));
  const fitted = fit?.series.reduce((sum, s) => sum + s.points, 0);
  return (
    <PlaceFrame
      title={body.name || 'Fit'}
      context={picker}
      ledger={<Ledger campaignId={campaignId} runId={body.runId} {...(fitted === undefined ? {} : { fitted })} />}
      heading={
        <>
          <b>{fit ? <code>{fit.formula}</code> : 'Choose x and y'}</b>
          <span className="soft">
            {fit && `${fit.series.length} series, ${every > 1 ? `one point of ${every} drawn, ` : ''}shaded: 95 % confidence of the curve`}
          </span>
        </>
      }
      chart={
        <>
          <Sentence error={benchError ?? (body.x && body.y ? trial.error : null)} />
          <Chart label={fit ? `${fit.y.name} against ${fit.x.name}, with residuals` : 'No fit yet'} build={build} />
        </>
      }
      boardHeight={176}
      board={<FitBoard fit={fit} waiting={trial.isFetching && !trial.data} inHand={inHand} onTake={setInHand} />}
      panel={
        <>
          <header className="panel-head">
            <h2>Model</h2>
            <span className="grow" />
            <button className="quiet" onClick={onNew}>
              + Fit
            </button>
          </header>
          <FitForm
            body={body}
            runs={campaign?.runRows ?? []}
            channels={bench?.channels ?? []}
            conditions={conditions}
            formula={undefined}
            onChange={setBody}
          />
          <div className="panel-pad">
            <Sentence error={save.error ?? remove.error} />
            <div className="buttons">
              <Button type="primary" disabled={saved || !fit || body.name.trim() === '' || save.isPending} onClick={() => save.mutate()}>
                {saved ? 'Saved' : 'Save'}
              </Button>
              {row && !saved && <Button onClick={() => setBody(start)}>As saved</Button>}
              <span className="grow" />
              {row && (
                <button className="quiet" onClick={() => remove.mutate()}>
                  Delete
                </button>
              )}
            </div>
          </div>
          {fit && (
            <SeriesPanel
              campaignId={campaignId}
              fit={fit}
              index={Math.min(inHand, fit.series.length - 1)}
              degree={Number(body.settings['degree'])}
              fitId={saved ? row.id : undefined}
              onDegree={(degree) => setBody({ ...body, settings: { degree } })}
            />
          )}
        </>
      }
    />
  );
} // prettier-ignore
