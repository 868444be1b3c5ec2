import type { ConditionBody } from '@undameter/contract';
import { useWithAxes, type WithAxes } from '../../axes/useWithAxes';
import type { Size } from '../../chart/Chart';
import { useTheme } from '../../theme/ThemeProvider';
import { conditionsOption } from './chartOption';
import { mapOption } from './mapOption';
import type { ConditionsData } from './useConditionsData';

/** A condition in hand, with the place of its colour. */
export interface ConditionOnChart {
  body: ConditionBody;
  series: number;
}

/** The chart along the run, or the map of two channels, with its axes as they are wanted. */
export function useConditionsChart(
  campaignId: number,
  runId: number,
  data: ConditionsData,
  inHand: ConditionOnChart | null,
): WithAxes {
  const { palette } = useTheme();
  const { view, traces, bench, rows, map, xAxis, yAxis, points } = data;
  const alongRun = (size: Size) =>
    traces && bench ? conditionsOption({ traces, bench, order: rows.map((r) => r.id), inHand, palette }, size) : {};
  const onMap = (size: Size) =>
    map && xAxis && yAxis
      ? mapOption({ map, x: xAxis, y: yAxis, operating: points, conditions: rows, palette }, size)
      : {};
  return useWithAxes(campaignId, `conditions ${runId} ${view}`, view === 'run' ? alongRun : onMap);
}
