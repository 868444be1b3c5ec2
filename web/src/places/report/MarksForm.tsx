import { type ChartSource, type CurveMarkKind, type FigureContent, type WantedMark } from '@undameter/contract';
import { chartsOf, idIn, letterOf, withMarks } from '@undameter/drawing';
import { Input, InputNumber, Select } from 'antd';
import { Field } from '../../parts/Field';
import { middleOf } from './middleOf';
import { seriesOf } from './parts';
import type { FigureHeld } from './useFigureInHand';

type FitSource = Extract<ChartSource, { kind: 'fit' }>;
type FoundKind = Exclude<CurveMarkKind, 'byHand'>;
const words: Record<FoundKind, string> = {
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
  return (Object.keys(words) as FoundKind[]).flatMap((what): MarkOption[] =>
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
  const put = (changed: WantedMark[]): void => held.compose(withMarks(held, chart, changed));
  return series.map(({ key, title }) => {
    const options = markOptions(key, series);
    const own = marks.filter((m) => m.series === key);
    const others = marks.filter((m) => m.series !== key);
    const [byHand, found] = [own.filter((m) => m.what === 'byHand'), own.filter((m) => m.what !== 'byHand')];
    return (
      <div key={key}>
        <Field label={`${letter}${title}`} group>
          <Select
            mode="multiple"
            aria-label={`Marks of ${letter}${title}`}
            placeholder="nothing marked"
            value={found.map(markValue)}
            options={options.map(({ value, label }) => ({ value, label }))}
            onChange={(values: string[]) =>
              put([...others, ...options.filter((o) => values.includes(o.value)).map((o) => o.mark), ...byHand])
            }
          />
        </Field>
        <PlacesByHand
          series={key}
          called={`${letter}${title}`}
          start={middleOf(content, chart).x}
          marks={byHand}
          onChange={(changed) => put([...others, ...found, ...changed])}
        />
      </div>
    );
  });
}

interface PlacesByHandProps {
  series: string;
  called: string;
  /** Where a new one stands first. */
  start: number;
  marks: readonly WantedMark[];
  onChange(marks: WantedMark[]): void;
}

/** Places whose x is typed, or moved by the arrow keys; y is read off the curve each time anew. */
function PlacesByHand({ series, called, start, marks, onChange }: PlacesByHandProps) {
  const changed = (k: number, part: Partial<WantedMark>) => marks.map((m, i) => (i === k ? { ...m, ...part } : m));
  return (
    <>
      {marks.map(({ at = null, words: said = '' }, k) => (
        <div key={k} className="by-hand">
          <Input
            aria-label={`Words of place ${k + 1} of ${called}`}
            placeholder="what it is"
            maxLength={80}
            value={said}
            onChange={(e) => onChange(changed(k, { words: e.target.value }))}
          />
          at
          <InputNumber
            aria-label={`Place ${k + 1} of ${called}`}
            value={at}
            onChange={(x) => x !== null && onChange(changed(k, { at: x }))}
          />
          <button className="quiet" onClick={() => onChange(marks.filter((_, i) => i !== k))}>
            Remove
          </button>
        </div>
      ))}
      <button
        className="quiet"
        aria-label={`Place by hand on ${called}`}
        onClick={() => onChange([...marks, { series, what: 'byHand', at: start, words: '' }])}
      >
        + Place by hand
      </button>
    </>
  );
}
