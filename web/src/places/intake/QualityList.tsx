import { useQuery } from '@tanstack/react-query';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';

/** What the logged samples tell of the clock and the sensors: doubts first. */
export function QualityList({ runId }: { runId: number }) {
  const { data: notes, error } = useQuery(queries.quality(runId));
  const doubts = notes?.filter((n) => n.state === 'doubt') ?? [];
  const facts = notes?.filter((n) => n.state === 'sound') ?? [];
  return (
    <section aria-label="Quality">
      <h3>What the samples tell</h3>
      <Sentence error={error} />
      {!notes && !error && <p className="soft">Looking at every sample …</p>}
      <ul className="record-list">
        {[...doubts, ...facts].map((n) => (
          <li key={n.sentence} className={n.state === 'doubt' ? 'doubt' : ''}>
            {n.sentence}
          </li>
        ))}
      </ul>
    </section>
  );
}
