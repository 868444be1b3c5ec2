import type { PictureRow } from '@undameter/contract';
import { formatCount, type Pixel } from '@undameter/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../../../data/api';
import { useFormDraft } from '../../../data/useDraft';
import type { InkFound, InkTask } from './inkWorker';
import { backTo, moved, sameSheet, sheetOf, withKnown, withoutInHand, withPoints } from './pictureSheet';
import type { InHand, PictureSheet, Tool } from './pictureSheet';
import type { PictureImage } from './usePictureImage';

/** A colour that is this far beside the way from ground to line, of 255, is another one. */
const TOLERANCE = 48;
const MOST_UNDONE = 200;

/** What was done, so that it can be undone; what belongs together is one step. */
function useHistory() {
  const [past, setPast] = useState<readonly PictureSheet[]>([]);
  const [future, setFuture] = useState<readonly PictureSheet[]>([]);
  const [lastOf, setLastOf] = useState<string>();
  return {
    past,
    future,
    keep: (before: PictureSheet, of: string | undefined) => {
      if (of === undefined || of !== lastOf) setPast([...past.slice(-MOST_UNDONE), before]);
      setFuture([]);
      setLastOf(of);
    },
    back: (now: PictureSheet): PictureSheet => {
      setPast(past.slice(0, -1));
      setFuture([...future, now]);
      setLastOf(undefined);
      return past.at(-1)!;
    },
    forth: (now: PictureSheet): PictureSheet => {
      setFuture(future.slice(0, -1));
      setPast([...past, now]);
      setLastOf(undefined);
      return future.at(-1)!;
    },
  };
}

/** Looks for lines and marks beside the page, so that it stays in hand meanwhile. */
function lookFor(task: InkTask): Promise<InkFound> {
  const worker = new Worker(new URL('./inkWorker.ts', import.meta.url), { type: 'module' });
  return new Promise<InkFound>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<InkFound>) => resolve(data);
    worker.onerror = () => reject(new Error('The picture could not be looked through. Try a smaller one.'));
    worker.postMessage(task);
  }).finally(() => worker.terminate());
}

const foundWords = (tool: Tool, { points, doubtful }: InkFound): string => {
  const what = tool === 'trace' ? 'places of the line' : 'marks';
  if (points.length === 0)
    return tool === 'trace'
      ? 'No line of this colour is there: click on the line itself, enlarged.'
      : 'No mark of this colour was found: click into a mark, enlarged.';
  const doubt =
    tool === 'trace'
      ? `; at ${formatCount(doubtful)} of them another line was as near: look there`
      : `; ${formatCount(doubtful)} of them lie over each other: look there`;
  return `${formatCount(points.length)} ${what} found${doubtful > 0 ? doubt : ''}.`;
};

/** A picture in hand: its axes and series as they are changed, what a click does, and what is made of it. */
export function usePictureInHand(row: PictureRow, image: PictureImage | undefined) {
  const start = sheetOf(row);
  const [sheet, put] = useFormDraft<PictureSheet>(`${row.campaignId}.picture.${row.id}`, start, sameSheet);
  const [tool, setTool] = useState<Tool>(row.known.length > 0 ? 'point' : 'x');
  const [series, setSeries] = useState(0);
  const [inHand, setInHand] = useState<InHand>(null);
  const [isBehind, setBehind] = useState(false);
  const history = useHistory();
  const client = useQueryClient();
  const set = (next: PictureSheet, of?: string): void => {
    history.keep(sheet, of);
    put(next);
  };
  const look = useMutation({
    mutationFn: async ({ at }: { at: Pixel; tool: Tool }) => {
      const { width, height, data } = image!.pixels;
      const what = tool === 'trace' ? 'line' : 'marks';
      return lookFor({ picture: { width, height, rgba: data }, at, tolerance: TOLERANCE, what });
    },
    onSuccess: ({ points }) => {
      if (points.length > 0) set(withPoints(sheet, series, points));
    },
  });
  const saveNow = async (): Promise<void> => {
    await ask<PictureRow>(`/pictures/${row.id}`, { method: 'PUT', body: { ...sheet, name: sheet.name.trim() } });
  };
  const renewed = async (): Promise<void> => {
    await client.refetchQueries({ queryKey: [`/pictures/${row.id}`] });
    put(start);
  };
  const save = useMutation({
    mutationFn: saveNow,
    onSuccess: async () => {
      setBehind(true);
      await renewed();
    },
  });
  const isSaved = sameSheet(sheet, start);
  const make = useMutation({
    mutationFn: async () => {
      if (!isSaved) await saveNow();
      await ask<PictureRow>(`/pictures/${row.id}/runs`, { method: 'POST' });
    },
    onSuccess: async () => {
      setBehind(false);
      await renewed();
    },
  });
  const pick = (at: Pixel): void => {
    if (tool === 'x' || tool === 'y' || tool === 'both') {
      set(withKnown(sheet, tool, at));
      setInHand({ of: 'known', index: sheet.known.length });
    } else if (tool === 'point') {
      const points = sheet.series[series]?.points ?? [];
      set(withPoints(sheet, series, [...points, at]));
      setInHand({ of: 'point', series, index: points.length });
    } else if (image) look.mutate({ at, tool });
  };
  const latest = look.data && look.variables ? { ...look.data, tool: look.variables.tool } : undefined;
  return {
    ...{ row, sheet, set, tool, setTool, series, setSeries, inHand, setInHand, isSaved, isBehind, save, make, pick },
    busy: look.isPending,
    found: latest && {
      points: latest.points.length,
      doubtful: latest.doubtful,
      words: foundWords(latest.tool, latest),
    },
    error: look.error,
    move: (dx: number, dy: number) => set(moved(sheet, inHand, dx, dy), 'move'),
    remove: () => {
      set(withoutInHand(sheet, inHand));
      setInHand(null);
    },
    undo: history.past.length > 0 ? () => put(backTo(history.back(sheet), row)) : undefined,
    redo: history.future.length > 0 ? () => put(backTo(history.forth(sheet), row)) : undefined,
  };
}
export type PictureHeld = ReturnType<typeof usePictureInHand>;
