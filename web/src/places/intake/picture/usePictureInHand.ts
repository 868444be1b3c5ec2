import type { PictureRow } from '@undameter/contract';
import { likelyGround, markAt, type Pixel } from '@undameter/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ask } from '../../../data/api';
import { useFormDraft } from '../../../data/useDraft';
import { foundWords, type Found } from './foundWords';
import type { InkFound } from './inkWorker';
import { backTo, moved, sameSheet, sheetOf, withKnown, withoutInHand, withPoints } from './pictureSheet';
import type { InHand, PictureSheet, Tool } from './pictureSheet';
import type { PictureImage } from './loadPicture';
import { useInkWorker } from './useInkWorker';
import { usePictureImage } from './usePictureImage';

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

interface ToLookFor {
  at: Pixel;
  by: 'trace' | 'marks' | 'bars';
  /** The series that gets what is found. */
  of: number;
}

/** What was found by its colour, in words; of error bars the points that have one. */
function foundBy(by: ToLookFor['by'], { points, doubtful }: InkFound): Found & { words: string } {
  const found = { points: by === 'bars' ? points.length - doubtful : points.length, doubtful };
  return { ...found, words: foundWords(by, found) };
}

function markIn({ pixels: { width, height, data: rgba } }: PictureImage, at: Pixel): Pixel | undefined {
  const picture = { width, height, rgba };
  return markAt(picture, at, likelyGround(picture), TOLERANCE);
}

/** A picture in hand: its axes and series as they are changed, what a click does, and what is made of it. */
export function usePictureInHand(row: PictureRow) {
  const start = sheetOf(row);
  const [sheet, put] = useFormDraft<PictureSheet>(`${row.campaignId}.picture.${row.id}`, start, sameSheet);
  const { image, problem } = usePictureImage(`/api/pictures/${row.id}/file`, row.mediaType, sheet.page);
  const [tool, setTool] = useState<Tool>(row.known.length > 0 ? 'point' : 'x');
  const [series, setSeries] = useState(0);
  const [inHand, setInHand] = useState<InHand>(null);
  const history = useHistory();
  const [snaps, setSnaps] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const lookFor = useInkWorker(image);
  const client = useQueryClient();
  const set = (next: PictureSheet, of?: string): void => {
    history.keep(sheet, of);
    put(next);
  };
  const look = useMutation({
    mutationFn: ({ at, by, of }: ToLookFor) =>
      lookFor({ at, tolerance: TOLERANCE, what: by === 'trace' ? 'line' : by, points: sheet.series[of]?.points ?? [] }),
    // Into the series that was in hand when the hand pointed, whichever is now.
    onSuccess: (found, { of, by }) => {
      if (foundBy(by, found).points > 0) set(withPoints(sheet, of, found.points));
    },
  });
  const saveNow = async (): Promise<void> => {
    await ask<PictureRow>(`/pictures/${row.id}`, {
      method: 'PUT',
      body: { ...backTo(sheet, row), name: sheet.name.trim() },
    });
  };
  const renewed = async (): Promise<void> => {
    await client.refetchQueries({ queryKey: [`/pictures/${row.id}`] });
    put(start);
  };
  const save = useMutation({
    mutationFn: saveNow,
    onSuccess: renewed,
  });
  const isSaved = sameSheet(sheet, start);
  const make = useMutation({
    mutationFn: async () => {
      if (!isSaved) await saveNow();
      await ask<PictureRow>(`/pictures/${row.id}/runs`, { method: 'POST' });
    },
    onSuccess: renewed,
  });
  const pick = (at: Pixel): void => {
    setSaid(null);
    if (tool === 'x' || tool === 'y' || tool === 'both') {
      set(withKnown(sheet, tool, at));
      setInHand({ of: 'known', index: sheet.known.length });
    } else if (tool === 'point') {
      const points = sheet.series[series]?.points ?? [];
      const middle = snaps && image ? markIn(image, at) : undefined;
      setSaid(snaps && !middle ? 'No mark is there: the point is where you clicked.' : null);
      set(withPoints(sheet, series, [...points, middle ?? at]));
      setInHand({ of: 'point', series, index: points.length });
    } else if (image) look.mutate({ at, by: tool, of: series });
  };
  const latest = look.data && look.variables ? foundBy(look.variables.by, look.data) : undefined;
  return {
    ...{ image, problem },
    setTool: (next: Tool) => {
      setSaid(null);
      setTool(next);
    },
    ...{ row, sheet, set, tool, series, setSeries, inHand, setInHand, isSaved, save, make, pick },
    busy: look.isPending,
    found: latest,
    ...{ snaps, setSnaps, said, setSaid },
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
