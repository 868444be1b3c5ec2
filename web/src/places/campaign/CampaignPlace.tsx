import type { CampaignReply, RunRow } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input, Popconfirm } from 'antd';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { LedgerBar } from '../../app/Ledger';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { Board } from '../../board/Board';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Empty } from '../../parts/Empty';
import { NameInput } from '../../parts/NameInput';
import { Sentence } from '../../parts/Sentence';
import { day } from '../../parts/day';
import { SensorBoard } from './SensorBoard';
import { SensorForm } from './SensorForm';

/** One campaign: its question, its runs, and what was found so far. */
export function CampaignPlace() {
  const { campaignId, campaign, error } = useCampaign();
  const navigate = useNavigate();
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
          <Board<RunRow>
            title="Runs"
            rows={campaign.runRows}
            keyOf={(r) => r.id}
            onTake={(r) => void navigate(addressOf(campaignId, 'signals', r.id))}
            tools={<Link to={addressOf(campaignId, 'intake')}>+ Bring a log in</Link>}
            empty={
              <span>
                No run yet. <Link to={addressOf(campaignId, 'intake')}>Bring the first log in.</Link>
              </span>
            }
            columns={[
              { key: 'name', title: 'Run', value: (r) => r.name, cell: (r) => <b>{r.name}</b> },
              { key: 'kind', title: 'Kind', value: (r) => r.kind, cell: (r) => r.kind },
              { key: 'file', title: 'File', value: (r) => r.fileName, cell: (r) => <code>{r.fileName}</code> },
              {
                key: 'samples',
                title: 'Samples',
                numeric: true,
                value: (r) => r.samples,
                cell: (r) => formatCount(r.samples),
              },
              {
                key: 'ledger',
                title: 'Kept',
                width: 150,
                cell: (r) => r.samples <= MOST_FOR_A_BAR && <RunLedger runId={r.id} />,
              },
              { key: 'channels', title: 'Channels', numeric: true, value: (r) => r.channels, cell: (r) => r.channels },
              { key: 'steps', title: 'Steps', numeric: true, value: (r) => r.steps, cell: (r) => r.steps },
              { key: 'imported', title: 'Imported', value: (r) => r.createdAt, cell: (r) => day(r.createdAt) },
              {
                key: 'remove',
                title: '',
                cell: (r) => (
                  <span onClick={(e) => e.stopPropagation()}>
                    <Popconfirm
                      title={`Delete "${r.name}" with its samples and procedure?`}
                      okText="Delete"
                      onConfirm={() => remove.mutate(r.id)}
                    >
                      <button className="quiet" aria-label={`Delete ${r.name}`}>
                        Delete
                      </button>
                    </Popconfirm>
                  </span>
                ),
              },
            ]}
          />
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

/** The bar needs the whole run; a list of runs must not load gigabytes for it. */
const MOST_FOR_A_BAR = 300_000;

function RunLedger({ runId }: { runId: number }) {
  const { data } = useQuery(queries.bench(runId));
  return data ? <LedgerBar bench={data} /> : null;
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
