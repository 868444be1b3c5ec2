import type { Layout } from '@undameter/core';

/**
 * An open format that holds tables in a form other than lines of text. A part of it (a sheet,
 * a file of an archive) is unpacked to delimited text, which the one reader of text then
 * reads: headings, units, moments and cells that are no numbers are understood once, and a
 * number is written in its shortest form that gives the same double again.
 */
export interface Container {
  kind: string;
  title: string;
  /** Endings of the names of its files, without the dot; none where it is told by its content only. */
  extensions: readonly string[];
  /** What one of its parts is called. */
  partTitle: string;
  /** A larger file is taken as it stands. */
  mostBytes?: number;
  recognises(head: Uint8Array, name: string): boolean;
  /**
   * @param bytes  the whole file
   * @param part   which part; the first that holds anything when undefined
   * @throws {AppError} FILE_DAMAGED, FILE_NO_PARTS, FILE_UNPACKS_TOO_LARGE
   */
  unpack(bytes: Uint8Array, name: string, part: string | undefined): Promise<Unpacked>;
}

export interface Unpacked {
  parts: string[];
  /** Those of them that are runs of their own; absent: all. */
  each?: string[];
  part: string;
  text: Uint8Array;
  /** What the format itself says of how its text is to be read; the rest is guessed. */
  given?: Partial<Layout>;
}

/** More than this is not unpacked into memory. */
export const MOST_UNPACKED_BYTES = 1024 * 2 ** 20;
