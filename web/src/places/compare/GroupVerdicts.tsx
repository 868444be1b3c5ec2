import type { ComparisonReply } from '@undameter/contract';

/** What each group says of each candidate, a sentence for each. */
export function GroupVerdicts({ reply: { groups, candidates } }: { reply: ComparisonReply }) {
  return (
    <section aria-label="Verdict of each group">
      <ul className="ladder">
        {groups.flatMap((group) =>
          group.candidates.map(({ verdict }, which) => (
            <li key={`${group.name} ${which}`} className={verdict.state}>
              <b>
                {group.name}
                {candidates.length > 1 && `: ${candidates[which]!.name}`}
              </b>
              <span>{verdict.text}</span>
            </li>
          )),
        )}
      </ul>
    </section>
  );
}
