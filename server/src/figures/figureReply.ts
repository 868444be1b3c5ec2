import type { FigureContent, FigureReply, FigureRow } from '@undameter/contract';
import { AppError, fromReport, type ErrorReport } from '@undameter/core';
import { sortedJson } from '@undameter/writing';
import type { Services } from '../services';
import { drawnContent, freezeFigure, keepContent } from '../store/figures';
import { contentOf } from './sources';

/** What a figure shows: as it is now, as it was when it was frozen, or the last that could be drawn. */
export async function figureReply(services: Services, row: FigureRow): Promise<FigureReply> {
  const last = await drawnContent(services.db, row.id);
  const isFrozen = row.frozenAt !== null;
  const now = await attempted(services, row);
  if (now instanceof AppError) return { ...last, isFrozen, hasMoved: false, problem: now.report() };
  const hasMoved = last.content !== null && !isSame(last.content, now);
  if (isFrozen && last.content) return { ...last, isFrozen, hasMoved, problem: null };
  if (hasMoved || !last.content) await keepContent(services.db, row.id, now);
  const { drawnAt } = await drawnContent(services.db, row.id);
  return { content: now, drawnAt, isFrozen, hasMoved: false, problem: null };
}

/** What is drawn of it, for a picture. @throws {AppError} what keeps it from being drawn, when it never could be */
export async function contentOfFigure(services: Services, row: FigureRow): Promise<FigureContent> {
  const { content, problem } = await figureReply(services, row);
  if (!content) throw fromReport(problem as ErrorReport) ?? new Error(`Figure ${row.id} has no content.`);
  return content;
}

/** Freezes what it shows today, or lets it follow its data. @throws what keeps it from being drawn, when there is nothing to freeze */
export async function freeze(services: Services, row: FigureRow, isFrozen: boolean): Promise<FigureRow> {
  if (isFrozen && row.frozenAt === null) {
    const now = await attempted(services, row);
    if (!(now instanceof AppError)) await keepContent(services.db, row.id, now);
    else if (!(await drawnContent(services.db, row.id)).content) throw now;
  }
  return freezeFigure(services.db, row.id, isFrozen);
}

async function attempted(services: Services, row: FigureRow): Promise<FigureContent | AppError> {
  try {
    return await contentOf(services, row.source);
  } catch (error) {
    if (error instanceof AppError) return error;
    throw error;
  }
}

/** Through JSON, as the store has it: there a number that is none is nothing, and keys have an order of their own. */
const isSame = (stored: FigureContent, now: FigureContent): boolean =>
  sortedJson(stored) === sortedJson(JSON.parse(JSON.stringify(now)));
