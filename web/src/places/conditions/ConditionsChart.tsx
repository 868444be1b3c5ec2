import type { ConditionBody } from '@undameter/contract';
import type { WithAxes } from '../../axes/useWithAxes';
import { Chart } from '../../chart/Chart';
import { Sentence } from '../../parts/Sentence';
import { withArea, withDragged } from './limits';
import type { ConditionOnChart } from './useConditionsChart';
import type { ConditionsData } from './useConditionsData';

interface ConditionsChartProps {
  data: ConditionsData;
  axes: WithAxes;
  inHand: ConditionOnChart | null;
  onLimits(limits: ConditionBody['limits']): void;
}

/** The conditions along the run or on a map of two channels; a drag sets limits on what it is across. */
export function ConditionsChart(props: ConditionsChartProps) {
  return (
    <>
      <Sentence error={props.data.error} />
      {props.data.view === 'run' ? <AlongRun {...props} /> : <OnMap {...props} />}
    </>
  );
}

function AlongRun({ data, axes, inHand, onLimits }: ConditionsChartProps) {
  const { traces, rows, channels, symbols, setWidth } = data;
  const drag = ({ pane, y }: { pane: number; y: [number, number] }) => {
    const channel = channels.find((c) => c.symbol === symbols[pane]);
    if (channel) onLimits(withDragged(inHand?.body.limits ?? [], channel, y));
  };
  return (
    <Chart
      label={`Samples in ${rows.length} conditions along the run`}
      build={axes.build}
      busy={!traces}
      onWidth={setWidth}
      gestures={{ onRange: drag }}
    />
  );
}

function OnMap({ data, axes, inHand, onLimits }: ConditionsChartProps) {
  const { map, xAxis, yAxis } = data;
  const limits = inHand?.body.limits ?? [];
  const drag = ({ x, y }: { x: [number, number]; y: [number, number] }) => {
    if (!xAxis || !yAxis) return;
    const across = withDragged(limits, xAxis, x);
    onLimits(xAxis === yAxis ? across : withDragged(across, yAxis, y));
  };
  const lasso = ({ corners }: { corners: [number, number][] }) => {
    if (!xAxis || !yAxis || !map) return;
    onLimits(withArea(limits, { ...xAxis, range: map.xRange }, { ...yAxis, range: map.yRange }, corners));
  };
  return (
    <Chart
      label={`Time spent on ${yAxis?.symbol ?? ''} over ${xAxis?.symbol ?? ''}, with operating points`}
      build={axes.build}
      busy={!map}
      gestures={{ onRange: drag, onLasso: lasso }}
    />
  );
}
