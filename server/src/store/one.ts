import { AppError } from '@undameter/core';
import { SqlError } from './pg/SqlError';

/** The only row, or the error that there is no such thing. @throws {AppError} NOT_FOUND */
export function oneOf<Row>(rows: readonly Row[], what: string, id: number | string): Row {
  const [row] = rows;
  if (row === undefined) throw new AppError('NOT_FOUND', { what, id: String(id) });
  return row;
}

/** That each of the ids is there, by the rows that were found of them. @throws {AppError} NOT_FOUND */
export function allOf(found: readonly { id: number }[], what: string, ids: readonly number[]): void {
  const there = new Set(found.map((row) => row.id));
  for (const id of ids) if (!there.has(id)) throw new AppError('NOT_FOUND', { what, id: String(id) });
}

/** Turns PostgreSQL's refusal of a second row of the same name into ours. @throws {AppError} NAME_TAKEN */
export async function uniquely<T>(what: string, name: string, work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof SqlError && error.code === '23505') throw new AppError('NAME_TAKEN', { what, name });
    throw error;
  }
}

/** Turns the refusal to delete what is referred to into ours. @throws {AppError} STILL_USED */
export async function unused<T>(what: string, by: string, work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof SqlError && error.code === '23503') throw new AppError('STILL_USED', { what, by });
    throw error;
  }
}
