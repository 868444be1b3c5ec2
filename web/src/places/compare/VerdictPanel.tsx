import type { ComparisonReply } from '@undameter/contract';
import { formatCount, printUnit } from '@undameter/core';
import { BudgetOf } from '../../parts/BudgetOf';
import { Sentence } from '../../parts/Sentence';
import { usePinFinding } from '../../data/usePinFinding';
import { branchesInWords } from './branchesWords';
import type { DifferenceRow } from './differenceRows';

interface VerdictPanelProps {
  campaignId: number;
  reply: ComparisonReply;
  row: DifferenceRow;
  /** The saved comparison, when what is shown is what was saved. */
  comparisonId: number | undefined;
}

/** What the comparison of one candidate in one condition says, and the way to a finding. */
export function VerdictPanel({ campaignId, reply, row, comparisonId }: VerdictPanelProps) {
  const pin = usePinFinding(campaignId);
  const { candidate } = row;
  const hasUncertainty = reply.series.some((s) => s.candidates.some((c) => c.uVal !== null));
  return (
    <>
      <header className="panel-head">
        <h2 className="clip wide" title={`${row.name}: ${row.candidateName}`}>
          {row.name}: {row.candidateName}
        </h2>
        <span className="grow" />
        {candidate && (
          <button
            className="quiet"
            disabled={comparisonId === undefined || pin.isPending}
            title={comparisonId === undefined ? 'Save the comparison first' : undefined}
            onClick={() =>
              pin.mutate({
                kind: 'difference',
                comparisonId: comparisonId!,
                conditionId: row.conditionId,
                candidate: row.which,
              })
            }
          >
            Pin as finding
          </button>
        )}
      </header>
      <Sentence error={row.problem ? { message: row.problem } : null} />
      {candidate && (
        <ul className="ladder">
          <li className={candidate.verdict.state}>
            <b>Verdict</b>
            <span>{candidate.verdict.text}</span>
          </li>
          {candidate.branches && (
            <li className="doubtful">
              <b>Two ways</b>
              <span>{branchesInWords(candidate.branches, reply.x.name, reply.y.unit)}</span>
            </li>
          )}
          {candidate.outside > 0 && (
            <li className="doubtful">
              <b>Range</b>
              <span>
                {formatCount(candidate.outside)} points of the reference lie outside the candidate and take no part.
              </span>
            </li>
          )}
          {hasUncertainty && (
            <li className="note">
              <b>E and u_val</b>
              <span>
                in the manner of ASME V&amp;V 20: E is candidate − reference on average, u_val its standard uncertainty:
                what differs from point to point counts as many points as there are, what they share as a whole, and
                what both sides share with its signs. Tested are E, the trend along x, the worst point and the whole
                curve.
              </span>
            </li>
          )}
        </ul>
      )}
      {candidate && (
        <div className="panel-pad">
          <BudgetOf of={`E of ${row.candidateName}`} lines={candidate.budget} unit={printUnit(reply.y.unit)} />
        </div>
      )}
      <Sentence error={pin.error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
    </>
  );
}
