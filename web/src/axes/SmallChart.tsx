import { Chart, type Size } from '../chart/Chart';
import type { ChartOption } from '../chart/echarts';
import { AxesTool } from './AxesTool';
import { useWithAxes } from './useWithAxes';

interface SmallChartProps {
  campaignId: number;
  /** Which chart: what its axes are kept under. */
  name: string;
  /** What the chart shows, for readers who do not see it. */
  label: string;
  build(size: Size): ChartOption;
}

/** A chart in a panel, with its axes settings above its right corner. */
export function SmallChart({ campaignId, name, label, build }: SmallChartProps) {
  const axes = useWithAxes(campaignId, name, build);
  return (
    <div className="small-chart">
      <div className="small-chart-tool">
        <AxesTool axes={axes} />
      </div>
      <Chart label={label} build={axes.build} />
    </div>
  );
}
