import type { LivingReply, ReportRow, VersionReply, VersionRow } from '@undameter/contract';
import { compareStates, livingFrom, type ComparedLine } from '@undameter/writing';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { day } from '../../../parts/day';
import { Sentence } from '../../../parts/Sentence';
import { askOf } from './askOf';
import type { ReportHeld } from './useReportInHand';

interface VersionsPanelProps {
  held: ReportHeld;
  onRestored(row: ReportRow): void;
}

/** Named states of the report: kept, held against what is written now, gone back to. */
export function VersionsPanel({ held, onRestored }: VersionsPanelProps) {
  const { id, campaignId } = held.row;
  const { data: versions = [] } = useQuery(queries.reportVersions(id));
  const [name, setName] = useState('');
  const keep = useMutation({
    mutationFn: async () => {
      await held.flush();
      return ask<VersionRow>(`/reports/${id}/versions`, { body: { name: name.trim() } });
    },
    onSuccess: () => setName(''),
  });
  const restore = useMutation({
    mutationFn: async (version: VersionRow) => {
      await held.flush();
      return ask<ReportRow>(`/reports/${id}/versions/${version.id}/restored`, { method: 'PUT' });
    },
    onSuccess: onRestored,
  });
  const remove = useMutation({
    mutationFn: (version: VersionRow) => ask(`/reports/${id}/versions/${version.id}`, { method: 'DELETE' }),
  });
  const compare = useMutation({
    mutationFn: async (version: VersionRow) => {
      const then = await ask<VersionReply>(`/reports/${id}/versions/${version.id}`);
      const { taken } = askOf(then.document, held.document);
      const reply = await ask<LivingReply>(`/campaigns/${campaignId}/living`, { body: { sources: [], taken } });
      return { version, lines: compareStates(then.document, held.document, livingFrom(reply)) };
    },
  });
  return (
    <details className="versions">
      <summary>
        Versions <span className="soft">{versions.length}</span>
      </summary>
      <Sentence error={keep.error ?? restore.error ?? remove.error ?? compare.error} />
      <div className="panel-pad version-name">
        <Input
          size="small"
          aria-label="Name of the version"
          placeholder="as sent"
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onPressEnter={() => name.trim() !== '' && keep.mutate()}
        />
        <Button size="small" disabled={name.trim() === ''} onClick={() => keep.mutate()}>
          Keep as it is now
        </Button>
      </div>
      <ul>
        {versions.map((version) => (
          <li key={version.id} className="panel-pad">
            <b>{version.name}</b> <span className="soft">{day(version.createdAt)}</span>
            <span className="row-tools">
              <button className="quiet" onClick={() => compare.mutate(version)}>
                Compare with now
              </button>
              <button className="quiet" onClick={() => restore.mutate(version)}>
                Go back to it
              </button>
              <button className="quiet" onClick={() => remove.mutate(version)}>
                Forget
              </button>
            </span>
            {compare.data?.version.id === version.id && <Differences lines={compare.data.lines} />}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Differences({ lines }: { lines: readonly ComparedLine[] }) {
  const moved = lines.filter((l) => l.state !== 'same');
  if (moved.length === 0) return <p className="soft">It reads as it does now.</p>;
  return (
    <ul className="state-lines" aria-label="Since then">
      {moved.map(({ state, text }, i) => (
        <li key={i} className={state}>
          {state === 'gone' ? <s>{text}</s> : text}
        </li>
      ))}
    </ul>
  );
}
