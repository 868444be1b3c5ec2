import type { ConditionBody } from '@undameter/contract';
import { Chart, type Size } from '../../chart/Chart';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { conditionsOption } from './chartOption';
import { withArea, withDragged } from './limits';
import { mapOption } from './mapOption';
import type { ConditionsData } from './useConditionsData';

interface ConditionsChartProps {
  data: ConditionsData;
  /** The one in hand, with the place of its colour. */
  inHand: { body: ConditionBody; series: number } | null;
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

function AlongRun({ data, inHand, onLimits }: ConditionsChartProps) {
  const { palette } = useTheme();
  const { traces, bench, rows, channels, symbols, setWidth } = data;
  const order = rows.map((r) => r.id);
  const build = (size: Size) =>
    traces && bench ? conditionsOption({ traces, bench, order, inHand, palette }, size) : {};
  const drag = ({ pane, y }: { pane: number; y: [number, number] }) => {
    const channel = channels.find((c) => c.symbol === symbols[pane]);
    if (channel) onLimits(withDragged(inHand?.body.limits ?? [], channel, y));
  };
  return (
    <Chart
      label={`Samples in ${rows.length} conditions along the run`}
      build={build}
      busy={!traces}
      onWidth={setWidth}
      gestures={{ onRange: drag }}
    />
  );
}

function OnMap({ data, inHand, onLimits }: ConditionsChartProps) {
  const { palette } = useTheme();
  const { map, xAxis, yAxis, points, rows } = data;
  const limits = inHand?.body.limits ?? [];
  const build = (size: Size) =>
    map && xAxis && yAxis
      ? mapOption({ map, x: xAxis, y: yAxis, operating: points, conditions: rows, palette }, size)
      : {};
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
      build={build}
      busy={!map}
      gestures={{ onRange: drag, onLasso: lasso }}
    />
  );
}
