import type { ImportBody, JobReply, RunReply, UploadReply } from '@undameter/contract';
import type { Layout, Preview } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ask, withFile } from '../../data/api';
import { renewAfter } from '../../data/client';
import { sameReading } from './sameReading';
import { begin, importOf, type IntakeState } from './state';

/** Sending a file, reading its head again, importing it with progress. */
export function useImport() {
  const [jobId, setJobId] = useState<string | null>(null);
  const [allDone, setAllDone] = useState<{ done: number; of: number } | null>(null);
  const send = useMutation({
    mutationFn: (file: File | { runId: number }) =>
      file instanceof File
        ? ask<UploadReply>(withFile('/uploads', file), { body: file })
        : ask<UploadReply>(`/runs/${file.runId}/reopen`, { method: 'POST' }),
  });
  const openParts = (uploadId: string, parts: string[]) =>
    ask<UploadReply>(`/uploads/${uploadId}/part`, { body: { parts } });
  const chooseParts = useMutation({
    mutationFn: ({ uploadId, parts }: { uploadId: string; parts: string[] }) => openParts(uploadId, parts),
  });
  const reread = useMutation({
    mutationFn: ({ uploadId, layout }: { uploadId: string; layout: Layout }) =>
      ask<{ preview: Preview }>(`/uploads/${uploadId}/preview`, { body: { layout } }),
  });
  const begun = ({ uploadId, body }: { uploadId: string; body: ImportBody }) =>
    ask<JobReply>(`/uploads/${uploadId}/import`, { body });
  const start = useMutation({ mutationFn: begun, onSuccess: (job) => setJobId(job.jobId) });
  /** Imports each part as a run of its own, one after the other, all read like the one on the screen. */
  const startAll = useMutation({
    mutationFn: async ({ state, campaignId, parts }: { state: IntakeState; campaignId: number; parts: string[] }) => {
      const { uploadId, levels } = state.upload;
      const above = levels.slice(0, -1).map((l) => l.part);
      for (const [done, part] of parts.entries()) {
        setAllDone({ done, of: parts.length });
        const next = sameReading(state, begin(await openParts(uploadId, [...above, part])));
        const body = importOf({ ...next, runName: `${state.runName} ${part}`.slice(0, 120) }, campaignId);
        const job = await begun({ uploadId, body: { ...body, keepUpload: done < parts.length - 1 } });
        const ended = await endOf(job, setJobId);
        if (ended.error)
          throw new Error(`"${part}": ${ended.error.message} ${done} of ${parts.length} parts were imported.`);
      }
    },
    onSettled: () => {
      setAllDone(null);
      void renewAfter('runs');
    },
  });
  const job = useQuery({
    queryKey: ['import', jobId],
    queryFn: async () => {
      const reply = await ask<JobReply>(`/imports/${jobId}`);
      if (reply.state === 'done') void renewAfter('runs');
      return reply;
    },
    enabled: jobId !== null,
    refetchInterval: (q) => (q.state.data === undefined || q.state.data.state === 'running' ? 250 : false),
  });
  const cancel = useMutation({ mutationFn: () => ask(`/imports/${jobId}`, { method: 'DELETE' }) });
  const done = job.data?.state === 'done' && allDone === null ? job.data.runId : null;
  const run = useQuery({
    queryKey: [`/runs/${done}`],
    queryFn: () => ask<RunReply>(`/runs/${done}`),
    enabled: done !== null,
  });
  const discard = (uploadId: string | undefined) => {
    if (uploadId && done === null) void ask(`/uploads/${uploadId}`, { method: 'DELETE' }).catch(() => undefined);
    for (const step of [send, chooseParts, reread, start, startAll]) step.reset();
    setJobId(null);
  };
  return {
    send,
    chooseParts,
    reread,
    start,
    startAll,
    allDone,
    cancel,
    discard,
    job: jobId === null ? undefined : job.data,
    imported: run.data,
  };
}

/** Waits for an import to end, however it ends. */
async function endOf(begun: JobReply, say: (jobId: string) => void): Promise<JobReply> {
  say(begun.jobId);
  for (let job = begun; ; job = await ask<JobReply>(`/imports/${begun.jobId}`)) {
    if (job.state !== 'running') return job;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
