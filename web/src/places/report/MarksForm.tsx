import {
  curveMarkKinds,
  type ChartSource,
  type CurveMarkKind,
  type FigureContent,
  type WantedMark,
} from '@undameter/contract';
import { chartsOf, idIn, letterOf, withMarks } from '@undameter/drawing';
import { Select } from 'antd';
import { Field } from '../../parts/Field';
import { seriesOf } from './parts';
import type { FigureHeld } from './useFigureInHand';

type FitSource = Extract<ChartSource, { kind: 'fit' }>;
const words: Record<CurveMarkKind, string> = {
  zero: 'zeros',
  optimum: 'highest and lowest place',
  linearPart: 'ends of the linear part',
  break: 'break',
  crossing: 'where it meets',
};

interface MarkOption {
  value: string;
  label: string;
  mark: WantedMark;
}

/** What can be marked on one series of a fit: a crossing with each of the others too. */
export function markOptions(series: string, others: readonly { key: string; title: string }[]): MarkOption[] {
  return curveMarkKinds.flatMap((what): MarkOption[] =>
    what === 'crossing'
      ? others
          .filter((o) => o.key !== series)
          .map((o) => ({
            value: `${what} ${o.key}`,
            label: `${words[what]} ${o.title}`,
            mark: { series, what, other: o.key },
          }))
      : [{ value: what, label: words[what], mark: { series, what } }],
  );
}

export const markValue = ({ what, other }: WantedMark): string => (other === undefined ? what : `${what} ${other}`);

/** Places of fitted curves that are marked with their coordinates, series by series. */
export function MarksForm({ held, content }: { held: FigureHeld; content: FigureContent }) {
  const charts = chartsOf(held.source);
  return (
    <div className="panel-pad">
      {charts.map(({ id, source }, k) =>
        source.kind === 'fit' ? (
          <MarksOfFit
            key={id}
            held={held}
            content={content}
            chart={id}
            source={source}
            letter={charts.length > 1 ? `${letterOf(k)} ` : ''}
          />
        ) : null,
      )}
      <p className="soft">
        Found anew with the data. What lies off the chart is not drawn: give the axis a longer range, or draw the curve
        further at Models.
      </p>
    </div>
  );
}

interface MarksOfFitProps {
  held: FigureHeld;
  content: FigureContent;
  chart: string;
  source: FitSource;
  letter: string;
}

function MarksOfFit({ held, content, chart, source, letter }: MarksOfFitProps) {
  const own = content.panels.filter((p) => (p.chart ?? '') === chart);
  const series = seriesOf({ ...content, panels: own }).map(({ id, title }) => ({
    key: chart === '' ? id : id.slice(idIn(chart, '').length),
    title,
  }));
  const marks = source.marks ?? [];
  return series.map(({ key, title }) => {
    const options = markOptions(key, series);
    return (
      <Field key={key} label={`${letter}${title}`} group>
        <Select
          mode="multiple"
          aria-label={`Marks of ${letter}${title}`}
          placeholder="nothing marked"
          value={marks.filter((m) => m.series === key).map(markValue)}
          options={options.map(({ value, label }) => ({ value, label }))}
          onChange={(values: string[]) => {
            const others = marks.filter((m) => m.series !== key);
            const taken = options.filter((o) => values.includes(o.value)).map((o) => o.mark);
            held.compose(withMarks(held, chart, [...others, ...taken]));
          }}
        />
      </Field>
    );
  });
}
