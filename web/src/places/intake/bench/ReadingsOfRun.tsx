import type { BenchSession, RunReply, SheetReply } from '@undameter/contract';
import { hereWords, type Expected } from '../typed/liveLine';
import type { TypedHeld } from '../typed/useTypedRun';
import { nowAt } from './taking';
import { ReadingPanel } from './ReadingPanel';
import { useTaking } from './useTaking';

interface ReadingsOfRunProps {
  campaignId: number;
  run: RunReply;
  saved: SheetReply;
  session: BenchSession;
  held: TypedHeld;
  /** Row in hand; null: none. */
  row: number | null;
  /** What the curve so far expects of the next reading. */
  expected: Expected | undefined;
  /** What is across the chart. */
  x: string;
  /** What is up the chart. */
  y: { symbol: string; unit: string };
}

/** Readings of a run, beside the rows that they become. */
export function ReadingsOfRun({ campaignId, run, saved, session, held, row, expected, x, y }: ReadingsOfRunProps) {
  const taking = useTaking({
    ...{ campaignId, session, saved, runId: run.id },
    ...{ isSaved: held.isSaved, saveFirst: held.saveFirst },
  });
  const units = new Map(saved.columns.map((c) => [c.symbol, c.unit]));
  const now = nowAt(taking.live, y.symbol, x, expected);
  const taken = saved.rows.find((r) => r.row === row);
  const canRetake = taken?.takenAt !== undefined && !held.leftOut.has(taken.row);
  return (
    <ReadingPanel
      taking={taking}
      units={units}
      row={canRetake ? row : null}
      expected={expected && hereWords(expected, now, y.unit)}
    />
  );
}
