import type { FigureContent } from '@undameter/contract';
import { placesInColours } from '@undameter/drawing';
import { AxisForm } from './AxisForm';
import { EquationsForm, KeyForm, TitleForm } from './BesideForms';
import { ChartsForm } from './ChartsForm';
import { dressAxis, dressSeries } from './dress';
import { MarksForm } from './MarksForm';
import { NotesForm } from './NotesForm';
import { seriesOf, type Part } from './parts';
import { SeriesForm } from './SeriesForm';
import { SheetForm } from './SheetForm';
import { TakeOut } from './TakeOut';
import type { FigureHeld } from './useFigureInHand';

interface DressingPanelProps {
  held: FigureHeld;
  content: FigureContent;
  part: Part;
}

/** The few settings of the part that is pointed at, and the ways out. */
export function DressingPanel({ held, content, part }: DressingPanelProps) {
  const { id } = part;
  const reset = resetOf(held, id);
  return (
    <>
      <header className="panel-head">
        <h2>{part.title}</h2>
        <span className="grow" />
        {reset && (
          <button className="quiet" onClick={reset}>
            Back to automatic
          </button>
        )}
      </header>
      <div className="dressing">
        <FormOf held={held} content={content} id={id} />
      </div>
      <TakeOut held={held} />
    </>
  );
}

function FormOf({ held, content, id }: { held: FigureHeld; content: FigureContent; id: string }) {
  const [kind, ...rest] = id.split(':');
  const key = rest.join(':');
  const series = seriesOf(content);
  if (kind === 'axis') {
    const axis = axisOf(content, key);
    return axis ? <AxisForm key={key} held={held} axisKey={key} axis={axis} /> : null;
  }
  if (kind === 'series') {
    const one = series.find((s) => s.id === key);
    const place = placesInColours(content).get(key) ?? 0;
    return one ? <SeriesForm key={key} held={held} series={one} index={place} /> : null;
  }
  if (kind === 'charts') return <ChartsForm held={held} content={content} />;
  if (kind === 'marks') return <MarksForm held={held} content={content} />;
  if (kind === 'title') return <TitleForm held={held} />;
  if (kind === 'equations') return <EquationsForm held={held} content={content} />;
  if (kind === 'notes') return <NotesForm held={held} content={content} />;
  if (kind === 'key') return <KeyForm held={held} series={series} />;
  return <SheetForm held={held} />;
}

function axisOf({ panels }: FigureContent, key: string) {
  const panel = panels.find((p) => key.startsWith(`${p.id}.`));
  if (key.endsWith('.x')) return panel?.x ?? undefined;
  return (key.endsWith('.right') ? panel?.right : panel?.y) ?? undefined;
}

/** Undresses an axis or a series that has something of its own. */
function resetOf({ dressing, dress }: FigureHeld, id: string): (() => void) | undefined {
  const [kind, ...rest] = id.split(':');
  const key = rest.join(':');
  const none = <T extends object>(own: T | undefined): { [K in keyof T]?: undefined } =>
    Object.fromEntries(Object.keys(own ?? {}).map((field) => [field, undefined])) as { [K in keyof T]?: undefined };
  if (kind === 'axis' && dressing.axes[key]) return () => dress(dressAxis(dressing, key, none(dressing.axes[key])));
  if (kind === 'series' && dressing.series[key])
    return () => dress(dressSeries(dressing, key, none(dressing.series[key])));
  return undefined;
}
