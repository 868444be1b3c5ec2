import type { PictureRow } from '@undameter/contract';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { ask, withFile } from '../../../data/api';
import { queries } from '../../../data/queries';

export const pictureTypes = ['image/png', 'image/jpeg', 'image/webp', 'image/svg+xml', 'application/pdf'];
export const isPicture = ({ type }: Pick<File, 'type'>): boolean => pictureTypes.includes(type);

/** The pictures of a campaign, and how one comes in: as a file, or out of the clipboard. */
export function usePictures(campaignId: number, onSent: (id: number) => void) {
  const { data: known = [] } = useQuery(queries.pictures(campaignId));
  const send = useMutation({
    mutationFn: (file: File) => ask<PictureRow>(withFile(`/campaigns/${campaignId}/pictures`, file), { body: file }),
    onSuccess: ({ id }) => onSent(id),
  });
  const newest = useRef(send.mutate);
  useEffect(() => {
    newest.current = send.mutate;
  });
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const picture = [...(event.clipboardData?.files ?? [])].find(isPicture);
      if (!picture) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      newest.current(picture);
    };
    document.addEventListener('paste', paste, true);
    return () => document.removeEventListener('paste', paste, true);
  }, []);
  return { known, send: (file: File) => send.mutate(file), error: send.error };
}
