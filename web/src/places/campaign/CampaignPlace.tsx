import type { CampaignReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Empty } from '../../parts/Empty';
import { NameInput } from '../../parts/NameInput';
import { Sentence } from '../../parts/Sentence';
import { day } from '../../parts/day';
import { RunsBoard } from './RunsBoard';
import { SensorBoard } from './SensorBoard';
import { SensorForm } from './SensorForm';

/** One campaign: its question, its runs, and what was found so far. */
export function CampaignPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const { data: sensors } = useQuery(queries.sensors(campaignId));
  const [sensorInHand, setSensorInHand] = useState<number | 'new'>();
  const change = useMutation({
    mutationFn: ({ name, question }: Pick<CampaignReply, 'name' | 'question'>) =>
      ask(`/campaigns/${campaignId}`, { method: 'PUT', body: { name, question } }),
  });
  const remove = useMutation({
    mutationFn: (id: number) => ask(`/runs/${id}`, { method: 'DELETE' }),
  });
  if (error)
    return (
      <Empty title={error.message}>
        <p>
          Go to <Link to="/">all campaigns</Link>.
        </p>
      </Empty>
    );
  if (!campaign) return null;
  return (
    <PlaceFrame
      title={
        <NameInput
          label="Name of the campaign"
          value={campaign.name}
          onSay={(name) => change.mutate({ ...campaign, name })}
        />
      }
      context={
        <span className="soft">
          begun {day(campaign.createdAt)} · <Link to="/">all campaigns</Link>
        </span>
      }
      chart={
        <>
          <Sentence error={change.error ?? remove.error} />
          <Question
            key={campaign.question}
            text={campaign.question}
            onSay={(question) => change.mutate({ ...campaign, question })}
          />
          <RunsBoard campaign={campaign} onRemove={(id) => remove.mutate(id)} />
          <SensorBoard
            sensors={sensors}
            inHand={typeof sensorInHand === 'number' ? sensorInHand : undefined}
            onTake={setSensorInHand}
            onNew={() => setSensorInHand('new')}
          />
        </>
      }
      panel={
        sensorInHand === undefined ? (
          <Findings campaignId={campaignId} campaign={campaign} />
        ) : (
          <SensorForm
            key={sensorInHand}
            campaignId={campaignId}
            row={sensors?.find((s) => s.id === sensorInHand)}
            onDone={() => setSensorInHand(undefined)}
          />
        )
      }
    />
  );
}

function Question({ text, onSay }: { text: string; onSay(text: string): void }) {
  const [draft, setDraft] = useState(text);
  return (
    <div className="question">
      <span className="soft">Question</span>
      <Input.TextArea
        variant="borderless"
        aria-label="Question"
        autoSize
        maxLength={2000}
        placeholder="What are these tests to answer?"
        value={draft}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={() => draft !== text && onSay(draft)}
      />
    </div>
  );
}

/** The campaign's findings, and the way to delete all of it. */
function Findings({ campaignId, campaign }: { campaignId: number; campaign: CampaignReply }) {
  const { data: findings } = useQuery(queries.findings(campaignId));
  const navigate = useNavigate();
  const remove = useMutation({
    mutationFn: () => ask(`/campaigns/${campaignId}`, { method: 'DELETE' }),
    onSuccess: () => navigate('/'),
  });
  return (
    <>
      <header className="panel-head">
        <h2>Findings</h2>
        <span className="grow" />
        <Link to={addressOf(campaignId, 'report')}>Report</Link>
      </header>
      {!findings && <p className="soft panel-pad">Reading …</p>}
      {findings?.length === 0 && (
        <p className="soft panel-pad">None yet. Fit a model or compare two curves, then pin the number as a finding.</p>
      )}
      <ol className="findings">
        {findings?.map((f) => (
          <li key={f.id}>
            {f.sentence}
            {f.nowReads && <small className="doubt">It would now read otherwise; see the report.</small>}
          </li>
        ))}
      </ol>
      <div className="panel-foot">
        <Sentence error={remove.error} />
        <Popconfirm
          title={`Delete "${campaign.name}" with ${campaign.runs} runs and all that was made of them?`}
          okText="Delete"
          onConfirm={() => remove.mutate()}
        >
          <Button>Delete this campaign</Button>
        </Popconfirm>
      </div>
    </>
  );
}
