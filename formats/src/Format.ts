import type { Layout, Preview, ReadRecord } from '@undameter/core';
import type { Guess } from './delimited/guessLayout';
import type { ReadInput } from './delimited/readRun';

/** An open format that can be read: one folder, one line in index.ts. */
export interface Format {
  kind: string;
  title: string;
  extensions: readonly string[];
  /** Understands the layout from the first bytes, as far as it is not given. @throws {AppError} when it is not this format */
  guess(head: Uint8Array, name: string, given?: Partial<Layout>): Guess;
  /** Shows what a layout makes of the first bytes. */
  preview(head: Uint8Array, layout: Layout, whole: boolean): Preview;
  /** Reads the chosen columns, block by block. */
  read(input: ReadInput): Promise<ReadRecord>;
}
