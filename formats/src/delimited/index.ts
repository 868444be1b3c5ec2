import type { Format } from '../Format';
import { guessLayout } from './guessLayout';
import { preview } from './preview';
import { readRun } from './readRun';

/** Delimited text (RFC 4180 and its many relatives). */
export const delimited: Format = {
  kind: 'delimited',
  title: 'Delimited text',
  extensions: ['csv', 'txt', 'tsv', 'dat', 'asc', 'log', 'prn'],
  guess: guessLayout,
  preview,
  read: readRun,
};
