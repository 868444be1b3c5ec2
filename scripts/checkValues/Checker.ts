import type { Outcome } from './compareNumbers';

/** One case of a file, as it stands there. */
export type Case = { id: string; ambiguous?: boolean } & Record<string, any>; // eslint-disable-line @typescript-eslint/no-explicit-any

/** How the cases of one kind are run through the core. */
export interface Checker {
  file: string;
  kind: string;
  /** Why the tolerance is what it is. */
  tolerance: string;
  check(item: Case, all: readonly Case[]): Outcome;
}
