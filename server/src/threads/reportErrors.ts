import { AppError, type ErrorReport } from '@undameter/core';

/** What a worker function answers: errors of ours cross the thread as reports, since their class would not. */
export type Answer<T> = { value: T } | { report: ErrorReport };

/** Wraps a function for the pool. */
export const reporting =
  <Task, Result>(work: (task: Task) => Result | Promise<Result>) =>
  async (task: Task): Promise<Answer<Result>> => {
    try {
      return { value: await work(task) };
    } catch (error) {
      if (error instanceof AppError) return { report: error.report() };
      throw error;
    }
  };
