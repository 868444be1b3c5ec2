import { Sentence } from '../../parts/Sentence';
import { Fragment } from 'react';
import { elsewhereInWords, onceEach, overlapsInWords } from './overlaps';
import { ShatteredList } from './ShatteredList';
import type { ConditionsData } from './useConditionsData';

interface ConditionsOverviewProps {
  campaignId: number;
  runId: number;
  data: ConditionsData;
  onBegin(): void;
  onPropose(): void;
}

/** What conditions are, how to begin one, and what those of the campaign leave out and share. */
export function ConditionsOverview({
  campaignId,
  runId,
  data: { run, bench, channels, rows, elsewhere, points },
  onBegin,
  onPropose,
}: ConditionsOverviewProps) {
  return (
    <>
      <header className="panel-head">
        <h2>Conditions</h2>
        <span className="grow" />
        <button className="quiet" onClick={onBegin} disabled={channels.length === 0}>
          + Condition
        </button>
      </header>
      <div className="panel-pad">
        <p className="soft">
          A condition is a named set of limits. It picks the kept samples in which all of them hold, for fits and
          comparisons; each of its stretches is an operating point.
        </p>
        <button className="quiet strong" onClick={onPropose}>
          Propose conditions from the set points …
        </button>
        {elsewhere > 0 && <p className="soft">{elsewhereInWords(elsewhere)}</p>}
        {bench && rows.length > 0 && <p className="soft">{overlapsInWords(bench)}</p>}
        <ShatteredList
          campaignId={campaignId}
          runId={runId}
          run={run}
          shattered={points?.shattered ?? []}
          rows={rows}
        />
        {onceEach(points?.problems ?? [], rows).map((p) => (
          <Fragment key={p.problem.message}>
            <Sentence error={p.problem} />
            {p.others !== '' && <p className="soft">{p.others}</p>}
          </Fragment>
        ))}
      </div>
    </>
  );
}
