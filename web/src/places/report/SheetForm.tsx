import type { FigureLook } from '@undameter/contract';
import { houseStyles } from '@undameter/drawing';
import { Checkbox, Input, InputNumber, Segmented } from 'antd';
import { Field } from '../../parts/Field';
import { HouseStyles } from './HouseStyles';
import type { FigureHeld } from './useFigureInHand';

/** Size, type and lines of the sheet, and the house styles that set them at once. */
export function SheetForm({ held }: { held: FigureHeld }) {
  const { dressing } = held;
  const { look } = dressing;
  const set = (changes: Partial<FigureLook>): void =>
    held.dress({ ...dressing, look: { ...look, ...changes } }, `look ${Object.keys(changes).join()}`);
  const length = (label: string, field: 'widthMm' | 'heightMm' | 'fontPt' | 'linePt' | 'axisPt' | 'symbolMm') => (
    <InputNumber
      aria-label={label}
      {...limits[field]}
      value={look[field]}
      onChange={(v) => v !== null && set({ [field]: v })}
    />
  );
  return (
    <>
      <HouseStyles held={held} />
      <div className="panel-pad">
        <Field label="Name">
          <Input value={held.name} maxLength={120} onChange={(e) => held.rename(e.target.value)} />
        </Field>
        <Field label="Sheet (mm)" group>
          <span className="pair">
            {length('Width in mm', 'widthMm')}
            {length('Height in mm', 'heightMm')}
          </span>
        </Field>
        <Field label="Type (pt)">{length('Size of the type', 'fontPt')}</Field>
        <Field label="Lines (pt)" group>
          <span className="pair">
            {length('Width of curves', 'linePt')}
            {length('Width of axes', 'axisPt')}
          </span>
        </Field>
        <Field label="Symbols (mm)">{length('Size of symbols', 'symbolMm')}</Field>
        <Field label="Frame" group>
          <Segmented<FigureLook['frame']>
            value={look.frame}
            options={[
              { value: 'axes', label: 'axes' },
              { value: 'box', label: 'box' },
            ]}
            onChange={(frame) => set({ frame })}
          />
          <Checkbox checked={look.grid} onChange={(e) => set({ grid: e.target.checked })}>
            grid
          </Checkbox>
        </Field>
        <Field label="Told apart" group>
          <Segmented<FigureLook['toldBy']>
            value={look.toldBy}
            options={[
              { value: 'colour', label: 'by colour' },
              { value: 'shape', label: 'by shape' },
            ]}
            onChange={(toldBy) =>
              set({ toldBy, colours: toldBy === 'shape' ? ['#000000'] : houseStyles[0]!.look.colours })
            }
          />
        </Field>
        <Field label="Bars" hint="standard uncertainties that a bar is long each way" group>
          <Segmented<FigureLook['barsFactor']>
            value={look.barsFactor}
            options={[
              { value: 2, label: 'k = 2' },
              { value: 1, label: 'k = 1' },
            ]}
            onChange={(barsFactor) => set({ barsFactor })}
          />
        </Field>
        <Field label="Ground" group>
          <Checkbox
            checked={look.ground === null}
            onChange={(e) => set({ ground: e.target.checked ? null : '#ffffff' })}
          >
            none, so that what lies below shows
          </Checkbox>
        </Field>
      </div>
    </>
  );
}

const limits = {
  widthMm: { min: 20, max: 1200 },
  heightMm: { min: 15, max: 1200 },
  fontPt: { min: 4, max: 72, step: 0.5 },
  linePt: { min: 0.1, max: 20, step: 0.25 },
  axisPt: { min: 0.1, max: 10, step: 0.1 },
  symbolMm: { min: 0.3, max: 10, step: 0.2 },
} as const;
