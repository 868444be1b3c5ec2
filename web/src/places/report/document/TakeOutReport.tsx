import type { ExportFormat, ReportExportReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Progress } from 'antd';
import { useEffect, useRef } from 'react';
import { useCommands } from '../../../app/commands';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { Sentence } from '../../../parts/Sentence';
import { notShownWords, unsettledWords } from './words';
import type { ReportHeld } from './useReportInHand';

const formats: { format: ExportFormat; label: string }[] = [
  { format: 'pdf', label: 'PDF' },
  { format: 'docx', label: 'docx' },
  { format: 'html', label: 'Web page' },
  { format: 'md', label: 'Markdown' },
];

/** The ways out of a report. */
export function TakeOutReport({ held }: { held: ReportHeld }) {
  const start = useMutation({
    mutationFn: async (format: ExportFormat) => {
      await held.flush();
      return ask<ReportExportReply>(`/reports/${held.row.id}/exports`, { body: { format } });
    },
  });
  const job = useQuery(queries.reportExport(start.data?.jobId));
  const reply = job.data ?? start.data;
  const isRunning = start.isPending || reply?.state === 'running';
  const stop = useMutation({
    mutationFn: () => ask(`/report-exports/${reply!.jobId}`, { method: 'DELETE' }),
    onSuccess: () => job.refetch(),
  });
  useFetchWritten(reply);
  useCommands(
    formats.map(({ format, label }) => ({
      id: `report-${format}`,
      label: `Take the report out: ${label}`,
      run: () => start.mutate(format),
    })),
  );
  return (
    <footer className="take-out">
      <div className="take-out-head">
        <h3>Take out</h3>
        <span className={held.counts.moved > 0 ? 'doubt' : 'soft'}>
          {unsettledWords(held.counts.moved, held.isCurrent)}
        </span>
      </div>
      <Sentence error={start.error ?? stop.error ?? job.error ?? reply?.error} />
      {isRunning && reply ? (
        <div className="buttons">
          <Progress percent={(100 * reply.done) / reply.wanted} showInfo={false} size="small" />
          <span className="soft" role="status">
            {reply.done} of {reply.wanted}
          </span>
          <Button size="small" onClick={() => stop.mutate()}>
            Stop
          </Button>
        </div>
      ) : (
        <div className="buttons">
          {formats.map(({ format, label }, i) => (
            <Button
              key={format}
              type={i === 0 ? 'primary' : 'default'}
              disabled={isRunning}
              onClick={() => start.mutate(format)}
            >
              {i === 0 ? `${label}, ${held.page.size === 'A4' ? 'A4' : 'Letter'}` : label}
            </Button>
          ))}
          <Button onClick={() => window.print()}>Print</Button>
        </div>
      )}
      {reply?.state === 'done' && reply.notShown !== '' && <p className="doubt">{notShownWords(reply.notShown)}</p>}
      {reply?.state === 'stopped' && <p className="soft">Stopped; nothing was written.</p>}
    </footer>
  );
}

/** Once a report is written the browser fetches it, a single time. */
function useFetchWritten(reply: ReportExportReply | undefined): void {
  const fetched = useRef('');
  const { jobId = '', state } = reply ?? {};
  useEffect(() => {
    if (state !== 'done' || fetched.current === jobId) return;
    fetched.current = jobId;
    const link = window.document.createElement('a');
    link.href = `/api/report-exports/${jobId}/file`;
    link.download = '';
    link.click();
  }, [jobId, state]);
}
