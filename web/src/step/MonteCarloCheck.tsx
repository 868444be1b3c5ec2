import type { MonteCarloReply } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import { useMutation } from '@tanstack/react-query';
import { ask } from '../data/api';
import { Sentence } from '../parts/Sentence';

interface MonteCarloCheckProps {
  runId: number;
  formula: string;
  unit: string;
  before: number;
}

/** On demand: the ± of first order against draws of all sources of error, at some samples of the run. */
export function MonteCarloCheck({ runId, ...body }: MonteCarloCheckProps) {
  const check = useMutation({
    mutationFn: () => ask<MonteCarloReply>(`/runs/${runId}/formula/monte-carlo`, { body }),
  });
  return (
    <span className="monte-carlo">
      <button className="quiet" disabled={check.isPending} onClick={() => check.mutate()}>
        Check the ± by Monte Carlo
      </button>
      <Sentence error={check.error} />
      {check.data && <span className="soft">{inWords(check.data)}</span>}
    </span>
  );
}

function inWords({ draws, places, unit }: MonteCarloReply): string {
  if (places.length === 0) return 'No channel in it has an uncertainty declared, so there is nothing to draw.';
  const worst = places.reduce((a, b) =>
    Math.abs(b.drawn / b.firstOrder - 1) > Math.abs(a.drawn / a.firstOrder - 1) ? b : a,
  );
  const off = (worst.drawn / worst.firstOrder - 1) * 100;
  const say = (v: number): string => `${formatValue(v, 3)} ${printUnit(unit)}`.trim();
  return `${draws} draws at ${places.length} samples: at the worst ${say(worst.drawn)} where first order says ${say(worst.firstOrder)} (${off >= 0 ? '+' : '−'}${formatValue(Math.abs(off), 2)} %).`;
}
