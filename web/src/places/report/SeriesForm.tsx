import type { FigureSeries, LineType, SeriesDressing, SymbolShape } from '@undameter/contract';
import { lookOfSeries } from '@undameter/drawing';
import { Checkbox, ColorPicker, Input, InputNumber, Select, Slider } from 'antd';
import { Field } from '../../parts/Field';
import { dressSeries } from './dress';
import type { FigureHeld } from './useFigureInHand';

interface SeriesFormProps {
  held: FigureHeld;
  series: FigureSeries;
  /** Its place among the series, which gives it colour and symbol. */
  index: number;
}

const symbols: readonly { value: SymbolShape; label: string }[] = [
  { value: 'circle', label: '○ circle' },
  { value: 'square', label: '□ square' },
  { value: 'triangle', label: '△ triangle' },
  { value: 'diamond', label: '◇ diamond' },
  { value: 'cross', label: '+ cross' },
  { value: 'ring', label: '◎ ring' },
];
const lines: readonly { value: LineType; label: string }[] = [
  { value: 'none', label: 'none' },
  { value: 'solid', label: 'solid' },
  { value: 'dashed', label: 'dashed' },
  { value: 'dotted', label: 'dotted' },
  { value: 'dashDotted', label: 'dash, dot' },
];

/** Lengths of one, so that what is automatic can be shown in its own units. */
const unity = { width: 1, height: 1, font: 1, line: 1, axis: 1, symbol: 1, mm: (v: number) => v, pt: (v: number) => v };

/** Everything that a series can be dressed in. */
export function SeriesForm({ held, series, index }: SeriesFormProps) {
  const { dressing } = held;
  const { symbolMm, linePt, colours } = dressing.look;
  const look = lookOfSeries(series, index, dressing, { ...unity, symbol: symbolMm, line: linePt });
  const set: Set = (changes) =>
    held.dress(dressSeries(dressing, series.id, changes), `${series.id} ${Object.keys(changes).join()}`);
  return (
    <div className="panel-pad">
      <Field label="Name" hint="empty: as it is called; on the figure or in the key">
        <Input
          placeholder={series.name || series.title}
          maxLength={300}
          value={dressing.series[series.id]?.name ?? ''}
          onChange={(e) => set({ name: e.target.value === '' ? undefined : e.target.value })}
        />
      </Field>
      <Field label="Shown" group>
        {tick('drawn', look.shown, (shown) => set({ shown: shown ? undefined : false }))}
        {series.points && tick('symbols', look.pointsShown, (on) => set({ pointsShown: on ? undefined : false }))}
        {series.points && tick('bars', look.bars, (on) => set({ bars: on ? undefined : false }))}
        {series.curve && tick('band', look.band, (on) => set({ band: on ? undefined : false }))}
      </Field>
      <Field label="Colour" group>
        <ColorPicker
          disabledAlpha
          value={look.colour}
          presets={[{ label: 'told apart by everybody', colors: [...colours] }]}
          onChangeComplete={(colour) => set({ colour: colour.toHexString().slice(0, 7) })}
        >
          <button className="colour-button" aria-label={`Colour ${look.colour}`}>
            <span style={{ background: look.colour }} /> {look.colour}
          </button>
        </ColorPicker>
      </Field>
      {series.points && <SymbolFields look={look} set={set} />}
      {series.curve && <LineFields look={look} set={set} />}
      <Field label="Opacity">
        <Slider
          aria-label="Opacity"
          min={0.05}
          max={1}
          step={0.05}
          value={look.opacity}
          onChange={(opacity) => set({ opacity: opacity === 1 ? undefined : opacity })}
        />
      </Field>
      <Field label="Above others" hint="larger ones are drawn above">
        {measure('Order of drawing', look.order, 1, (order) => set({ order: order || undefined }), -50, 50)}
      </Field>
      <Field label="Raised by" hint="for curves above each other, in the unit of its axis">
        {measure('Raised by', look.offset, 1, (offset) => set({ offset: offset || undefined }))}
      </Field>
    </div>
  );
}

type Set = (changes: { [K in keyof SeriesDressing]?: SeriesDressing[K] | undefined }) => void;
type Look = ReturnType<typeof lookOfSeries>;

const tick = (label: string, checked: boolean, onChange: (checked: boolean) => void) => (
  <Checkbox checked={checked} onChange={(e) => onChange(e.target.checked)}>
    {label}
  </Checkbox>
);

const measure = (
  label: string,
  value: number,
  step: number,
  onChange: (value: number) => void,
  min = -1e12,
  max = 1e12,
) => (
  <InputNumber
    aria-label={label}
    step={step}
    min={min}
    max={max}
    value={Number(value.toFixed(6))}
    onChange={(v) => v !== null && onChange(v)}
  />
);

const SymbolFields = ({ look, set }: { look: Look; set: Set }) => (
  <>
    <Field label="Symbol" group>
      <Select aria-label="Symbol" value={look.symbol} options={[...symbols]} onChange={(symbol) => set({ symbol })} />
      {tick('filled', look.filled, (filled) => set({ filled }))}
    </Field>
    <Field label="Size (mm)">{measure('Size of symbols', look.size, 0.2, (size) => set({ size }), 0.3, 10)}</Field>
    <Field label="Bars">
      {measure('A bar at every so many points', look.barsEvery, 1, (barsEvery) => set({ barsEvery }), 1, 10000)}
    </Field>
  </>
);

const LineFields = ({ look, set }: { look: Look; set: Set }) => (
  <>
    <Field label="Line" group>
      <Select aria-label="Line" value={look.line} options={[...lines]} onChange={(line) => set({ line })} />
    </Field>
    <Field label="Width (pt)">
      {measure('Width of the line', look.width, 0.25, (width) => set({ width }), 0.1, 20)}
    </Field>
  </>
);
