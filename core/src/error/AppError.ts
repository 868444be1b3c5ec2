import { catalogue, type ErrorCode, type FactsOf } from './catalogue';
import type { ErrorKind } from './entry';

/** What crosses a border (worker, HTTP) in place of an AppError. */
export interface ErrorReport {
  code: string;
  message: string;
  facts: Record<string, unknown>;
}

/** The one error type of the product; the compiler checks the facts against the code. */
export class AppError<C extends ErrorCode = ErrorCode> extends Error {
  readonly code: C;
  readonly kind: ErrorKind;
  readonly facts: FactsOf<C>;

  constructor(code: C, facts: FactsOf<C>, options?: { cause?: unknown }) {
    const entry = catalogue[code] as { kind: ErrorKind; say: (f: FactsOf<C>) => string };
    super(entry.say(facts), options);
    this.name = 'AppError';
    this.code = code;
    this.kind = entry.kind;
    this.facts = facts;
  }

  report(): ErrorReport {
    return { code: this.code, message: this.message, facts: this.facts as Record<string, unknown> };
  }
}

/** The error again on the other side of a border, or undefined when the report is of no known code. */
export function fromReport(report: ErrorReport): AppError | undefined {
  if (!(report.code in catalogue)) return undefined;
  return new AppError(report.code as ErrorCode, report.facts as never);
}
