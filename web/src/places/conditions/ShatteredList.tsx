import type { ConditionRow, PointsReply } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { ask } from '../../data/api';
import { Sentence } from '../../parts/Sentence';
import { brokenInWords, fittingRun, shatteredInWords } from './shattered';

interface ShatteredListProps {
  campaignId: number;
  runId: number;
  /** Name of the run. */
  run: string;
  shattered: PointsReply['shattered'];
  rows: readonly ConditionRow[];
}

/** Conditions that the scatter of this run breaks; made anew for this run, each or all. */
export function ShatteredList({ campaignId, runId, run, shattered, rows }: ShatteredListProps) {
  const taken = new Set(rows.map((row) => row.name));
  const broken = shattered.flatMap((s) => {
    const row = rows.find((r) => r.id === s.conditionId);
    const made = row && fittingRun(s, row, runId, run);
    return made && !taken.has(made.name) ? [{ key: s.conditionId, text: shatteredInWords(s, row), made }] : [];
  });
  const make = useMutation({
    mutationFn: (conditions: (typeof broken)[number]['made'][]) =>
      ask<ConditionRow[]>(`/campaigns/${campaignId}/conditions/several`, { body: { conditions } }),
  });
  if (broken.length === 0) return null;
  return (
    <section aria-label="Conditions that do not fit this run">
      <p className="doubt">{brokenInWords(broken.length)}</p>
      <ul className="shattered">
        {broken.map(({ key, text, made }) => (
          <li key={key}>
            {text}{' '}
            <button className="quiet" disabled={make.isPending} onClick={() => make.mutate([made])}>
              Make one for this run
            </button>
          </li>
        ))}
      </ul>
      {broken.length > 1 && (
        <button
          className="quiet strong"
          disabled={make.isPending}
          onClick={() => make.mutate(broken.map((b) => b.made))}
        >
          Make all {broken.length} for this run
        </button>
      )}
      <Sentence error={make.error} />
    </section>
  );
}
