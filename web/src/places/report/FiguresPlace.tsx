import './report.css';
import type { FigureRow } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Segmented } from 'antd';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { queries } from '../../data/queries';
import { usePreference } from '../../data/usePreference';
import { Empty, NotThere } from '../../parts/Empty';
import { FigureInHand } from './FigureInHand';
import { FigureStrip } from './FigureStrip';
import { FindingBoard } from './FindingBoard';
import { useFigureFace } from './useFigureFace';

/** Figures, dressed for print, and findings as sentences. */
export function FiguresPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: figures } = useQuery(queries.figures(campaignId));
  const { row, missing, open } = useOpenThing(campaignId, 'report/figure', figures ?? []);
  const [below, setBelow] = usePreference<Below>('report.below', 'figures');
  const isFaceThere = useFigureFace();
  if (error) return <Empty title={error.message} />;
  if (!campaign || !figures || !isFaceThere) return null;
  if (missing !== undefined) return <NotThere what="figure" id={missing} />;
  const board = (
    <ReportBoard
      campaignId={campaignId}
      below={below}
      onBelow={setBelow}
      figures={figures}
      inHand={row?.id}
      onOpen={open}
    />
  );
  if (row) return <FigureInHand key={row.id} row={row} board={board} onGone={() => open(undefined)} />;
  return (
    <PlaceFrame
      title="Figures"
      context={<span className="soft">{campaign.question || campaign.name}</span>}
      chart={
        <Empty title="No figure is kept yet">
          <p>
            Keep a chart as a figure, for instance at <Link to={addressOf(campaignId, 'models')}>Models</Link>: it is
            dressed for print here, and follows its data.
          </p>
        </Empty>
      }
      boardHeight={220}
      board={<FindingsOnly campaignId={campaignId} />}
    />
  );
}

type Below = 'figures' | 'findings';

interface ReportBoardProps {
  campaignId: number;
  below: Below;
  onBelow(below: Below): void;
  figures: readonly FigureRow[];
  inHand: number | undefined;
  onOpen(id: number): void;
}

function ReportBoard({ campaignId, below, onBelow, figures, inHand, onOpen }: ReportBoardProps): ReactNode {
  return (
    <section className="report-board">
      <header className="board-head">
        <Segmented<Below>
          size="small"
          aria-label="Below the sheet"
          value={below}
          onChange={onBelow}
          options={[
            { value: 'figures', label: 'Figures' },
            { value: 'findings', label: 'Findings' },
          ]}
        />
        <span className="soft">{below === 'figures' && 'small sheets, in proportion to their printed size'}</span>
        <span className="grow" />
        <Link to={addressOf(campaignId, 'report')}>To the report</Link>
        {below === 'figures' && (
          <a href={`/api/campaigns/${campaignId}/figures/archive`} download>
            All as archive
          </a>
        )}
      </header>
      {below === 'figures' ? (
        <FigureStrip figures={figures} inHand={inHand} onOpen={onOpen} />
      ) : (
        <FindingsOnly campaignId={campaignId} />
      )}
    </section>
  );
}

function FindingsOnly({ campaignId }: { campaignId: number }) {
  const { data: findings } = useQuery(queries.findings(campaignId));
  return <FindingBoard campaignId={campaignId} findings={findings} />;
}
