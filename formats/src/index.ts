import { containers } from './containers';
import { delimited } from './delimited';
import type { Format } from './Format';

export { containerOf, type Unpacked } from './containers';
export type { Guess } from './delimited/guessLayout';
export { writers, type ChannelToWrite, type RunToWrite, type Writer } from './writers';
export { zipOf } from './zipOf';
export { fieldExtensions, loadForField, readField, type Field, type FieldVariable } from './fields';
export type { HowRead } from './fields/FieldFormat';
export { sourceAbove, wideGrid, type WideGrid } from './tables/wideGrid';
export { tableToWrite } from './tables/tableToWrite';
export { HEADINGS_ARE_NUMBERS } from './delimited/doubts';
export { cellsOfText } from './delimited/cellsOfText';
export { MOST_CHANNELS } from './delimited/preview';
export { BLOCK_ROWS } from './delimited/readRun';
export type { Format } from './Format';

/** Every format that can be read. */
export const formats: readonly Format[] = [delimited];

/** Endings of the files that can come in, without the dot, each once. */
export const readableExtensions: readonly string[] = [
  ...new Set([...formats, ...containers].flatMap((f) => f.extensions)),
];

/** The format for a file of this name: by its extension, otherwise delimited text. */
export const formatFor = (name: string): Format =>
  formats.find((f) => f.extensions.includes(name.split('.').at(-1)!.toLowerCase())) ?? delimited;
