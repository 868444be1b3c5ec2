import type { Refusal } from './protocol';

/** A failure of a statement, with PostgreSQL's own code. */
export class SqlError extends Error {
  readonly code: string | undefined;
  readonly constraint: string | undefined;

  constructor({ message, code, constraint }: Refusal) {
    super(message);
    this.code = code;
    this.constraint = constraint;
  }
}
