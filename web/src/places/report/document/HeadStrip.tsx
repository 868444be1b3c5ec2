import { livingOf } from '@undameter/writing';
import type { ReportHeld } from './useReportInHand';

interface HeadStripProps {
  held: Pick<ReportHeld, 'document' | 'living' | 'counts' | 'isCurrent'>;
  onNextMoved(): void;
  onTakeAll(): void;
}

/** The ledger of a report: its living things in reading order, each with its state, and their counts. */
export function HeadStrip({ held: { document, living, counts, isCurrent }, onNextMoved, onTakeAll }: HeadStripProps) {
  return (
    <div className="ledger report-ledger">
      <div className="living-strip" aria-hidden>
        {livingOf(document).map((attrs, i) => (
          <i key={i} data-form={living.shownOf(attrs)?.form ?? 'none'} data-state={living.stateOf(attrs)} />
        ))}
      </div>
      <span>
        <b>{counts.numbers}</b> living {counts.numbers === 1 ? 'number' : 'numbers'}
      </span>
      <span>
        <b>{counts.figures}</b> {counts.figures === 1 ? 'figure' : 'figures'}
      </span>
      <span>
        <b>{counts.tables}</b> {counts.tables === 1 ? 'table' : 'tables'}
      </span>
      {!isCurrent && (
        <span className="soft" role="status">
          asking the data …
        </span>
      )}
      {isCurrent && counts.moved === 0 && <span>none moved</span>}
      {isCurrent && counts.moved > 0 && (
        <span className="doubt">
          <b>{counts.moved}</b> moved,{' '}
          <button className="quiet" onClick={onNextMoved}>
            Next moved
          </button>{' '}
          <button className="quiet" onClick={onTakeAll}>
            Take all
          </button>
        </span>
      )}
      {counts.kept > 0 && (
        <span>
          <b>{counts.kept}</b> kept on purpose
        </span>
      )}
      {counts.lost > 0 && (
        <span className="doubt">
          <b>{counts.lost}</b> lost their origin
        </span>
      )}
    </div>
  );
}
