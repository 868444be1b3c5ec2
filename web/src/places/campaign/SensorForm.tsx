import type { SensorRow } from '@undameter/contract';
import { Input } from 'antd';
import { useState } from 'react';
import { useKeeping } from '../../data/useKeeping';
import { Field } from '../../parts/Field';
import { KeepButtons } from '../../parts/KeepButtons';
import { PanelHead } from '../../parts/PanelHead';
import { DeclaredSources } from '../../uncertainty/DeclaredSources';
import { sourcesOf } from '../../uncertainty/sources';
import { bodyOf, hindrance, isOfSensor, newSensor, usesWords } from './sensorDraft';

interface SensorFormProps {
  campaignId: number;
  /** Undefined for a new one. */
  row: SensorRow | undefined;
  onDone(): void;
}

/** A sensor with what its certificate states; each channel that refers to it follows. */
export function SensorForm({ campaignId, row, onDone }: SensorFormProps) {
  const [body, setBody] = useState(row ? bodyOf(row) : newSensor);
  const keeping = useKeeping('sensors', campaignId, row?.id, onDone);
  const { sources } = body;
  return (
    <>
      <PanelHead title={row ? row.name : 'New sensor'} leave="Close" onLeave={onDone} />
      <div className="panel-pad">
        <Field label="Name">
          <Input
            value={body.name}
            maxLength={60}
            placeholder="Gauge 7"
            onChange={(e) => setBody({ ...body, name: e.target.value })}
          />
        </Field>
        <Field label="Unit" hint="of the amounts below">
          <Input
            value={body.unit}
            maxLength={60}
            placeholder="bar"
            onChange={(e) => setBody({ ...body, unit: e.target.value })}
          />
        </Field>
        <DeclaredSources
          unit={body.unit}
          value={sources.length > 0 ? { kind: 'several', sources } : null}
          channels={[]}
          others="sensors"
          onChange={(next) => setBody({ ...body, sources: sourcesOf(next).filter(isOfSensor) })}
        />
        <Field label="Certificate">
          <Input.TextArea
            value={body.notes}
            maxLength={1000}
            autoSize
            placeholder="number, date, laboratory"
            onChange={(e) => setBody({ ...body, notes: e.target.value })}
          />
        </Field>
        {row && row.uses.length > 0 && <p className="soft">Measured {usesWords(row.uses)}. These follow at once.</p>}
        <KeepButtons
          keeping={keeping}
          disabled={body.name.trim() === '' || hindrance(body) !== null}
          problem={hindrance(body)}
          onSave={() => keeping.save(body)}
          deletable={row !== undefined}
        />
      </div>
    </>
  );
}
