import type { TSchema } from 'typebox';

/** How a protocol names what can be asked, without a line to anything: for forms and checks. */
export interface Speech<Source = unknown> {
  kind: string;
  /** As the trade calls it. */
  title: string;
  /** What its sources are. */
  by: string;
  usualPort: number;
  /** Which value of the instrument is meant. */
  source: TSchema;
  /** A source in words, for sentences. */
  asked(source: Source): string;
}
