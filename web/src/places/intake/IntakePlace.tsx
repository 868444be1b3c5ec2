import { InboxOutlined } from '@ant-design/icons';
import type { RunRow } from '@undameter/contract';
import { formatCount, type Layout } from '@undameter/core';
import { Upload } from 'antd';
import { useReducer, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { PlaceFrame } from '../../app/PlaceFrame';
import { addressOf } from '../../app/places';
import { useCampaign } from '../../app/useCampaign';
import { Board } from '../../board/Board';
import { Empty } from '../../parts/Empty';
import { Sentence } from '../../parts/Sentence';
import { counted } from '../../parts/counted';
import { day } from '../../parts/day';
import { ColumnBoard } from './ColumnBoard';
import { FirstLines } from './FirstLines';
import { ImportRecord } from './ImportRecord';
import { LayoutPanel } from './LayoutPanel';
import { begin, importOf, intake, type IntakeState } from './state';
import { useImport } from './useImport';

/** A file comes in: dropped or chosen, seen as it was read, corrected, imported. */
export function IntakePlace() {
  const { campaignId, campaign, error } = useCampaign();
  const work = useImport();
  // One sending of a file is one reading of it: a new file begins with nothing corrected.
  const [sending, setSending] = useState(0);
  const [queue, setQueue] = useState<File[]>([]);
  if (error) return <Empty title={error.message} />;
  if (!campaign) return null;
  const take = (files: readonly File[]) => {
    const [first, ...rest] = files;
    setQueue(rest);
    setSending(sending + 1);
    if (first) work.send.mutate(first);
  };
  /** Lets go of the file in hand and takes the next one that waits. */
  const again = (uploadId: string) => {
    work.discard(uploadId);
    take(queue);
  };
  const sent = work.send.data;
  if (sent)
    return (
      <WaitingFile
        key={sending}
        campaignId={campaignId}
        start={begin(sent)}
        work={work}
        waiting={queue.length}
        onAgain={() => again(sent.uploadId)}
      />
    );
  return (
    <PlaceFrame
      title="Intake"
      context={<span className="soft">{campaign.name}</span>}
      chart={
        <div
          className="drop"
          tabIndex={0}
          onPaste={(e) => {
            const text = e.clipboardData.getData('text');
            if (text.trim() !== '') take([new File([text], 'pasted.txt', { type: 'text/plain' })]);
          }}
        >
          <Upload.Dragger
            multiple
            showUploadList={false}
            accept=".csv,.txt,.tsv,.dat,.asc,.log,.xlsx,.xlsm,.ods,.json,.jsonl,.ndjson,.parquet,.gz,.zip,text/*"
            beforeUpload={(file, all) => {
              // Called once a file, always with all of them.
              if (file === all[0]) take(all);
              return false;
            }}
          >
            <p className="drop-mark">
              <InboxOutlined />
            </p>
            <p>
              <b>{work.send.isPending ? 'Reading …' : 'Drop logs here, choose them, or paste rows of a table'}</b>
            </p>
            <p className="soft">
              Delimited text of any kind, spreadsheets (.xlsx, .ods), Parquet, JSON records; also packed as .gz or .zip.
            </p>
          </Upload.Dragger>
          <Sentence error={work.send.error} />
          {queue.length > 0 && (
            <button className="quiet" onClick={() => take(queue)}>
              Go on with {queue[0]!.name}
            </button>
          )}
        </div>
      }
      board={<ImportedRuns campaignId={campaignId} runs={campaign.runRows} />}
    />
  );
}

interface WaitingFileProps {
  campaignId: number;
  start: IntakeState;
  work: ReturnType<typeof useImport>;
  /** Files that wait behind this one. */
  waiting: number;
  onAgain(): void;
}

function WaitingFile({ campaignId, start, work, waiting, onAgain }: WaitingFileProps) {
  const [state, act] = useReducer(intake, start);
  const { uploadId, name, bytes } = state.upload;
  const relayout = (layout: Layout) =>
    work.reread.mutate(
      { uploadId, layout },
      { onSuccess: ({ preview }) => act({ type: 'reread', layout, preview }) },
    );
  const left = new Set(state.columns.filter((c) => !c.keep).map((c) => c.index));
  return (
    <PlaceFrame
      title={name}
      context={<span className="soft">{formatCount(Math.ceil(bytes / 1024))} KiB, waiting for import{waiting > 0 && `, ${counted(waiting, 'file')} behind it`}</span>}
      heading={
        work.imported ? null : (
          <>
            <b>First lines, as read</b>
            <span className="soft">what is left out is crossed</span>
          </>
        )
      }
      chart={
        work.imported ? (
          <ImportRecord run={work.imported} channels={state.columns.filter((c) => c.keep)} waiting={waiting} onNext={onAgain} />
        ) : (
          <FirstLines preview={state.preview} left={left} />
        )
      }
      boardHeight={300}
      board={work.imported ? undefined : <ColumnBoard state={state} act={act} />}
      panel={
        work.imported ? undefined : (
          <LayoutPanel
            state={state}
            act={act}
            job={work.job}
            error={work.choosePart.error ?? work.reread.error ?? work.start.error}
            onLayout={relayout}
            onPart={(part) =>
              work.choosePart.mutate({ uploadId, part }, { onSuccess: (upload) => act({ type: 'open', upload }) })
            }
            onImport={() => work.start.mutate({ uploadId, body: importOf(state, campaignId) })}
            onCancel={() => work.cancel.mutate()}
            onDiscard={onAgain}
          />
        )
      }
    />
  );
} // prettier-ignore

function ImportedRuns({ campaignId, runs }: { campaignId: number; runs: readonly RunRow[] }) {
  const navigate = useNavigate();
  return (
    <Board<RunRow>
      title="Imported runs"
      rows={runs}
      keyOf={(r) => r.id}
      onTake={(r) => void navigate(addressOf(campaignId, 'signals', r.id))}
      empty={<span>Nothing imported yet. <Link to="/">The demo campaign</Link> shows what it can look like.</span>}
      columns={[
        { key: 'file', title: 'File', value: (r) => r.fileName, cell: (r) => <code>{r.fileName}</code> },
        { key: 'name', title: 'Run', value: (r) => r.name, cell: (r) => r.name },
        { key: 'kind', title: 'Kind', value: (r) => r.kind, cell: (r) => r.kind },
        { key: 'samples', title: 'Samples', numeric: true, value: (r) => r.samples, cell: (r) => formatCount(r.samples) },
        { key: 'at', title: 'Imported', value: (r) => r.createdAt, cell: (r) => day(r.createdAt) },
      ]}
    />
  );
} // prettier-ignore
