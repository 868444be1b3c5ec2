import type { RunReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { addressOf } from '../app/places';
import { queries } from '../data/queries';
import { Sentence } from '../parts/Sentence';
import { SameOfAnother } from './SameOfAnother';

/** From which run another was made, and how; where it could not follow, why its samples are from before. */
export function MadeFrom({ run }: { run: RunReply }) {
  const { data } = useQuery({ ...queries.derivation(run.id), enabled: run.origin === 'derived' });
  if (!data) return null;
  return (
    <section aria-label="Made from">
      <p>
        Made from <Link to={addressOf(run.campaignId, 'signals', data.fromRunId)}>{data.fromName}</Link>: {data.words}.
        It is made anew when that run changes.
      </p>
      {data.said.map((sentence) => (
        <p key={sentence} className="soft">
          {sentence}
        </p>
      ))}
      <NotFollowed run={run} />
      <SameOfAnother run={run} made={data} />
    </section>
  );
}

/** Why a run that is made from another is from before a change of that one; nothing where it is not. */
export function NotFollowed({ run }: { run: RunReply }) {
  const { data } = useQuery({ ...queries.derivation(run.id), enabled: run.origin === 'derived' });
  if (!data?.problem) return null;
  return (
    <Sentence
      error={{ message: `What this run is made from has changed, and it could not follow: ${data.problem.message}` }}
    />
  );
}
