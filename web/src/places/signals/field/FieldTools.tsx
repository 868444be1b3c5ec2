import { Checkbox, InputNumber, Popover, Segmented, Select } from 'antd';
import { scaleProblem } from '../../../chart/surfaceScale';
import { Field } from '../../../parts/Field';
import { looks, type Look } from './surface';
import type { FieldHeld } from './useField';

/** How a field is looked at: from where, coloured how, with which zones. */
export function FieldTools({ held }: { held: FieldHeld }) {
  const { look, change, view, turn } = held;
  return (
    <>
      <Select<Look>
        size="small"
        aria-label="Look from"
        popupMatchSelectWidth={false}
        value={view.look}
        onSelect={turn}
        options={Object.entries(looks).map(([value, { label }]) => ({ value: value as Look, label }))}
      />
      <Checkbox checked={look.hasMesh} onChange={(e) => change({ hasMesh: e.target.checked })}>
        Mesh
      </Checkbox>
      <Popover trigger="click" placement="bottomRight" content={<ColoursForm held={held} />}>
        <button className="quiet">Colours and zones</button>
      </Popover>
    </>
  );
}

function ColoursForm({ held }: { held: FieldHeld }) {
  const { look, change, scale, zones, surface, field, node, setNode } = held;
  const problem = scaleProblem(scale);
  const toggle = (zone: string, isShown: boolean) =>
    change({ hidden: isShown ? look.hidden.filter((z) => z !== zone) : [...look.hidden, zone] });
  return (
    <div className="colours-form">
      <Field label="From">
        <InputNumber
          aria-label="Scale from"
          placeholder="lowest"
          value={look.low}
          onChange={(low) => change({ low })}
        />
      </Field>
      <Field label="To">
        <InputNumber
          aria-label="Scale to"
          placeholder="highest"
          value={look.high}
          onChange={(high) => change({ high })}
        />
      </Field>
      <Field label="Steps" hint="Left empty: colours run into each other.">
        <InputNumber
          aria-label="Steps of the scale"
          min={2}
          max={64}
          value={look.steps}
          onChange={(steps) => change({ steps })}
        />
      </Field>
      <Field label="Scale">
        <Segmented<'even' | 'log'>
          size="small"
          value={look.isLog ? 'log' : 'even'}
          onChange={(to) => change({ isLog: to === 'log' })}
          options={[
            { value: 'even', label: 'even' },
            { value: 'log', label: 'logarithmic' },
          ]}
        />
      </Field>
      {problem !== null && <p className="refusal">{problem}</p>}
      <Field label="Drawn">
        <Segmented<'near' | 'parallel'>
          size="small"
          value={look.isParallel ? 'parallel' : 'near'}
          onChange={(to) => change({ isParallel: to === 'parallel' })}
          options={[
            { value: 'near', label: 'in perspective' },
            { value: 'parallel', label: 'parallel' },
          ]}
        />
      </Field>
      <Field label="Zones" group>
        {zones.map((zone) => (
          <Checkbox key={zone} checked={!look.hidden.includes(zone)} onChange={(e) => toggle(zone, e.target.checked)}>
            {zone}
          </Checkbox>
        ))}
      </Field>
      <Field label="Node" hint="Its values, as of one that is clicked.">
        <InputNumber
          aria-label="Node to tell"
          placeholder="none"
          min={1}
          max={field?.nodes ?? 1}
          precision={0}
          value={node === null ? null : node + 1}
          onChange={(wanted) => setNode(wanted === null ? null : wanted - 1)}
        />
      </Field>
      {surface?.edges.length === 0 && look.hasMesh && (
        <p className="soft">The sides of more than 100 000 faces would cover the colours; they are not drawn.</p>
      )}
    </div>
  );
}
