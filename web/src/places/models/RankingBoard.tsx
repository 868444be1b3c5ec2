import type { RankedReply, RankingReply } from '@undameter/contract';
import { formatValue, models, titleOf } from '@undameter/core';
import { Select } from 'antd';
import type { ReactNode } from 'react';
import { Board } from '../../board/Board';
import { Sentence } from '../../parts/Sentence';
import type { Candidate } from './FitBoards';
import { settingsOf } from './draft';

interface RankingBoardProps {
  ranking: RankingReply | undefined;
  rankingError: Error | null;
  candidates: readonly Candidate[];
  onCandidates(candidates: Candidate[]): void;
  onModel(candidate: Candidate): void;
  /** Of y. */
  unit: string;
  /** Makes a finding of what is said; undefined where the fit is not saved. */
  onPin: (() => void) | undefined;
  pinned: string | undefined;
  tools: ReactNode;
}

const all: Candidate[] = [
  ...[1, 2, 3, 4, 5].map((degree) => ({ kind: 'polynomial', settings: { degree } })),
  ...models
    .filter((m) => !['polynomial', 'own', 'multilinear'].includes(m.kind))
    .map((m) => ({ kind: m.kind, settings: settingsOf(m.kind) })),
];
const keyOf = (candidate: Candidate): string => JSON.stringify([candidate.kind, candidate.settings]);
const said = (v: number | null, digits = 4): string => (v === null ? '–' : formatValue(v, digits));
const chance = (p: number | null): string => (p === null ? '–' : p < 1e-4 ? '< 0.0001' : formatValue(p, 2));

/** Models on the points of the series in hand: how far off each is, by what measure, and which suffices. */
export function RankingBoard({
  ranking,
  rankingError,
  candidates,
  onCandidates,
  onModel,
  unit,
  onPin,
  pinned,
  tools,
}: RankingBoardProps) {
  const rows = ranking?.rows ?? [];
  const best = Math.min(...rows.flatMap((r) => (r.aic === null ? [] : [r.aic])));
  const listed = [...all, ...candidates.filter((c) => !all.some((a) => keyOf(a) === keyOf(c)))];
  return (
    <Board<RankedReply>
      title="Other models"
      rows={rows}
      keyOf={(r) => keyOf(r)}
      inHand={ranking && ranking.suffices >= 0 ? keyOf(rows[ranking.suffices]!) : null}
      onTake={(r) => onModel({ kind: r.kind, settings: r.settings })}
      sortable
      tools={
        <>
          {ranking && (
            <span className="soft clip wide" title={ranking.sentence}>
              {ranking.sentence}
              {ranking.every > 1 ? ` On one point of ${ranking.every}.` : ''}
            </span>
          )}
          {ranking && (
            <button className="quiet" disabled={!onPin} title={onPin ? pinned : 'Save the fit first'} onClick={onPin}>
              {pinned ? 'Pinned' : 'Pin as finding'}
            </button>
          )}
          <Sentence error={rankingError} />
          <Select<string[]>
            size="small"
            mode="multiple"
            maxTagCount={0}
            maxTagPlaceholder={(left) => `${left.length} models`}
            aria-label="Models to compare"
            className="pick-models"
            value={candidates.map(keyOf)}
            onChange={(keys) => onCandidates(listed.filter((c) => keys.includes(keyOf(c))))}
            options={listed.map((c) => ({ value: keyOf(c), label: titleOf(c) }))}
          />
          {tools}
        </>
      }
      waiting={!ranking}
      columns={[
        { key: 'title', title: 'Model', value: (r) => r.title, cell: (r) => r.title },
        {
          key: 'p',
          title: 'Parameters',
          numeric: true,
          value: (r) => r.parameters,
          cell: (r) => (r.problem ? '–' : r.parameters),
        },
        {
          key: 's',
          title: 'Residual std. dev.',
          unit,
          numeric: true,
          value: (r) => r.residualStandardDeviation,
          cell: (r) => said(r.residualStandardDeviation),
        },
        {
          key: 'out',
          title: 'Left out',
          unit,
          numeric: true,
          value: (r) => r.leftOut,
          cell: (r) => (
            <span title="rms of what each tenth of the points is off a fit through the others">{said(r.leftOut)}</span>
          ),
        },
        {
          key: 'r2',
          title: 'R² adjusted',
          numeric: true,
          value: (r) => r.adjustedRSquared,
          cell: (r) => said(r.adjustedRSquared, 5),
        },
        {
          key: 'aic',
          title: 'ΔAIC',
          numeric: true,
          value: (r) => (r.aic === null ? null : r.aic - best),
          cell: (r) => (r.aic === null ? '–' : (r.aic - best).toFixed(1)),
        },
        { key: 'bic', title: 'BIC', numeric: true, value: (r) => r.bic, cell: (r) => said(r.bic, 6) },
        {
          key: 'runs',
          title: 'Pattern (p)',
          numeric: true,
          value: (r) => r.runs,
          cell: (r) => <span className={r.runs !== null && r.runs < 0.01 ? 'doubt' : ''}>{chance(r.runs)}</span>,
        },
        {
          key: 'f',
          title: 'F-test (p)',
          numeric: true,
          value: (r) => r.nested?.p ?? null,
          cell: (r) =>
            r.nested ? (
              <span title={`against ${r.nested.simpler}: F = ${said(r.nested.f)}`}>{chance(r.nested.p)}</span>
            ) : (
              ''
            ),
        },
        {
          key: 'values',
          title: 'Parameters found',
          value: values,
          cell: (r) =>
            r.problem ? (
              <span className="doubt">{r.problem.message}</span>
            ) : (
              <span className="number clip wide">{values(r)}</span>
            ),
        },
      ]}
    />
  );
}

const values = (r: RankedReply): string =>
  r.values.map((v) => `${v.symbol} ${v.value === null ? '–' : formatValue(v.value, 4)}`).join(', ');
