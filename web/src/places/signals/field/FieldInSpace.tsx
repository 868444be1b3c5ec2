import { formatValue, printUnit } from '@undameter/core';
import { lazy, Suspense, useState } from 'react';
import { colourOf } from '../../../chart/marks';
import { cssColour, scaleNumbers, surfaceColour, type SurfaceScale } from '../../../chart/surfaceScale';
import { Sentence } from '../../../parts/Sentence';
import { useTheme } from '../../../theme/ThemeProvider';
import type { SceneLine } from './FieldScene';
import { drawnEvery } from './surface';
import type { FieldHeld } from './useField';
import './field.css';

const FieldScene = lazy(() => import('./FieldScene'));

/** A field in three dimensions with its scale, and what is known of the node that was clicked. */
export function FieldInSpace({ held }: { held: FieldHeld }) {
  const { palette } = useTheme();
  // Who has the focus turns the field by keys.
  const [keys, setKeys] = useState<HTMLDivElement | null>(null);
  const { surface, values, box, scale, channel, field, node, range } = held;
  if (held.error) return <Sentence error={held.error} />;
  if (!surface || !values || !box || !channel || !field) return <p className="soft panel-pad">Reading the field …</p>;
  const stations = [...new Set(held.lines?.parts.map((p) => p.station) ?? [])];
  const lines = (held.lines?.parts ?? []).map((part, k): SceneLine => {
    const points = new Float32Array(3 * part.x.length);
    [part.x, part.y, part.z].forEach((column, axis) => column.forEach((v, i) => (points[3 * i + axis] = v)));
    return { key: `${k} ${part.station}`, points, colour: colourOf(palette, stations.indexOf(part.station)) };
  });
  const name = `${channel.name} ${channel.symbol === channel.name ? '' : channel.symbol}`.trim();
  return (
    <div className="field-in-space">
      <div
        ref={setKeys}
        className="field-canvas"
        role="img"
        aria-label={`Field coloured by ${channel.name}, ${field.nodes} nodes`}
        tabIndex={0}
        title="Arrow keys move it, with Shift they turn it"
      >
        <Suspense fallback={<p className="soft panel-pad">Preparing the picture …</p>}>
          <FieldScene
            {...{ surface, values, box, scale, lines, node, palette, keys }}
            hidden={held.hidden}
            hasMesh={held.look.hasMesh}
            isParallel={held.look.isParallel}
            look={held.view.look}
            lookCount={held.view.count}
            axes={held.axes}
            onNode={held.setNode}
            plane={held.plane}
            onPlane={held.movePlane}
          />
        </Suspense>
      </div>
      {drawnEvery(surface) > 1 && (
        <p className="drawn-every soft">one triangle of {drawnEvery(surface)} is drawn; cuts and numbers have all</p>
      )}
      <ScaleBar
        title={channel.unit === '' ? name : `${name} (${printUnit(channel.unit)})`}
        scale={scale}
        range={range}
      />
      {held.probed && <NodeValues held={held} />}
    </div>
  );
}

/** The colours with their values, and whether values lie beyond them. */
function ScaleBar({
  title,
  scale,
  range,
}: {
  title: string;
  scale: SurfaceScale;
  range: [number, number] | undefined;
}) {
  const count = scale.steps ?? 64;
  const beyond = range && (range[0] < scale.low || range[1] > scale.high);
  return (
    <div className="scale-bar">
      <b>{title}</b>
      <div className="scale-colours" aria-hidden>
        {Array.from({ length: count }, (_, k) => (
          <span key={k} style={{ background: cssColour(surfaceColour((k + 0.5) / count)) }} />
        ))}
      </div>
      <div className="scale-ticks">
        {scaleNumbers(scale).map((text, k) => (
          <span key={k} className="number">
            {text}
          </span>
        ))}
      </div>
      {beyond && (
        <p className="doubt">
          values from {formatValue(range[0], 4)} to {formatValue(range[1], 4)}: what lies beyond has the colour of the
          end
        </p>
      )}
    </div>
  );
}

function NodeValues({ held: { probed, setNode } }: { held: FieldHeld }) {
  if (!probed) return null;
  return (
    <div className="node-values" role="status" aria-label="Node">
      <header>
        <b>Node {probed.node}</b>
        {!probed.isKept && <span className="doubt">set aside</span>}
        <span className="grow" />
        <button className="quiet" onClick={() => setNode(null)}>
          Close
        </button>
      </header>
      <table>
        <tbody>
          {probed.values.map(({ symbol, value, word, unit }) => (
            <tr key={symbol}>
              <td>{symbol}</td>
              <td className="number">{word ?? (value === null ? 'no value' : formatValue(value, 6))}</td>
              <td className="soft">{printUnit(unit)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
