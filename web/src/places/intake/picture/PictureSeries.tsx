import type { PictureSeries as Series } from '@undameter/contract';
import type { PictureCalibration } from '@undameter/core';
import { ColorPicker, Input, Select } from 'antd';
import { counted } from '../../../parts/counted';
import { Field } from '../../../parts/Field';
import { statedMeanings } from '../../../uncertainty/statedMeanings';
import { changedSeries, withPoints, withSeries, type PictureSheet } from './pictureSheet';
import { PointsOfSeries } from './PointsOfSeries';
import type { PictureHeld } from './usePictureInHand';

interface PictureSeriesProps {
  held: PictureHeld;
  axes: PictureCalibration | undefined;
}

/** The series of a picture, which one is in hand, and what is done with its points. */
export function PictureSeries({ held, axes }: PictureSeriesProps) {
  const { sheet, set, series, setSeries } = held;
  const inHand = sheet.series[series];
  const change = (k: number, part: Partial<Series>) => set(changedSeries(sheet, k, part), `series ${k}`);
  return (
    <section aria-label="Series" className="panel-pad">
      {sheet.series.map((one, k) => (
        <div
          key={k}
          className={k === series ? 'series-line here' : 'series-line'}
          role="group"
          aria-label={`Series ${k + 1}`}
        >
          <ColorPicker
            size="small"
            disabledAlpha
            value={one.colour}
            onChangeComplete={(c) => change(k, { colour: c.toHexString() })}
          >
            <button
              className="sheet-colour"
              aria-label={`Colour of series ${k + 1}`}
              style={{ background: one.colour }}
            />
          </ColorPicker>
          <Input
            size="small"
            aria-label={`Name of series ${k + 1}`}
            maxLength={100}
            value={one.name}
            onFocus={() => setSeries(k)}
            onChange={(e) => change(k, { name: e.target.value })}
          />
          <button className="quiet" aria-pressed={k === series} onClick={() => setSeries(k)}>
            {counted(one.points.length, 'point')}
          </button>
          <button
            className="quiet"
            aria-label={`Empty series ${k + 1}`}
            disabled={one.points.length === 0}
            onClick={() => set(withPoints(sheet, k, []))}
          >
            Empty
          </button>
        </div>
      ))}
      <button
        className="quiet"
        onClick={() => {
          set(withSeries(sheet));
          setSeries(sheet.series.length);
        }}
      >
        + Series
      </button>
      {inHand && inHand.points.some((p) => p.bar) && (
        <Field label="Half of a bar is">
          <Select<PictureSheet['barsMean']>
            aria-label="Half of a bar is"
            value={sheet.barsMean}
            options={statedMeanings}
            onChange={(barsMean) => set({ ...sheet, barsMean }, 'barsMean')}
          />
        </Field>
      )}
      {inHand && inHand.points.length > 1 && <PointsOfSeries key={series} held={held} axes={axes} />}
    </section>
  );
}
