import type { ImportBody, JobReply, RunReply, UploadReply } from '@undameter/contract';
import type { Layout, Preview } from '@undameter/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../../data/api';

/** Sending a file, reading its head again, importing it with progress. */
export function useImport() {
  const [jobId, setJobId] = useState<string | null>(null);
  const client = useQueryClient();
  const send = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file, file.name);
      return ask<UploadReply>('/uploads', { body: form });
    },
  });
  const choosePart = useMutation({
    mutationFn: ({ uploadId, part }: { uploadId: string; part: string }) =>
      ask<UploadReply>(`/uploads/${uploadId}/part`, { body: { part } }),
  });
  const reread = useMutation({
    mutationFn: ({ uploadId, layout }: { uploadId: string; layout: Layout }) =>
      ask<{ preview: Preview }>(`/uploads/${uploadId}/preview`, { body: { layout } }),
  });
  const start = useMutation({
    mutationFn: ({ uploadId, body }: { uploadId: string; body: ImportBody }) =>
      ask<JobReply>(`/uploads/${uploadId}/import`, { body }),
    onSuccess: (job) => setJobId(job.jobId),
  });
  const job = useQuery({
    queryKey: ['import', jobId],
    queryFn: async () => {
      const reply = await ask<JobReply>(`/imports/${jobId}`);
      if (reply.state === 'done') void client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'import' });
      return reply;
    },
    enabled: jobId !== null,
    refetchInterval: (q) => (q.state.data === undefined || q.state.data.state === 'running' ? 250 : false),
  });
  const cancel = useMutation({ mutationFn: () => ask<JobReply>(`/imports/${jobId}`, { method: 'DELETE' }) });
  const done = job.data?.state === 'done' ? job.data.runId : null;
  const run = useQuery({
    queryKey: [`/runs/${done}`],
    queryFn: () => ask<RunReply>(`/runs/${done}`),
    enabled: done !== null,
  });
  const discard = (uploadId: string | undefined) => {
    if (uploadId && done === null) void ask(`/uploads/${uploadId}`, { method: 'DELETE' }).catch(() => undefined);
    for (const step of [send, choosePart, reread, start]) step.reset();
    setJobId(null);
  };
  return { send, choosePart, reread, start, job: jobId === null ? undefined : job.data, cancel, imported: run.data, discard };
} // prettier-ignore
