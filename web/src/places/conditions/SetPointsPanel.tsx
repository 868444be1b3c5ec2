import type { ConditionRow, SetPointsReply } from '@undameter/contract';
import { formatCount, formatValue, printUnit, type SteadyLimit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import { SteadyFields } from './LimitFields';
import type { LimitChannel } from './limits';

interface SetPointsPanelProps {
  campaignId: number;
  runId: number;
  channels: readonly LimitChannel[];
  /** Names that conditions have already. */
  taken: readonly string[];
  onDone(): void;
}

/** Conditions proposed from the run: what is steady, which channels were set, and the combinations that occur. */
export function SetPointsPanel({ campaignId, runId, channels, taken, onDone }: SetPointsPanelProps) {
  const [wish, setWish] = useState<{ steady: SteadyLimit | null; symbols: string[] | null }>({
    steady: null,
    symbols: null,
  });
  const { data: found, error, isFetching } = useQuery(queries.setPoints(runId, wish));
  const accept = useMutation({
    mutationFn: (conditions: SetPointsReply['proposed']) =>
      ask<ConditionRow[]>(`/campaigns/${campaignId}/conditions/several`, {
        body: { conditions: conditions.map(({ name, limits }) => ({ name, limits })) },
      }),
    onSuccess: onDone,
  });
  const fresh = found?.proposed.filter((p) => !taken.includes(p.name)) ?? [];
  const chosen = found?.channels.filter((c) => c.chosen).map((c) => c.symbol) ?? [];
  const toggle = (symbol: string, on: boolean) =>
    setWish({
      steady: wish.steady ?? found?.steady ?? null,
      symbols: on ? [...chosen, symbol] : chosen.filter((s) => s !== symbol),
    });
  const unitOf = (symbol: string) => printUnit(channels.find((c) => c.symbol === symbol)?.unit ?? '');
  return (
    <>
      <header className="panel-head">
        <h2>Set points of the run</h2>
      </header>
      <div className="panel-pad">
        <Sentence error={error ?? accept.error} />
        {!found && !error && <p className="soft">Looking for steady stretches …</p>}
        {found && (
          <>
            <h3 className="panel-sub">1 What is steady</h3>
            {found.steady ? (
              <SteadyFields
                limit={found.steady}
                label="steady"
                channels={channels}
                onChange={(steady) => setWish({ steady, symbols: wish.symbols })}
              />
            ) : (
              <p className="soft">This run has no time, so each of its samples counts as a point of its own.</p>
            )}
            <h3 className="panel-sub">2 What was set</h3>
            <ul className="set-channels">
              {found.channels
                .filter((c) => c.levels.length > 0)
                .map((c) => (
                  <li key={c.symbol}>
                    <Checkbox checked={c.chosen} onChange={(e) => toggle(c.symbol, e.target.checked)}>
                      <code>{c.symbol}</code>
                    </Checkbox>
                    <span className="soft">
                      {c.levels.length} {c.levels.length === 1 ? 'level' : 'levels'}:{' '}
                      {c.levels
                        .slice(0, 6)
                        .map((l) => formatValue(l.value))
                        .join(', ')}
                      {c.levels.length > 6 ? ' …' : ''} {unitOf(c.symbol)}
                    </span>
                  </li>
                ))}
            </ul>
            <h3 className="panel-sub">
              3 {found.proposed.length} {found.proposed.length === 1 ? 'condition' : 'conditions'}
            </h3>
            <ul className="proposals" aria-label="Proposed conditions" aria-busy={isFetching}>
              {found.proposed.map((p) => (
                <li key={p.name}>
                  <span>{p.name}</span>
                  <span className="soft">
                    {taken.includes(p.name)
                      ? 'is there already'
                      : `${formatCount(p.samples)} samples${p.points > 1 ? `, ${p.points} stretches` : ''}`}
                  </span>
                </li>
              ))}
            </ul>
            {found.proposed.length === 0 && (
              <p className="doubt">
                No channel stands at levels of its own. Choose one above, or widen what counts as steady.
              </p>
            )}
          </>
        )}
        <div className="buttons">
          <Button
            type="primary"
            disabled={fresh.length === 0 || accept.isPending || isFetching}
            onClick={() => accept.mutate(fresh)}
          >
            Accept {fresh.length || ''}
          </Button>
          <Button onClick={onDone}>Let go</Button>
        </div>
      </div>
    </>
  );
}
