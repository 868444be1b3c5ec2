import type { FieldBody, FieldUploadReply, RunReply } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { ask, withFile } from '../../../data/api';
import { queries } from '../../../data/queries';
import { isField } from './fieldDraft';

/** A file of a field on its way in: sent, understood, taken. */
export function useFieldFile(campaignId: number, onTaken: (run: RunReply) => void) {
  const { data: about } = useQuery(queries.about());
  const send = useMutation({
    mutationFn: (file: File) => ask<FieldUploadReply>(withFile('/field-uploads', file), { body: file }),
  });
  const take = useMutation({
    mutationFn: (body: FieldBody) => ask<RunReply>(`/campaigns/${campaignId}/fields`, { body }),
    onSuccess: (run) => {
      send.reset();
      onTaken(run);
    },
  });
  return {
    isField: (file: File) => isField(file, about?.readsFields ?? []),
    send: (file: File) => send.mutate(file),
    take: (body: FieldBody) => take.mutate(body),
    letGo: () => {
      if (send.data) void ask(`/field-uploads/${send.data.uploadId}`, { method: 'DELETE' }).catch(() => undefined);
      send.reset();
      take.reset();
    },
    sent: send.data,
    isReading: send.isPending,
    isTaking: take.isPending,
    sendError: send.error,
    takeError: take.error,
  };
}
export type FieldFileHeld = ReturnType<typeof useFieldFile>;
