import type { ComparisonReply } from '@undameter/contract';
import { usePinFinding } from '../../data/usePinFinding';
import { Sentence } from '../../parts/Sentence';

interface GroupVerdictsProps {
  campaignId: number;
  reply: ComparisonReply;
  /** The saved comparison, when what is shown is what was saved. */
  comparisonId: number | undefined;
}

/** What each group says of each candidate, a sentence for each, and the way to a finding. */
export function GroupVerdicts({ campaignId, reply: { groups, candidates }, comparisonId }: GroupVerdictsProps) {
  const pin = usePinFinding(campaignId);
  return (
    <section aria-label="Verdict of each group">
      <ul className="ladder">
        {groups.flatMap((group) =>
          group.candidates.map(({ verdict }, candidate) => (
            <li key={`${group.name} ${candidate}`} className={verdict.state}>
              <b>
                {group.name}
                {candidates.length > 1 && `: ${candidates[candidate]!.name}`}
              </b>
              <span>{verdict.text}</span>
              <button
                className="quiet"
                aria-label={`Pin as finding: ${group.name}`}
                disabled={comparisonId === undefined || pin.isPending}
                title={comparisonId === undefined ? 'Save the comparison first' : undefined}
                onClick={() => pin.mutate({ kind: 'group', comparisonId: comparisonId!, group: group.name, candidate })}
              >
                Pin as finding
              </button>
            </li>
          )),
        )}
      </ul>
      <Sentence error={pin.error} />
      {pin.data && <p className="panel-pad said">Pinned: {pin.data.sentence}</p>}
    </section>
  );
}
