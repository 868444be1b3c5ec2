import type { ConditionRow, SetPointsReply } from '@undameter/contract';
import { printUnit, type SteadyLimit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { counted } from '../../parts/counted';
import { Sentence } from '../../parts/Sentence';
import { LimitFields } from './LimitFields';
import type { LimitChannel } from './limits';
import { levelsInWords, sizeInWords } from './setPointWords';

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
            <WhatIsSteady
              steady={found.steady}
              channels={channels}
              onChange={(steady) => setWish({ steady, symbols: wish.symbols })}
            />
            <h3 className="panel-sub">2 What was set</h3>
            <SetChannels found={found} channels={channels} onToggle={toggle} />
            <h3 className="panel-sub">3 {counted(found.proposed.length, 'condition')}</h3>
            <Proposals proposed={found.proposed} taken={taken} busy={isFetching} />
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

interface WhatIsSteadyProps {
  steady: SteadyLimit | null;
  channels: readonly LimitChannel[];
  onChange(steady: SteadyLimit): void;
}

function WhatIsSteady({ steady, channels, onChange }: WhatIsSteadyProps) {
  if (!steady)
    return <p className="soft">This run has no time, so each of its samples counts as a point of its own.</p>;
  return (
    <div className="limit-fields">
      <LimitFields limit={steady} label="steady" channels={channels} onChange={(s) => onChange(s as SteadyLimit)} />
    </div>
  );
}

interface SetChannelsProps {
  found: SetPointsReply;
  channels: readonly LimitChannel[];
  onToggle(symbol: string, on: boolean): void;
}

/** The channels that stood at levels, with what they are. */
function SetChannels({ found, channels, onToggle }: SetChannelsProps) {
  const unitOf = (symbol: string) => printUnit(channels.find((c) => c.symbol === symbol)?.unit ?? '');
  return (
    <ul className="set-channels">
      {found.channels
        .filter((c) => c.levels.length > 0)
        .map((c) => (
          <li key={c.symbol}>
            <Checkbox checked={c.chosen} onChange={(e) => onToggle(c.symbol, e.target.checked)}>
              <code>{c.symbol}</code>
            </Checkbox>
            <span className="soft">{levelsInWords(c.levels, unitOf(c.symbol))}</span>
          </li>
        ))}
    </ul>
  );
}

interface ProposalsProps {
  proposed: SetPointsReply['proposed'];
  taken: readonly string[];
  busy: boolean;
}

function Proposals({ proposed, taken, busy }: ProposalsProps) {
  return (
    <>
      <ul className="proposals" aria-label="Proposed conditions" aria-busy={busy}>
        {proposed.map((p) => (
          <li key={p.name}>
            <span>{p.name}</span>
            <span className="soft">{taken.includes(p.name) ? 'is there already' : sizeInWords(p)}</span>
          </li>
        ))}
      </ul>
      {proposed.length === 0 && (
        <p className="doubt">
          No channel stands at levels of its own. Choose one above, or widen what counts as steady.
        </p>
      )}
    </>
  );
}
