import type { BenchReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { queries } from '../data/queries';
import { addressOf } from './places';

/** What each kind of step calls the samples that it set aside. */
const asideWord: Record<string, string> = { trim: 'trimmed' };

interface LedgerProps {
  campaignId: number;
  runId: number;
  /** Samples that took part in the fit in hand. */
  fitted?: number;
}

/** The flow of the samples in counts: logged → kept → in condition → fitted. */
export function Ledger({ campaignId, runId, fitted }: LedgerProps) {
  const { data: bench } = useQuery(queries.bench(runId));
  const navigate = useNavigate();
  if (!bench) return <div className="ledger" />;
  // Behind a re-sampling the grid is counted.
  const cut = bench.grid ? bench.reports.findLastIndex((r) => r.kind === 'resample' && r.status === 'done') : Infinity;
  const ofLog = asideOf(bench.reports.slice(0, cut));
  const ofGrid = bench.grid ? asideOf(bench.reports.slice(cut)) : [];
  const conditions = bench.conditions.filter((c) => (c.samples ?? 0) > 0).length;
  const to = (place: 'signals' | 'conditions' | 'models') => () =>
    void navigate(addressOf(campaignId, place, place === 'models' ? undefined : runId));
  return (
    <div className="ledger" aria-label="Ledger">
      <LedgerBar bench={bench} />
      <div className="ledger-counts">
        <Count n={bench.samples} word="logged" onClick={to('signals')} />
        {ofLog.map(([word, n]) => (
          <Count key={word} n={-n} word={word} doubt onClick={to('signals')} />
        ))}
        <Count n={bench.kept} word="kept" onClick={to('signals')} />
        {bench.grid && <Count n={bench.grid.samples} word="on the grid" onClick={to('signals')} />}
        {ofGrid.map(([word, n]) => (
          <Count key={`grid ${word}`} n={-n} word={word} doubt onClick={to('signals')} />
        ))}
        {bench.grid && ofGrid.length > 0 && <Count n={bench.grid.kept} word="of it kept" onClick={to('signals')} />}
        {bench.outsideTables > 0 && (
          <Count n={bench.outsideTables} word="beyond a table" doubt onClick={to('signals')} />
        )}
        {bench.conditions.length > 0 && (
          <Count
            n={bench.inAnyCondition}
            word={`in ${conditions} condition${conditions === 1 ? '' : 's'}`}
            onClick={to('conditions')}
          />
        )}
        {fitted !== undefined && <Count n={fitted} word="fitted" onClick={to('models')} />}
      </div>
    </div>
  );
}

/** Samples set aside, by the word for it. */
function asideOf(reports: BenchReply['reports']): [string, number][] {
  const aside = new Map<string, number>();
  for (const r of reports) {
    const word = asideWord[r.kind] ?? 'set aside';
    if (r.setAside > 0) aside.set(word, (aside.get(word) ?? 0) + r.setAside);
  }
  return [...aside];
}

function Count({ n, word, doubt, onClick }: { n: number; word: string; doubt?: boolean; onClick(): void }) {
  return (
    <button className={doubt ? 'count doubt' : 'count'} onClick={onClick}>
      <b>{formatCount(n)}</b> {word}
    </button>
  );
}

/** A bar in proportion to the samples, with a tick for each stretch that a step set aside. */
export function LedgerBar({ bench }: { bench: BenchReply }) {
  const { stretches, ticks } = readStrip(bench);
  return (
    <svg className="ledger-bar" viewBox={`0 0 ${bench.strip.kept.length} 12`} preserveAspectRatio="none" aria-hidden>
      {stretches.map(({ from, to, state }) => (
        <rect key={from} x={from} width={to - from} y="2" height="8" className={state} />
      ))}
      {ticks.map(({ at, title }) => (
        <rect key={at} x={at} width="0.6" y="0" height="12" className="tick">
          <title>{title}</title>
        </rect>
      ))}
    </svg>
  );
}

function readStrip({ strip, reports }: BenchReply) {
  const stateAt = (i: number) =>
    strip.inCondition[i]! > 0.5 ? 'in-condition' : strip.kept[i]! > 0.5 ? 'kept' : 'aside';
  const stretches: { from: number; to: number; state: string }[] = [];
  for (let i = 0; i < strip.kept.length; i++) {
    const last = stretches.at(-1);
    if (last?.state === stateAt(i)) last.to = i + 1;
    else stretches.push({ from: i, to: i + 1, state: stateAt(i) });
  }
  const ticks = strip.asideBy.flatMap((step, i) =>
    step > 0 && strip.kept[i]! > 0 ? [{ at: i, title: reports[step - 1]?.title ?? '' }] : [],
  );
  return { stretches, ticks };
}
