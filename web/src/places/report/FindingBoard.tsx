import type { FindingRow } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Input } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../app/places';
import { Board } from '../../board/Board';
import { ask } from '../../data/api';
import { day } from '../../parts/day';
import { Sentence } from '../../parts/Sentence';
import { FindingBudget } from './FindingBudget';

/** The findings of a campaign as sentences, each with what it would say now. */
export function FindingBoard({
  campaignId,
  findings,
}: {
  campaignId: number;
  findings: readonly FindingRow[] | undefined;
}) {
  const rewrite = useMutation({ mutationFn: (id: number) => ask(`/findings/${id}/rewrite`, { method: 'POST' }) });
  const explain = useMutation({
    mutationFn: ({ id, meaning }: { id: number; meaning: string }) =>
      ask(`/findings/${id}`, { method: 'PUT', body: { meaning } }),
  });
  const remove = useMutation({ mutationFn: (id: number) => ask(`/findings/${id}`, { method: 'DELETE' }) });
  const originOf = ({ origin }: FindingRow) =>
    'fitId' in origin
      ? addressOf(campaignId, 'models', origin.fitId)
      : addressOf(campaignId, 'compare', origin.comparisonId);
  return (
    <>
      <Sentence error={rewrite.error ?? explain.error ?? remove.error} />
      <Board<FindingRow>
        title="Findings"
        rows={findings ?? []}
        waiting={!findings}
        keyOf={(f) => f.id}
        empty="None yet. Pin a parameter at Models or a difference at Compare."
        columns={[
          { key: 'number', title: '', width: 32, cell: (f) => <b>{(findings ?? []).indexOf(f) + 1}</b> },
          {
            key: 'sentence',
            title: 'Finding',
            value: (f) => [f.sentence, f.meaning].filter(Boolean).join(' '),
            cell: (f) => (
              <div className="sentence finding">
                {f.sentence}
                {f.nowReads && <p className="doubt">Now: {f.nowReads}</p>}
                <Input
                  size="small"
                  variant="borderless"
                  aria-label={`What finding ${(findings ?? []).indexOf(f) + 1} means`}
                  placeholder="what it means, in your words"
                  defaultValue={f.meaning}
                  maxLength={500}
                  onBlur={(e) => e.target.value !== f.meaning && explain.mutate({ id: f.id, meaning: e.target.value })}
                  onPressEnter={(e) => e.currentTarget.blur()}
                />
                <FindingBudget id={f.id} number={(findings ?? []).indexOf(f) + 1} />
              </div>
            ),
          },
          { key: 'at', title: 'Pinned', width: 150, value: (f) => f.createdAt, cell: (f) => day(f.createdAt) },
          {
            key: 'tools',
            title: '',
            width: 110,
            cell: (f) => (
              <span className="row-tools">
                <Link to={originOf(f)}>Origin</Link>
                {f.nowReads && (
                  <button className="quiet" onClick={() => rewrite.mutate(f.id)}>
                    Write anew
                  </button>
                )}
                <button className="quiet" onClick={() => remove.mutate(f.id)}>
                  Delete
                </button>
              </span>
            ),
          },
        ]}
      />
    </>
  );
}
