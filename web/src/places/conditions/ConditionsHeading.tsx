import { Segmented } from 'antd';
import { AxesTool } from '../../axes/AxesTool';
import type { WithAxes } from '../../axes/useWithAxes';
import { ChannelSelect } from '../../step/ChannelSelect';
import { KeepFigure } from '../../figure/KeepFigure';
import { figureOfConditions } from './figureOfConditions';
import type { ConditionsData } from './useConditionsData';

interface ConditionsHeadingProps {
  campaignId: number;
  runId: number;
  data: ConditionsData;
  axes: WithAxes;
  /** Name of the condition in hand. */
  inHand: string | undefined;
}

/** How the conditions are looked at, and what a drag does there. */
export function ConditionsHeading({ campaignId, runId, data, axes, inHand }: ConditionsHeadingProps) {
  const { view, setView, numbers, xAxis, yAxis, setAxes } = data;
  const [x, y] = [xAxis?.symbol ?? '', yAxis?.symbol ?? ''];
  const onRun = inHand === undefined ? 'drag across a chart to set limits' : `${inHand} in hand, its limits shaded`;
  return (
    <>
      <Segmented
        size="small"
        value={view}
        onChange={setView}
        options={[
          { value: 'run', label: 'Along the run' },
          { value: 'map', label: 'Map' },
        ]}
      />
      {view === 'map' && (
        <span className="map-axes">
          <ChannelSelect label="Up the map" channels={numbers} value={y} onChange={(s) => setAxes([x, s])} />
          over
          <ChannelSelect label="Across the map" channels={numbers} value={x} onChange={(s) => setAxes([s, y])} />
        </span>
      )}
      <span className="soft clip wide">
        {view === 'map' ? 'the darker, the longer; drag a rectangle, or Shift and drag a lasso' : onRun}
      </span>
      <span className="grow" />
      <KeepFigure
        campaignId={campaignId}
        name={view === 'map' ? `${yAxis?.name ?? ''} over ${xAxis?.name ?? ''}` : 'Conditions along the run'}
        source={figureOfConditions(runId, data)}
      />
      <AxesTool axes={axes} />
    </>
  );
}
