import type { SavedLayoutRow } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Input } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { Sentence } from '../../parts/Sentence';
import { savedLayoutOf, type IntakeAction, type IntakeState } from './state';

/** The layout that the file was recognised by, and the way to remember this one for the next file of the rig. */
export function Remembered({ state, act }: { state: IntakeState; act(action: IntakeAction): void }) {
  const { recognised } = state.upload;
  const [name, setName] = useState(recognised?.name ?? '');
  const remember = useMutation({
    mutationFn: () => ask<SavedLayoutRow>('/layouts', { body: savedLayoutOf(state, name.trim()) }),
  });
  const forget = useMutation({
    mutationFn: (id: number) => ask(`/layouts/${id}`, { method: 'DELETE' }),
    onSuccess: () => act({ type: 'asUnderstood' }),
  });
  return (
    <div className="panel-pad remembered">
      {recognised && (
        <>
          <p>
            Read as remembered for <b>{recognised.name}</b>.{' '}
            <button className="quiet" onClick={() => act({ type: 'asUnderstood' })}>
              As understood
            </button>
            <button className="quiet" onClick={() => forget.mutate(recognised.id)}>
              Forget
            </button>
          </p>
          {recognised.differences.map((d) => (
            <p key={d} className="doubt">
              {d}
            </p>
          ))}
        </>
      )}
      <div className="column-pair">
        <Input
          aria-label="Name of the layout"
          placeholder="name of the rig or logger"
          value={name}
          maxLength={120}
          onChange={(e) => setName(e.target.value)}
        />
        <button className="quiet" disabled={name.trim() === '' || remember.isPending} onClick={() => remember.mutate()}>
          Remember
        </button>
      </div>
      <Sentence error={remember.error ?? forget.error} />
      {remember.data && <p className="said">The next file of {remember.data.name} is read like this one.</p>}
    </div>
  );
}
