import type { ComparisonReply } from '@undameter/contract';
import type { Size } from '../../chart/Chart';
import type { ChartOption } from '../../chart/echarts';
import { band, colourOf, level, line, points } from '../../chart/marks';
import { axisTitle, stackOption } from '../../chart/panes';
import { fittedMarks } from '../../chart/seriesMarks';
import type { Palette } from '../../theme/palette';

/** Measured as open symbols, model as solid line, simulated as dashed line; below, measured − simulated. */
export function compareOption({ fit, series }: ComparisonReply, palette: Palette, size: Size): ChartOption {
  const many = series.length > 1;
  return stackOption({
    size,
    palette,
    x: { title: axisTitle(fit.x) },
    key: [
      { label: 'measured', mark: 'symbol' },
      { label: 'model, 95 % band', mark: 'solid' },
      { label: 'simulated', mark: 'dashed' },
    ],
    panes: [
      {
        title: axisTitle(fit.y),
        weight: 3,
        marks: fit.series.flatMap((s, i) => [
          ...fittedMarks(s, i, palette, many),
          line(series[i]?.candidate ?? { x: [], y: [] }, {
            name: `${many ? `${s.name}, ` : ''}simulated`,
            colour: colourOf(palette, i),
            width: 1.6,
            dashed: true,
            z: 7,
          }),
        ]),
      },
      {
        title: axisTitle({ name: 'Measured − simulated', unit: fit.y.unit }),
        weight: 1.2,
        marks: [
          level(0, palette.soft),
          ...series.flatMap((s, i) => {
            const colour = colourOf(palette, i);
            return [
              points(
                { x: s.drawn.x, y: s.drawn.difference },
                { name: '', colour, series: i, ground: palette.sheet, size: 4.5 },
              ),
              band(s.curve, colour, ''),
              line({ x: s.curve.x, y: s.curve.difference }, { name: `${s.name}, model − simulated`, colour, width: 1.8, z: 6 }),
            ];
          }),
        ],
      },
    ],
  }); // prettier-ignore
}
