import './report.css';
import './document/document.css';
import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { figureAddress } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { useOpenThing } from '../../app/useOpenThing';
import { queries } from '../../data/queries';
import { Empty, NotThere } from '../../parts/Empty';
import { NewReport } from './document/NewReport';
import { ReportInHand } from './document/ReportInHand';

const NEW = -1;

/** The reports of a campaign: one of them on its page. */
export function ReportPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: reports } = useQuery(queries.reports(campaignId));
  const { row, missing, open } = useOpenThing(campaignId, 'report', reports ?? []);
  const [isNew, setNew] = useState(false);
  if (error) return <Empty title={error.message} />;
  if (!campaign || !reports) return null;
  if (missing !== undefined) return <NotThere what="report" id={missing} />;
  const figures = <Link to={figureAddress(campaignId)}>Figures and findings</Link>;
  if (!row || isNew)
    return (
      <PlaceFrame
        title="Report"
        context={<span className="soft">{campaign.question || campaign.name}</span>}
        ledger={<div className="figure-tools">{figures}</div>}
        chart={
          <NewReport
            campaignId={campaignId}
            onMade={(id) => {
              setNew(false);
              open(id);
            }}
            {...(row ? { onCancel: () => setNew(false) } : {})}
          />
        }
      />
    );
  const choice = (
    <>
      <Select
        size="small"
        aria-label="Report"
        className="report-choice"
        value={row.id}
        options={[
          ...reports.map(({ id, name }) => ({ value: id, label: name })),
          { value: NEW, label: 'A new report …' },
        ]}
        onChange={(id: number) => (id === NEW ? setNew(true) : open(id))}
      />
      {figures}
    </>
  );
  return <ReportInHand key={row.id} row={row} choice={choice} onGone={() => open(undefined)} />;
}
