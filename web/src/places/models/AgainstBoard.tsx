import { parameterHeads, sameParameter, type FitReply, type ParameterRow } from '@undameter/contract';
import { fitPolynomial, formatWithUncertainty, printUnit, studentTQuantile } from '@undameter/core';
import { Select } from 'antd';
import { useState, type ReactNode } from 'react';
import { AxesTool } from '../../axes/AxesTool';
import { useWithAxes } from '../../axes/useWithAxes';
import { Chart, type Size } from '../../chart/Chart';
import { errorBars, line, points } from '../../chart/marks';
import type { ChartOption } from '../../chart/echarts';
import { axisTitle, stackOption } from '../../chart/panes';
import type { Palette } from '../../theme/palette';
import { useTheme } from '../../theme/ThemeProvider';

/** What the mean of a channel is turned into before it is an axis. */
const changes: Record<string, { label: (s: string) => string; of: (v: number) => number }> = {
  plain: { label: (s) => s, of: (v) => v },
  square: { label: (s) => `${s}²`, of: (v) => v * v },
  root: { label: (s) => `√${s}`, of: Math.sqrt },
  inverse: { label: (s) => `1/${s}`, of: (v) => 1 / v },
  logarithm: { label: (s) => `ln ${s}`, of: Math.log },
};

const labelOf = ({ symbol, unit }: ParameterRow): string => (unit ? `${symbol} (${unit})` : symbol);

interface AgainstBoardProps {
  campaignId: number;
  fit: FitReply;
  along: string | null;
  tools: ReactNode;
}

/** One parameter of each series against the mean of a channel in its condition, with a straight line through them. */
export function AgainstBoard({ campaignId, fit, along, tools }: AgainstBoardProps) {
  const { palette } = useTheme();
  const series = fit.series.filter((s) => !s.problem);
  const parameters = parameterHeads(series);
  const channels = series[0]?.means.map((m) => m.symbol) ?? [];
  const [taken, take] = useState('');
  const [against, setAgainst] = useState(() => likeliest(fit, along));
  const [change, setChange] = useState('plain');
  const parameter = parameters.find((p) => labelOf(p) === taken) ?? parameters[0];
  const rows = series.flatMap((s) => {
    const found = s.parameters.find((p) => parameter && sameParameter(p, parameter));
    const mean = s.means.find((m) => m.symbol === against)?.mean;
    const x = changes[change]!.of(mean ?? NaN);
    return found?.value === undefined || found.value === null || !Number.isFinite(x)
      ? []
      : [{ x, y: found.value, error: found.halfWidth ?? 0 }];
  });
  const trend =
    rows.length > 2 && new Set(rows.map((r) => r.x)).size > 2
      ? fitPolynomial(
          { x: Float64Array.from(rows, (r) => r.x), y: Float64Array.from(rows, (r) => r.y), xName: against },
          1,
        )
      : null;
  const t = trend && trend.degreesOfFreedom > 0 ? studentTQuantile(0.975, trend.degreesOfFreedom) : NaN;
  const said = (k: number) => {
    const text = formatWithUncertainty(trend!.parameters[k]!, t * trend!.standardErrors[k]!);
    return `${text.value} ± ${text.uncertainty}`;
  };
  const changed = changes[change]!.label(against);
  const unit = printUnit(series[0]?.means.find((m) => m.symbol === against)?.unit ?? '');
  const xTitle =
    change === 'plain' ? axisTitle({ name: against, unit }) : `${changed}${unit && ` (${against} in ${unit})`}`;
  const title = parameter ? axisTitle({ name: parameter.symbol, unit: parameter.unit }) : '';
  const through = trend && ([trend.parameters[0]!, trend.parameters[1]!] as const);
  const axes = useWithAxes(campaignId, `against ${title} ${xTitle}`, (size) =>
    againstOption({ rows, line: through, title, xTitle, palette, size }),
  );
  return (
    <section className="board against" aria-label="Parameter against conditions">
      <header className="board-head">
        <h3>
          <Select
            size="small"
            aria-label="Parameter"
            value={parameter && labelOf(parameter)}
            onChange={take}
            options={parameters.map((p) => ({ value: labelOf(p), label: labelOf(p) }))}
          />
        </h3>
        <span className="soft">against</span>
        <Select
          size="small"
          aria-label="Against"
          value={against}
          onChange={setAgainst}
          options={channels.map((c) => ({ value: c, label: `mean ${c}` }))}
        />
        <Select
          size="small"
          aria-label="As"
          value={change}
          onChange={setChange}
          options={Object.entries(changes).map(([value, c]) => ({ value, label: c.label(against) }))}
        />
        <span className="soft">
          {trend ? `line: ${said(0)} + (${said(1)})·${changed}` : 'three conditions or more make a line'}
        </span>
        <span className="grow" />
        <AxesTool axes={axes} />
        {tools}
      </header>
      <Chart label={`${parameter?.symbol} against ${changed}`} build={axes.build} />
    </section>
  );
}

interface Row {
  x: number;
  y: number;
  /** Half width of its 95 % interval. */
  error: number;
}

interface AgainstChart {
  rows: readonly Row[];
  line: readonly [number, number] | null;
  title: string;
  xTitle: string;
  palette: Palette;
  size: Size;
}

function againstOption({ rows, line: found, title, xTitle, palette, size }: AgainstChart): ChartOption {
  const x = rows.map((r) => r.x);
  const ends = [Math.min(...x), Math.max(...x)];
  const bars = { x, y: rows.map((r) => r.y), xError: x.map(() => 0), yError: rows.map((r) => r.error) };
  const marks = [
    errorBars(bars, palette.ink),
    points(bars, { name: '', colour: palette.ink, series: 0, ground: palette.sheet }),
    ...(found
      ? [line({ x: ends, y: ends.map((v) => found[0] + found[1] * v) }, { name: 'straight line', colour: palette.act })]
      : []),
  ];
  return stackOption({ size, palette, x: { title: xTitle }, panes: [{ title, weight: 1, marks }] });
}

/** The channel, other than x and y, whose means differ most between the conditions for its size. */
function likeliest({ series, x, y }: FitReply, along: string | null): string {
  const symbols = series.find((s) => s.means.length > 0)?.means.map((m) => m.symbol) ?? [];
  const spread = (symbol: string): number => {
    const means = series.flatMap((s) => s.means.find((m) => m.symbol === symbol)?.mean ?? []);
    const middle = means.reduce((a, b) => a + b, 0) / means.length;
    return means.reduce((sum, m) => sum + (m - middle) ** 2, 0) / (middle * middle || 1);
  };
  const isLogged = (s: string) => symbols.indexOf(s) < 3;
  return (
    [...symbols]
      .filter((s) => s !== x.symbol && s !== y.symbol && s !== along)
      .sort((a, b) => Number(isLogged(b)) - Number(isLogged(a)) || spread(b) - spread(a))[0] ?? ''
  );
}
