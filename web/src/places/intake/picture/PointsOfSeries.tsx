import type { TableRow } from '@undameter/contract';
import type { PictureCalibration } from '@undameter/core';
import { Button, Input, InputNumber, Segmented } from 'antd';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { addressOf } from '../../../app/places';
import { ask } from '../../../data/api';
import { Sentence } from '../../../parts/Sentence';
import { tableOfSeries } from './tableOfSeries';
import { thinned, type Thinning } from './thinning';
import type { PictureHeld } from './usePictureInHand';

interface PointsOfSeriesProps {
  held: PictureHeld;
  axes: PictureCalibration | undefined;
}

/** Which places of the series in hand are kept, and the property table that they can become. */
export function PointsOfSeries({ held, axes }: PointsOfSeriesProps) {
  const { sheet, set, series, row } = held;
  const [by, setBy] = useState<Thinning['by']>('x');
  const [text, setText] = useState('');
  const [pixels, setPixels] = useState(0.5);
  const [said, setSaid] = useState<{ words: string; isWhole: boolean } | null>(null);
  const toTable = useMutation({
    mutationFn: (known: PictureCalibration) =>
      ask<TableRow>(`/campaigns/${row.campaignId}/tables`, { body: tableOfSeries(sheet, series, known) }),
  });
  const keep = (): void => {
    const found = thinned(sheet, series, axes, by === 'x' ? { by, text } : { by, pixels });
    if (typeof found === 'string') return setSaid({ words: found, isWhole: false });
    set(found.sheet);
    setSaid(found);
  };
  return (
    <div role="group" aria-label="Points that are kept" className="kept-points">
      <p className="soft">Of the places of this series keep those</p>
      <Segmented<Thinning['by']>
        size="small"
        aria-label="Keep places"
        value={by}
        onChange={setBy}
        options={[
          { value: 'x', label: 'at chosen x' },
          { value: 'curvature', label: 'where it bends' },
        ]}
      />
      <div className="sheet-line">
        {by === 'x' ? (
          <Input
            size="small"
            aria-label="Values of x"
            placeholder={sheet.x.scale === 'dates' ? '2026-03-01; 2026-03-02 12:00' : '0; 10; 20, or 0 to 100 by 10'}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onPressEnter={keep}
          />
        ) : (
          <InputNumber
            size="small"
            aria-label="No place further off than"
            min={0.1}
            max={50}
            step={0.1}
            prefix="none further off than"
            suffix="px"
            value={pixels}
            onChange={(v) => v !== null && setPixels(v)}
          />
        )}
        <Button size="small" onClick={keep}>
          Keep these
        </Button>
      </div>
      {said && (
        <p className={said.isWhole ? 'said' : 'doubt'} role="status">
          {said.words}
        </p>
      )}
      <Sentence error={toTable.error} />
      {toTable.data ? (
        <p className="sheet-next">
          <Link to={addressOf(row.campaignId, 'tables', toTable.data.id)}>The table {toTable.data.name}</Link>
        </p>
      ) : (
        <button
          type="button"
          className="quiet"
          disabled={!axes || toTable.isPending}
          onClick={() => axes && toTable.mutate(axes)}
        >
          Make a property table of it
        </button>
      )}
    </div>
  );
}
