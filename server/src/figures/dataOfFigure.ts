import type { FigureAxis, FigureContent, FigureSeries } from '@undameter/contract';
import { letterOf } from '@undameter/drawing';
import type { ChannelToWrite, RunToWrite } from '@undameter/formats';

type Column = readonly (number | null)[];

/** The numbers behind a figure as columns, series by series; shorter columns end with nothing. */
export function dataOfFigure(name: string, { panels }: FigureContent): RunToWrite {
  const charts = [...new Set(panels.map((p) => p.chart ?? ''))];
  const columns = panels.flatMap((panel, i) => {
    // Of several charts each column says of which it is.
    const chart = charts.length > 1 ? letterOf(charts.indexOf(panel.chart ?? '')) : '';
    const x = panels.slice(i).find((p) => p.x)!.x!;
    return panel.series.flatMap((series) => {
      const y = series.side === 'right' && panel.right ? panel.right : panel.y;
      return columnsOf(chart, series, x, y);
    });
  });
  const rows = columns.reduce((most, c) => Math.max(most, c.values.length), 0);
  return {
    name,
    channels: columns.map(({ values, ...column }): ChannelToWrite => ({
      ...column,
      values: Float64Array.from({ length: rows }, (_, i) => values[i] ?? NaN),
    })),
  };
}

interface NamedColumn {
  symbol: string;
  name: string;
  unit: string;
  values: Column;
}

function columnsOf(chart: string, series: FigureSeries, x: FigureAxis, y: FigureAxis): NamedColumn[] {
  const of = (what: string, axis: FigureAxis, values: Column): NamedColumn[] =>
    values.length === 0 || values.every((v) => v === null)
      ? []
      : [
          {
            symbol: axis.symbol || axis.name,
            name: [chart, series.name, what].filter(Boolean).join(': '),
            unit: axis.unit,
            values,
          },
        ];
  const { points, curve, setAside, cells } = series;
  return [
    ...(points
      ? [
          ...of(x.name, x, points.x),
          ...of(y.name, y, points.y),
          ...of(`standard uncertainty of ${x.name}`, x, points.xError),
          ...of(`standard uncertainty of ${y.name}`, y, points.yError),
        ]
      : []),
    ...(curve
      ? [
          ...of(`curve, ${x.name}`, x, curve.x),
          ...of(`curve, ${y.name}`, y, curve.y),
          ...of(`curve, lower end of the band`, y, curve.low),
          ...of(`curve, upper end of the band`, y, curve.high),
        ]
      : []),
    ...(setAside ? [...of(`set aside, ${x.name}`, x, setAside.x), ...of(`set aside, ${y.name}`, y, setAside.y)] : []),
    ...(cells
      ? [
          ...of(
            `lower end of the bin`,
            x,
            cells.counts.map((_, k) => cells.low + k * cells.width),
          ),
          ...of('samples in it', y, cells.counts),
        ]
      : []),
  ];
}
