import type { FigureContent, FigureDressing } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { figureOption, sizeOfSheet, type DrawnFigure } from '@undameter/drawing';
import { forScreen } from './forScreen';
import { measureOnPage } from './measureOnPage';

export interface Attempt {
  drawn: DrawnFigure | null;
  /** Why the dressing cannot be; what was drawn before stays. */
  refusal: AppError | null;
}

/** The figure as it is dressed, or the sentence that says why it cannot be. */
export function drawnFigure(content: FigureContent, dressing: FigureDressing, scale: number): Attempt {
  try {
    const across = sizeOfSheet(dressing.look).width * scale * window.devicePixelRatio;
    return {
      drawn: figureOption({ content: forScreen(content, across), dressing, measure: measureOnPage, scale }),
      refusal: null,
    };
  } catch (error) {
    if (error instanceof AppError) return { drawn: null, refusal: error };
    throw error;
  }
}

/** Beside the sheet: the rulers and some air. */
export const MARGIN = 34;
const LARGEST = 3;

/** How many times the size of its print a sheet is shown, so that all of it is seen. */
export function scaleFor(look: FigureDressing['look'], room: { width: number; height: number }): number {
  const sheet = sizeOfSheet(look);
  const fit = Math.min((room.width - 2 * MARGIN) / sheet.width, (room.height - 2 * MARGIN) / sheet.height);
  return Math.min(LARGEST, Math.max(0.1, fit));
}

/** Marks of a ruler over a length in mm: where, how long, and what is written at it. */
export function rulerMarks(millimetres: number): { at: number; length: number; label: string }[] {
  const step = millimetres > 400 ? 10 : 2;
  const labelled = millimetres > 400 ? 100 : 20;
  return Array.from({ length: Math.floor(millimetres / step) + 1 }, (_, k) => {
    const at = k * step;
    const isLabelled = at % labelled === 0;
    return { at, length: isLabelled ? 9 : at % 10 === 0 ? 6 : 3, label: isLabelled ? String(at) : '' };
  });
}
