/** What an error of the catalogue is made of. */
export type ErrorKind =
  'input' | 'missing' | 'conflict' | 'stale' | 'method' | 'media' | 'tooLarge' | 'refused' | 'internal';

export interface Entry<Facts> {
  kind: ErrorKind;
  say: (facts: Facts) => string;
}
export const entry = <Facts>(kind: ErrorKind, say: (facts: Facts) => string): Entry<Facts> => ({ kind, say });
