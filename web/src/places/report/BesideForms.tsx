import type { FigureContent, FigureDressing, FigureSeries } from '@undameter/contract';
import { Checkbox, Input, InputNumber, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { dressEquation } from './dress';
import { withEquations } from './parts';
import type { FigureHeld } from './useFigureInHand';

/** Title and caption. */
export const TitleForm = ({ held }: { held: FigureHeld }) => (
  <div className="panel-pad">
    <Field label="Title" hint="on the figure; empty: none">
      <Input
        value={held.dressing.title}
        maxLength={300}
        onChange={(e) => held.dress({ ...held.dressing, title: e.target.value }, 'title')}
      />
    </Field>
    <Field label="Caption" hint="below it in a report">
      <Input.TextArea
        autoSize={{ minRows: 2, maxRows: 8 }}
        value={held.dressing.caption}
        maxLength={2000}
        onChange={(e) => held.dress({ ...held.dressing, caption: e.target.value }, 'caption')}
      />
    </Field>
    <Field label="Note" group>
      <Checkbox
        checked={held.dressing.noteShown}
        onChange={(e) => held.dress({ ...held.dressing, noteShown: e.target.checked })}
      >
        what bars, bands and lines mean
      </Checkbox>
    </Field>
  </div>
);

/** The equations of fitted curves. */
export function EquationsForm({ held, content }: { held: FigureHeld; content: FigureContent }) {
  return (
    <div className="panel-pad">
      {withEquations(content).map((series) => (
        <EquationFields key={series.id} held={held} series={series} />
      ))}
      <p className="soft">Drag an equation to its place on the sheet.</p>
    </div>
  );
}

function EquationFields({ held, series }: { held: FigureHeld; series: FigureSeries }) {
  const { dressing } = held;
  const own = dressing.equations[series.id];
  const set = (changes: Parameters<typeof dressEquation>[2]): void =>
    held.dress(dressEquation(dressing, series.id, changes));
  const tick = (what: 'units' | 'uncertainty' | 'rSquared' | 'residual' | 'leader', label: string) => (
    <Checkbox checked={own?.[what] ?? false} onChange={(e) => set({ [what]: e.target.checked })}>
      {label}
    </Checkbox>
  );
  return (
    <div className="equation-fields" role="group" aria-label={`Equation of ${series.title}`}>
      <Checkbox checked={own !== undefined} onChange={(e) => set(e.target.checked ? {} : null)}>
        {series.title}
      </Checkbox>
      {own && (
        <div className="equation-parts">
          {tick('units', 'units')}
          {tick('uncertainty', '±')}
          {tick('rSquared', 'R²')}
          {tick('residual', 'residual standard deviation')}
          {tick('leader', 'line to the curve')}
          <PlaceFields at={own.at} onChange={(at) => set({ at })} />
          {own.at && (
            <button className="quiet" onClick={() => set({ at: null })}>
              Back to a free place
            </button>
          )}
        </div>
      )}
    </div>
  );
}

/** Where it stands, in per cent of the width and the height of the frame: what dragging does, by the keyboard. */
function PlaceFields({
  at,
  onChange,
}: {
  at: { x: number; y: number } | null;
  onChange(at: { x: number; y: number }): void;
}) {
  const field = (label: string, side: 'x' | 'y') => (
    <InputNumber
      aria-label={label}
      placeholder="free"
      suffix="%"
      min={-200}
      max={300}
      value={at ? Math.round(100 * at[side]) : null}
      onChange={(percent) => percent !== null && onChange({ ...(at ?? { x: 0.5, y: 0.5 }), [side]: percent / 100 })}
    />
  );
  return (
    <span className="pair">
      {field('Across the frame', 'x')}
      {field('Down the frame', 'y')}
    </span>
  );
}

const keyPlaces = [
  { value: 'ends', label: 'names at the ends of curves' },
  { value: 'inside', label: 'inside' },
  { value: 'right', label: 'outside, at the right' },
  { value: 'below', label: 'outside, below' },
  { value: 'off', label: 'none' },
] as const satisfies readonly { value: FigureDressing['key']['place']; label: string }[];
const corners = [
  { value: 'free', label: 'free' },
  { value: 'upperLeft', label: '↖' },
  { value: 'upperRight', label: '↗' },
  { value: 'lowerLeft', label: '↙' },
  { value: 'lowerRight', label: '↘' },
] as const satisfies readonly { value: FigureDressing['key']['corner']; label: string }[];

/** Where series are named, and in which order. */
export function KeyForm({ held, series }: { held: FigureHeld; series: readonly FigureSeries[] }) {
  const { dressing } = held;
  const { key } = dressing;
  const set = (changes: Partial<FigureDressing['key']>): void =>
    held.dress({ ...dressing, key: { ...key, ...changes } });
  const ids = series.map((s) => s.id);
  const rank = (id: string): number => (key.order.includes(id) ? key.order.indexOf(id) : ids.length);
  const ordered = [...series].sort((a, b) => rank(a.id) - rank(b.id));
  const raise = (index: number): void => {
    const order = ordered.map((s) => s.id);
    [order[index - 1], order[index]] = [order[index]!, order[index - 1]!];
    set({ order });
  };
  return (
    <div className="panel-pad">
      <Field label="Key" hint="It goes elsewhere where it would cover data." group>
        <Select
          aria-label="Where the key stands"
          value={key.place}
          options={[...keyPlaces]}
          onChange={(place) => set({ place })}
        />
      </Field>
      {key.place === 'inside' && (
        <Field label="Corner" group>
          <Segmented value={key.corner} options={[...corners]} onChange={(corner) => set({ corner })} />
        </Field>
      )}
      <ol className="key-order">
        {ordered.map((s, i) => (
          <li key={s.id}>
            {s.title}
            {i > 0 && (
              <button className="quiet" aria-label={`${s.title} up`} onClick={() => raise(i)}>
                up
              </button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
