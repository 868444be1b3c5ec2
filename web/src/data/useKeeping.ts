import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ask } from './api';

type Collection = 'conditions' | 'tables' | 'fits' | 'comparisons' | 'sensors' | 'instruments';

export interface Keeping {
  save(body: object): void;
  /** As a new one, which is then opened. */
  copy(body: object): void;
  remove(): void;
  busy: boolean;
  error: Error | null;
}

/**
 * Saves a thing of a campaign, new or changed, and deletes it.
 * @param id      undefined for a new one
 * @param onKept  gets the id that was saved, or undefined after deleting
 */
export function useKeeping(
  collection: Collection,
  campaignId: number,
  id: number | undefined,
  onKept: (id: number | undefined) => void,
): Keeping {
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: ({ body, isCopy }: { body: object; isCopy: boolean }) =>
      id === undefined || isCopy
        ? ask<{ id: number }>(`/campaigns/${campaignId}/${collection}`, { body })
        : ask<{ id: number }>(`/${collection}/${id}`, { method: 'PUT', body }),
    onSuccess: async (saved) => {
      // The list knows it before it is opened, or it would not be found there.
      await client.refetchQueries({ queryKey: [`/campaigns/${campaignId}/${collection}`] });
      onKept(saved.id);
    },
  });
  const remove = useMutation({
    mutationFn: () => ask(`/${collection}/${id}`, { method: 'DELETE' }),
    onSuccess: () => onKept(undefined),
  });
  return {
    save: (body) => save.mutate({ body, isCopy: false }),
    copy: (body) => save.mutate({ body, isCopy: true }),
    remove: () => remove.mutate(),
    busy: save.isPending || remove.isPending,
    error: save.error ?? remove.error,
  };
}
