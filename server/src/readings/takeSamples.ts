import type { ReadingNow, SessionHow } from '@undameter/contract';
import { AppError, formatValue, steadiness } from '@undameter/core';
import { setTimeout as after } from 'node:timers/promises';

/** A column that is read from an instrument. */
export interface ReadColumn {
  symbol: string;
  name: string;
  /** Half width that it keeps to before it counts as steady; null: it is not waited for. */
  within: number | null;
  /** @throws {AppError} why there is no value */
  read(): Promise<number>;
}

/** What a column gave: its samples, or why one of them is missing. */
export interface Sampled {
  symbol: string;
  values: Float64Array;
  problem: string | null;
}

/** What a person can do while a reading is taken. */
export interface Control {
  isAnyhow: boolean;
  readonly stopped: AbortSignal;
}

/** One bad answer may be chance; as many in a row are the instrument. */
const FAILURES = 3;

interface Course {
  values: number[];
  problem: string | null;
  failures: number;
}

/** Reads columns again and again: first until they are steady, then so many samples. */
export class Sampling {
  private readonly times: number[] = [];
  private readonly courses: Map<string, Course>;
  private readonly began = performance.now();
  private taken = 0;
  private state: ReadingNow['state'] = 'waiting';

  constructor(
    private readonly columns: readonly ReadColumn[],
    private readonly how: SessionHow,
    private readonly control: Control,
  ) {
    this.courses = new Map(columns.map((c) => [c.symbol, { values: [], problem: null, failures: 0 }]));
  }

  /** @throws {AppError} READING_NOT_STEADY, READING_STOPPED */
  async run(): Promise<{ sampled: Sampled[]; wasSteady: boolean | null }> {
    const wasSteady = await this.rest();
    this.state = 'sampling';
    for (const course of this.courses.values()) Object.assign(course, { values: [], problem: null });
    this.times.length = 0;
    while (this.taken < this.how.samples) {
      await this.round();
      this.taken++;
      // One that is not there is not waited for sample by sample.
      if (this.columns.every((c) => this.courses.get(c.symbol)!.failures >= FAILURES)) break;
    }
    const sampled = this.columns.map(({ symbol }) => {
      const { values, problem } = this.courses.get(symbol)!;
      return { symbol, values: Float64Array.from(values), problem };
    });
    return { sampled, wasSteady };
  }

  /** How far it has come. */
  now(): ReadingNow {
    const values = this.columns.map(({ symbol, within }) => {
      const { values: all, problem } = this.courses.get(symbol)!;
      const last = all.at(-1);
      const rest = this.restOf(symbol, within);
      return {
        symbol,
        value: last === undefined || Number.isNaN(last) ? null : last,
        half: rest === null || Number.isNaN(rest.half) ? null : rest.half,
        within,
        isSteady: rest === null ? null : rest.isSteady,
        problem,
      };
    });
    return { state: this.state, seconds: this.seconds(), progress: this.progress(), values };
  }

  private progress(): number {
    if (this.state === 'sampling') return this.taken / this.how.samples;
    const waited = this.columns.flatMap((c) => this.restOf(c.symbol, c.within) ?? []);
    return waited.length === 0 ? 0 : Math.min(...waited.map((r) => r.progress));
  }

  private seconds = (): number => (performance.now() - this.began) / 1000;

  private restOf(symbol: string, within: number | null) {
    if (within === null) return null;
    return steadiness(this.times, this.courses.get(symbol)!.values, { within, seconds: this.how.restSeconds });
  }

  /** Waits until all that are waited for are steady; null where none is. */
  private async rest(): Promise<boolean | null> {
    const waited = this.columns.filter((c) => c.within !== null);
    if (waited.length === 0) return null;
    while (!this.control.isAnyhow) {
      await this.round();
      const moving = waited.filter((c) => !this.restOf(c.symbol, c.within)!.isSteady);
      if (moving.length === 0) return true;
      const isGone = moving.some((c) => this.courses.get(c.symbol)!.failures >= FAILURES);
      // What cannot be read never comes to rest: the samples will say why.
      if (isGone) return false;
      if (this.seconds() > this.how.waitSeconds) throw this.notSteady(moving[0]!);
    }
    return false;
  }

  private notSteady({ symbol, name, within }: ReadColumn): AppError {
    const { half } = this.restOf(symbol, within)!;
    return new AppError('READING_NOT_STEADY', {
      ...{ name, seconds: this.how.waitSeconds },
      half: Number.isNaN(half) ? 'an unknown amount' : formatValue(half, 3),
      within: formatValue(within!, 3),
    });
  }

  /** One sample of each column, at the pace that was chosen. */
  private async round(): Promise<void> {
    const began = performance.now();
    if (this.control.stopped.aborted) throw new AppError('READING_STOPPED', {});
    await Promise.all(this.columns.map((column) => this.sample(column)));
    this.times.push(this.seconds());
    const left = this.how.every * 1000 - (performance.now() - began);
    const isLast = this.state === 'sampling' && this.taken + 1 >= this.how.samples;
    if (left > 0 && !isLast)
      await after(left, undefined, { signal: this.control.stopped }).catch(() => {
        throw new AppError('READING_STOPPED', {});
      });
  }

  private async sample(column: ReadColumn): Promise<void> {
    const course = this.courses.get(column.symbol)!;
    try {
      course.values.push(await column.read());
      course.failures = 0;
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      course.values.push(NaN);
      course.failures++;
      // While it is waited for, what went wrong once is over when it reads again; of the samples none may be missing.
      course.problem = error.message;
      return;
    }
    if (this.state !== 'sampling') course.problem = null;
  }
}
