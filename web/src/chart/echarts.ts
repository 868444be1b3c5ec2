/** The parts of the chart library that the bench uses. */
import { CustomChart, LineChart, ScatterChart } from 'echarts/charts';
import {
  AxisPointerComponent,
  GraphicComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TitleComponent,
  TooltipComponent,
} from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer, SVGRenderer } from 'echarts/renderers';

echarts.use([
  CustomChart,
  LineChart,
  ScatterChart,
  GraphicComponent,
  GridComponent,
  TitleComponent,
  TooltipComponent,
  AxisPointerComponent,
  MarkAreaComponent,
  MarkLineComponent,
  CanvasRenderer,
  SVGRenderer,
]);
export { echarts };
export type { EChartsCoreOption as ChartOption } from 'echarts/core';
export type ChartInstance = echarts.ECharts;
