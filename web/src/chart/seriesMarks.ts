import type { FitReply, SeriesReply } from '@undameter/contract';
import type { Palette } from '../theme/palette';
import { band, colourOf, errorBars, level, line, points } from './marks';
import type { Size } from './Chart';
import type { ChartOption } from './echarts';
import { axisTitle, stackOption, type Pane } from './panes';

/** Measured points as open symbols, the fitted model as a solid line in its 95 % confidence band. */
export const fittedMarks = (series: SeriesReply, index: number, palette: Palette, many: boolean) => {
  const colour = colourOf(palette, index);
  return [
    band(series.curve, colour, ''),
    ...(series.drawn.xUncertainty.length > 0
      ? [errorBars({ ...series.drawn, xError: series.drawn.xUncertainty, yError: series.drawn.yUncertainty }, colour)]
      : []),
    points(series.drawn, { name: '', colour, series: index, ground: palette.sheet, size: 6 }),
    line(series.curve, {
      name: many ? series.name : 'model',
      colour,
      width: 2,
      z: 6,
      ...(many ? { endLabel: series.name } : {}),
    }),
  ];
};

/** The curves of a fit over its residuals, on one x axis. */
export const fitOption = (fit: FitReply, palette: Palette, size: Size): ChartOption =>
  stackOption({
    size,
    palette,
    panes: fitPanes(fit, palette),
    x: { title: axisTitle(fit.x) },
    key: [
      { label: 'measured', mark: 'symbol' },
      { label: 'model, 95 % band', mark: 'solid' },
    ],
  });

function fitPanes(fit: FitReply, palette: Palette): Pane[] {
  const many = fit.series.length > 1;
  const unit = fit.y.unit;
  return [
    { title: axisTitle(fit.y), weight: 3, marks: fit.series.flatMap((s, i) => fittedMarks(s, i, palette, many)) },
    {
      title: axisTitle({ name: 'Residual', unit }),
      weight: 1,
      marks: [
        level(0, palette.soft),
        ...fit.series.map((s, i) =>
          points(
            { x: s.drawn.x, y: s.drawn.residual },
            { name: '', colour: colourOf(palette, i), series: i, ground: palette.sheet, size: 5 },
          ),
        ),
      ],
    },
  ];
}
