import type { FigureArrangement, FigureContent, FigureRow } from '@undameter/contract';
import { arrangementOf, chartsOf, letterOf, withChartBefore, withCharts, withoutChart } from '@undameter/drawing';
import { useQuery } from '@tanstack/react-query';
import { Checkbox, Input, InputNumber, Select } from 'antd';
import { queries } from '../../data/queries';
import { Field } from '../../parts/Field';
import type { FigureHeld } from './useFigureInHand';

/** So many charts a figure takes. */
const MOST_CHARTS = 12;

/** The charts of a figure: others are put beside the one it began with, in the order of their letters. */
export function ChartsForm({ held, content }: { held: FigureHeld; content: FigureContent }) {
  const { source, dressing } = held;
  const charts = chartsOf(source);
  const arrangement = arrangementOf(dressing);
  const arrange = (changes: Partial<FigureArrangement>, what: string | null = null): void =>
    held.dress({ ...dressing, arrangement: { ...arrangement, ...changes } }, what);
  return (
    <div className="panel-pad">
      <ol className="chart-list">
        {charts.map(({ id }, k) => (
          <ChartRow
            key={id}
            letter={letterOf(k)}
            what={whatIsShown(content, id)}
            title={titleOf(content, arrangement, id)}
            onTitle={(panel, title) => arrange({ titles: { ...arrangement.titles, [panel]: title } }, `title ${id}`)}
            onUp={k > 0 ? () => held.compose(withChartBefore(held, id)) : undefined}
            onRemove={charts.length > 1 ? () => held.compose(withoutChart(held, id)) : undefined}
          />
        ))}
      </ol>
      <AddChart held={held} room={MOST_CHARTS - charts.length} />
      {charts.length > 1 && (
        <>
          <Field label="Beside">
            <InputNumber
              aria-label="Charts beside each other"
              min={1}
              max={6}
              precision={0}
              value={arrangement.columns}
              onChange={(columns) => columns !== null && arrange({ columns })}
            />
          </Field>
          <Field label="One axis" hint="where quantity and unit are the same" group>
            <Checkbox checked={arrangement.sharedX} onChange={(e) => arrange({ sharedX: e.target.checked })}>
              x of a column
            </Checkbox>
            <Checkbox checked={arrangement.sharedY} onChange={(e) => arrange({ sharedY: e.target.checked })}>
              y of a row
            </Checkbox>
          </Field>
          <Field label="Letters" group>
            <Checkbox checked={arrangement.lettered} onChange={(e) => arrange({ lettered: e.target.checked })}>
              a, b, c
            </Checkbox>
          </Field>
        </>
      )}
    </div>
  );
}

interface ChartRowProps {
  letter: string;
  what: string;
  /** Of its first panel; undefined while it is not drawn yet. */
  title: { panel: string; text: string } | undefined;
  onTitle(panel: string, title: string): void;
  onUp: (() => void) | undefined;
  onRemove: (() => void) | undefined;
}

const ChartRow = ({ letter, what, title, onTitle, onUp, onRemove }: ChartRowProps) => (
  <li role="group" aria-label={`Chart ${letter}`}>
    <span className="chart-row">
      <b>{letter}</b>
      <span className="clip grow">{what}</span>
      {onUp && (
        <button className="quiet" aria-label={`Chart ${letter} up`} onClick={onUp}>
          up
        </button>
      )}
      {onRemove && (
        <button className="quiet" aria-label={`Take chart ${letter} away`} onClick={onRemove}>
          Take away
        </button>
      )}
    </span>
    {title && (
      <Input
        aria-label={`Title of chart ${letter}`}
        placeholder="title above it"
        maxLength={300}
        value={title.text}
        onChange={(e) => onTitle(title.panel, e.target.value)}
      />
    )}
  </li>
);

const firstPanel = ({ panels }: FigureContent, chart: string) => panels.find((p) => (p.chart ?? '') === chart);

function titleOf(content: FigureContent, { titles }: FigureArrangement, chart: string) {
  const panel = firstPanel(content, chart);
  return panel && { panel: panel.id, text: titles[panel.id] ?? panel.title };
}

/** `Head over Flow`. */
export function whatIsShown(content: FigureContent, chart: string): string {
  const own = content.panels.filter((p) => (p.chart ?? '') === chart);
  const x = own.find((p) => p.x)?.x;
  if (!x) return 'is being drawn';
  const called = ({ name, symbol }: { name: string; symbol: string }): string => name || symbol;
  return `${own.map((p) => called(p.y)).join(', ')} over ${called(x)}`;
}

/** The charts of another figure of the campaign, dressed as there. */
function AddChart({ held, room }: { held: FigureHeld; room: number }) {
  const { data: figures = [] } = useQuery(queries.figures(held.row.campaignId));
  const fits = ({ source }: FigureRow): boolean => chartsOf(source).length <= room;
  const add = (id: number): void => {
    const other = figures.find((f) => f.id === id);
    if (other) held.compose(withCharts(held, other));
  };
  return (
    <Field label="Add" hint="the chart of another figure, dressed as it is there" group>
      <Select<number>
        aria-label="Add the chart of a figure"
        placeholder="the chart of a figure"
        showSearch
        optionFilterProp="label"
        value={null}
        options={figures.map((f) => ({ value: f.id, label: `${f.number} ${f.name}`, disabled: !fits(f) }))}
        onChange={add}
      />
    </Field>
  );
}
