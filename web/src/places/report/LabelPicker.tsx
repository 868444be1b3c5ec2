import type { AxisDressing } from '@undameter/contract';
import { InputNumber } from 'antd';
import { Field } from '../../parts/Field';

type Labels = NonNullable<AxisDressing['labels']>;
const ways = ['level', 'along', 'across'] as const;
const USUAL_ANGLE = 45;

interface LabelPickerProps {
  side: 'x' | 'y';
  value: Labels;
  onChange(labels: Labels | undefined): void;
}

/** How the numbers of an axis lie, each way as a small drawing, and any angle by hand. */
export function LabelPicker({ side, value, onChange }: LabelPickerProps) {
  const isAngle = typeof value === 'number';
  return (
    <Field label="Tick labels" group>
      <span className="label-ways">
        {ways.map((way) => (
          <button key={way} aria-pressed={value === way} onClick={() => onChange(way === 'level' ? undefined : way)}>
            <WayDrawing side={side} degrees={degreesOf(way, side)} />
            {way}
          </button>
        ))}
        <button aria-pressed={isAngle} onClick={() => onChange(USUAL_ANGLE)}>
          <WayDrawing side={side} degrees={isAngle ? value : USUAL_ANGLE} />
          angle
        </button>
      </span>
      {isAngle && (
        <InputNumber
          aria-label="Angle of the tick labels"
          min={-90}
          max={90}
          suffix="°"
          value={value}
          onChange={(degrees) => onChange(degrees ?? undefined)}
        />
      )}
    </Field>
  );
}

const degreesOf = (way: (typeof ways)[number], side: 'x' | 'y'): number =>
  way === 'level' || (way === 'along') === (side === 'x') ? 0 : 90;

/** Three numbers beside a piece of the axis. */
function WayDrawing({ side, degrees }: { side: 'x' | 'y'; degrees: number }) {
  const places =
    side === 'x'
      ? [
          [9, 19],
          [21, 19],
          [33, 19],
        ]
      : [
          [22, 6],
          [22, 15],
          [22, 24],
        ];
  return (
    <svg width="42" height="30" aria-hidden="true">
      {side === 'x' ? <path d="M2,5H40M9,5v3M21,5v3M33,5v3" /> : <path d="M36,2V28M36,6h-3M36,15h-3M36,24h-3" />}
      {places.map(([x, y], k) => (
        <text
          key={k}
          x={x}
          y={y}
          textAnchor="middle"
          dominantBaseline="central"
          transform={`rotate(${-degrees} ${x} ${y})`}
        >
          {['0', '40', '80'][k]}
        </text>
      ))}
    </svg>
  );
}
