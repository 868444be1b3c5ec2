import type { CampaignReply, FitBody, FitRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useCallback, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useCommands } from '../../app/commands';
import { Ledger } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { Chart, type Size } from '../../chart/Chart';
import { fitOption } from '../../chart/seriesMarks';
import { queries } from '../../data/queries';
import { useKeeping } from '../../data/useKeeping';
import { Empty, NotThere } from '../../parts/Empty';
import { KeepButtons } from '../../parts/KeepButtons';
import { Picker } from '../../parts/Picker';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { bodyOf, newFit, sameFit } from './draft';
import { FitBoard } from './FitBoard';
import { FitForm } from './FitForm';
import { SeriesPanel } from './SeriesPanel';

/** Fits: one model through one or several conditions of a run. */
export function ModelsPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: fits } = useQuery(queries.fits(campaignId));
  const { row, missing, key, begin, open } = useOpenThing(campaignId, 'models', fits ?? []);
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
  if (missing !== undefined) return <NotThere what="fit" id={missing} />;
  const { id: runId } = campaign.runRows.find((r) => r.kind === 'measured') ?? campaign.runRows[0]!;
  return (
    <FitInHand
      key={key}
      campaign={campaign}
      row={row}
      start={row ? bodyOf(row) : newFit(`Fit ${fits.length + 1}`, runId)}
      picker={
        <Picker<number>
          label="Fit"
          placeholder="new fit"
          value={row?.id}
          options={fits.map((f) => ({ value: f.id, label: f.name }))}
          onChange={open}
        />
      }
      onOpen={open}
      onNew={begin}
    />
  );
}

interface FitInHandProps {
  campaign: CampaignReply;
  row: FitRow | undefined;
  start: FitBody;
  picker: ReactNode;
  onOpen(id: number | undefined): void;
  onNew(): void;
}

function FitInHand({ campaign, row, start, picker, onOpen, onNew }: FitInHandProps) {
  const [body, setBody] = useState(start);
  const [inHand, setInHand] = useState(0);
  const { palette } = useTheme();
  const campaignId = campaign.id;
  const { data: conditions = [] } = useQuery(queries.conditions(campaignId));
  const { data: bench, error: benchError } = useQuery(queries.bench(body.runId));
  const trial = useQuery(queries.trialFit({ ...body, name: body.name.trim() || 'fit', campaignId }));
  const fit = body.x && body.y && !trial.error ? trial.data : undefined;
  const keeping = useKeeping('fits', campaignId, row?.id, onOpen);
  const saved = row !== undefined && sameFit(bodyOf(row), body);
  const build = useCallback(
    (size: Size) =>
      fit ? fitOption(fit, palette, size) : {},
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
            runs={campaign.runRows}
            channels={bench?.channels ?? []}
            conditions={conditions}
            onChange={setBody}
          />
          <div className="panel-pad">
            <KeepButtons
              keeping={keeping}
              label={saved ? 'Saved' : 'Save'}
              disabled={saved || !fit || body.name.trim() === ''}
              onSave={() => keeping.save(body)}
              deletable={row !== undefined}
            >
              {row && !saved && <Button onClick={() => setBody(start)}>As saved</Button>}
            </KeepButtons>
          </div>
          {fit && (
            <SeriesPanel
              campaignId={campaignId}
              fit={fit}
              index={Math.min(inHand, fit.series.length - 1)}
              degree={body.model === 'polynomial' ? Number(body.settings['degree']) : undefined}
              weights={body.weights}
              fitId={saved ? row.id : undefined}
              onDegree={(degree) => setBody({ ...body, settings: { degree } })}
            />
          )}
        </>
      }
    />
  );
} // prettier-ignore
