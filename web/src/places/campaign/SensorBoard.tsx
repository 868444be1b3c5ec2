import type { SensorRow } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { Board } from '../../board/Board';
import { sourceWords, usesInShort, usesWords } from './sensorDraft';

interface SensorBoardProps {
  sensors: readonly SensorRow[] | undefined;
  inHand: number | undefined;
  onTake(id: number): void;
  onNew(): void;
}

/** The sensors of the campaign: what their certificates state, and which channels they measured. */
export function SensorBoard({ sensors, inHand, onTake, onNew }: SensorBoardProps) {
  return (
    <Board<SensorRow>
      title="Sensors"
      rows={sensors ?? []}
      waiting={!sensors}
      keyOf={(s) => s.id}
      inHand={inHand ?? null}
      onTake={(s) => onTake(s.id)}
      tools={
        <button className="quiet" onClick={onNew}>
          + Sensor
        </button>
      }
      empty="None yet. A sensor states its uncertainty once for all channels that it measured; channels can also declare their own, at Signals."
      columns={[
        { key: 'name', title: 'Sensor', value: (s) => s.name, cell: (s) => <b>{s.name}</b> },
        { key: 'unit', title: 'Unit', value: (s) => s.unit, cell: (s) => printUnit(s.unit) },
        {
          key: 'sources',
          title: 'States',
          value: (s) => s.sources.map((source) => sourceWords(source, s.unit)).join('; '),
          cell: (s) => s.sources.map((source) => sourceWords(source, s.unit)).join('; '),
        },
        {
          key: 'uses',
          title: 'Measured',
          value: (s) => usesWords(s.uses),
          cell: (s) => <span title={usesWords(s.uses)}>{usesInShort(s.uses)}</span>,
        },
        { key: 'notes', title: 'Certificate', value: (s) => s.notes, cell: (s) => s.notes },
      ]}
    />
  );
}
