import type { ConditionRow, SetPointsBody, SetPointsReply } from '@undameter/contract';
import { printUnit, type SteadyLimit } from '@undameter/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Select } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import { LevelStrip } from './LevelStrip';
import { LimitFields } from './LimitFields';
import type { LimitChannel } from './limits';
import { SteadyPicture } from './SteadyPicture';
import { groupsInWords, levelsInWords, missedInWords, separationInWords, sizeInWords } from './setPointWords';

interface SetPointsPanelProps {
  campaignId: number;
  runId: number;
  channels: readonly LimitChannel[];
  /** Unit of the channel along which the run is ordered. */
  timeUnit: string;
  /** Names that conditions have already. */
  taken: readonly string[];
  onDone(): void;
}

/** Conditions proposed from the run: what is steady, which channels were set, and the combinations that occur. */
export function SetPointsPanel({ campaignId, runId, channels, timeUnit, taken, onDone }: SetPointsPanelProps) {
  const [wish, setWish] = useState<SetPointsBody>({ steady: null, symbols: null });
  const {
    data: found,
    error,
    isFetching,
  } = useQuery({
    ...queries.setPoints(runId, wish),
    placeholderData: (before) => before,
  });
  const accept = useMutation({
    mutationFn: (conditions: SetPointsReply['proposed']) =>
      ask<ConditionRow[]>(`/campaigns/${campaignId}/conditions/several`, {
        body: { conditions: conditions.map(({ name, limits, group = '' }) => ({ name, limits, group })) },
      }),
    onSuccess: onDone,
  });
  const fresh = found?.proposed.filter((p) => !taken.includes(p.name)) ?? [];
  const chosen = found?.channels.filter((c) => c.chosen).map((c) => c.symbol) ?? [];
  // What was found stays as it is while something else is chosen.
  const change = (to: Partial<SetPointsBody>) =>
    setWish({ ...wish, steady: wish.steady ?? found?.steady ?? null, symbols: wish.symbols ?? chosen, ...to });
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
              runId={runId}
              steady={found.steady}
              timeUnit={timeUnit}
              channels={channels}
              onChange={(steady) => setWish({ ...wish, steady })}
            />
            <h3 className="panel-sub">2 What was set</h3>
            <SetChannels found={found} channels={channels} wish={wish} onChange={change} />
            <h3 className="panel-sub">3 Conditions: {found.proposed.length}</h3>
            <Proposals found={found} approachOf={wish.approachOf ?? null} taken={taken} busy={isFetching} />
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
  runId: number;
  timeUnit: string;
  steady: SteadyLimit | null;
  channels: readonly LimitChannel[];
  onChange(steady: SteadyLimit): void;
}

function WhatIsSteady({ runId, steady, channels, timeUnit, onChange }: WhatIsSteadyProps) {
  if (!steady)
    return <p className="soft">This run has no time, so each of its samples counts as a point of its own.</p>;
  return (
    <>
      <div className="limit-fields">
        <LimitFields limit={steady} label="steady" channels={channels} onChange={(s) => onChange(s as SteadyLimit)} />
      </div>
      <SteadyPicture {...{ runId, limit: steady, channels, timeUnit, onChange }} />
    </>
  );
}

interface SetChannelsProps {
  found: SetPointsReply;
  channels: readonly LimitChannel[];
  wish: SetPointsBody;
  onChange(to: Partial<SetPointsBody>): void;
}

/** The channels that stood at levels, with what they are; of the chosen ones where they part. */
function SetChannels({ found, channels, wish, onChange }: SetChannelsProps) {
  const unitOf = (symbol: string) => printUnit(channels.find((c) => c.symbol === symbol)?.unit ?? '');
  const chosen = found.channels.filter((c) => c.chosen).map((c) => c.symbol);
  const cutsWith = (symbol: string, at: number[] | undefined) => [
    ...(wish.cuts ?? []).filter((c) => c.symbol !== symbol),
    ...(at ? [{ symbol, at }] : []),
  ];
  return (
    <>
      <ul className="set-channels">
        {found.channels
          .filter((c) => c.levels.length > 0)
          .map(({ symbol, levels, separation, means, chosen: isChosen }) => (
            <li key={symbol}>
              <Checkbox
                checked={isChosen}
                onChange={(e) =>
                  onChange({ symbols: e.target.checked ? [...chosen, symbol] : chosen.filter((s) => s !== symbol) })
                }
              >
                <code>{symbol}</code>
              </Checkbox>
              <span className="soft">{levelsInWords(levels, unitOf(symbol))}</span>
              {isChosen && separation && (
                <LevelStrip
                  {...{ symbol, means, cuts: separation.cuts, unit: unitOf(symbol) }}
                  isByHand={separation.by === 'hand'}
                  onCuts={(at) => onChange({ cuts: cutsWith(symbol, at) })}
                />
              )}
              {isChosen && (
                <span className="soft rule">{separationInWords(separation, levels.length, unitOf(symbol))}</span>
              )}
            </li>
          ))}
      </ul>
      {chosen.length > 0 && (
        <label className="approach">
          Tell apart how each level was approached:{' '}
          <Select
            size="small"
            aria-label="Tell apart the approach of"
            popupMatchSelectWidth={false}
            value={wish.approachOf ?? ''}
            onChange={(symbol) => onChange({ approachOf: symbol || null })}
            options={[
              { value: '', label: 'no' },
              ...chosen.map((symbol) => ({ value: symbol, label: `of ${symbol}` })),
            ]}
          />
        </label>
      )}
    </>
  );
}

interface ProposalsProps {
  found: SetPointsReply;
  approachOf: string | null;
  taken: readonly string[];
  busy: boolean;
}

function Proposals({ found: { proposed, missed }, approachOf, taken, busy }: ProposalsProps) {
  const missing = missedInWords(missed, approachOf);
  const groups = groupsInWords(proposed);
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
      {groups !== '' && <p className="soft">{groups}</p>}
      {proposed.length > 0 && missing !== '' && <p className="doubt">{missing}</p>}
      {proposed.length === 0 && (
        <p className="doubt">
          No channel stands at levels of its own. Choose one above, or widen what counts as steady.
        </p>
      )}
    </>
  );
}
