import type { FigureContent, FigureDressing, FigureSeries } from '@undameter/contract';
import { formatValue, freePlace, textLine, type Box } from '@undameter/core';
import { framesOf, turnedBox, type Frame, type PanelAxes } from './frames';
import type { LaidLine } from './layLine';
import { layKey, namesAtEnds, roomForNames, type LaidKey, type Named, type PlacedName } from './names';
import { occupiedBy } from './occupied';
import { occupants, pixelsOf, type Lay, type Looks } from './panelAxes';
import type { Sheet } from './sheet';
import { isExtrapolated, lineBeyond } from './seriesMarks';

/** Series with their names laid, in the order of the key; of one alone the name says nothing. */
export function namedOf(content: FigureContent, dressing: FigureDressing, looks: Looks, lay: Lay): Named[] {
  const all = new Map(
    content.panels
      .flatMap((p) => p.series)
      .reverse()
      .map((s) => [s.id, s]),
  );
  // The first panel that shows a series decides how it is sampled in the key.
  const ids = [...looks.keys()].filter((id) => looks.get(id)!.shown && looks.get(id)!.name !== '');
  const { order, place } = dressing.key;
  const rank = (id: string): number => (order.includes(id) ? order.indexOf(id) : order.length);
  const weight = place === 'ends' ? 600 : 400;
  return ids
    .sort((a, b) => rank(a) - rank(b))
    .map((id) => ({ series: all.get(id)!, look: looks.get(id)!, line: lay(textLine(looks.get(id)!.name), weight) }));
}

/** What bars, bands and kinds of lines mean, where there are any. */
export function noteOf(content: FigureContent, dressing: FigureDressing, looks: Looks, lay: Lay): LaidLine | undefined {
  const shown = content.panels.flatMap((p) => p.series).filter((s) => looks.get(s.id)!.shown);
  const has = (column: readonly (number | null)[] | undefined): boolean =>
    column?.some((v) => v !== null && v > 0) ?? false;
  const bars = shown.some((s) => looks.get(s.id)!.bars && (has(s.points?.xError) || has(s.points?.yError)));
  const bands = shown.some((s) => looks.get(s.id)!.band && (s.curve?.low.some((v) => v !== null) ?? false));
  const factor = dressing.look.barsFactor;
  const looked = [...new Set(shown.map((s) => looks.get(s.id)!))];
  const words = [
    ...kindsOfLines(shown, looks),
    ...beyondWords(shown, looks),
    ...(bars ? [factor === 1 ? 'bars: standard uncertainty' : 'bars: U with k = 2'] : []),
    ...(bands ? ['bands: 95 % of the curve'] : []),
    // A curve that does not stand where it was measured says so.
    ...looked.filter((l) => l.offset !== 0).map((l) => `${l.name} raised by ${formatValue(l.offset)}`),
  ].join('; ');
  return words === '' ? undefined : lay([{ kind: 'text', text: words }], 400, 0.85);
}

const lineWords = { none: '', solid: 'solid', dashed: 'dashed', dotted: 'dotted', dashDotted: 'dash, dot' } as const;

/** `dashed: extrapolated`, as it is drawn. */
function beyondWords(shown: readonly FigureSeries[], looks: Looks): string[] {
  const lines = shown.filter(isExtrapolated).map((s) => lineWords[lineBeyond(looks.get(s.id)!.line)]);
  const kinds = [...new Set(lines.filter((l) => l !== ''))];
  return kinds.length > 0 ? [`${kinds.join(' or ')}: extrapolated`] : [];
}

/** `symbols: Sweep`, `dashed: Simulated head curve`, as they are drawn; what is drawn in several ways is not told by it. */
function kindsOfLines(shown: readonly FigureSeries[], looks: Looks): string[] {
  const kinds = new Map<string, Set<string>>();
  for (const { id, of, curve } of shown.filter((s) => s.of !== '')) {
    const { line } = looks.get(id)!;
    kinds.set(of, (kinds.get(of) ?? new Set()).add(curve && line !== 'none' ? lineWords[line] : 'symbols'));
  }
  return [...kinds].flatMap(([of, words]) => (words.size === 1 ? [`${[...words][0]}: ${of}`] : []));
}

export interface Arrangement {
  frames: Frame[];
  /** Number of the panel in which series are named: the one that has all of them, else the first. */
  home: number;
  covered: Float64Array;
  names: PlacedName[];
  key: LaidKey | undefined;
  keyBox: Box | undefined;
}

interface ToArrange {
  panels: PanelAxes[];
  sheet: Sheet;
  dressing: FigureDressing;
  named: Named[];
  title: LaidLine | undefined;
  note: LaidLine | undefined;
  looks: Looks;
}

/** Frames, and names or a key that cover nothing: at the ends of the curves, else in a free place, else below. */
export function arrange(to: ToArrange): Arrangement {
  const { panels, sheet, dressing, named } = to;
  const { place, corner } = dressing.key;
  const home = homeOf(panels, named);
  const plain = framesOf(panels, sheet, margins(to, 0, 0));
  const covered = (frames: Frame[]): Float64Array =>
    occupiedBy(occupants(panels[home]!, frames[home]!, to.looks), dressing.look.barsFactor);
  const without: Arrangement = {
    frames: plain,
    home,
    covered: covered(plain),
    names: [],
    key: undefined,
    keyBox: undefined,
  };
  if (place === 'off' || named.length === 0) return without;
  if (place === 'ends') {
    if (named.length < 2) return without;
    return atEnds(to, without, covered) ?? inside(to, without, 'free') ?? below(to, without, covered);
  }
  if (place === 'inside') return inside(to, without, corner) ?? below(to, without, covered);
  if (place === 'right') {
    const key = layKey(named, sheet, 0);
    const frames = framesOf(panels, sheet, margins(to, key.width + sheet.font, 0));
    const right = panels[0]!.right?.room ?? 0;
    const keyBox = { x: frames[0]!.left + frames[0]!.width + right + sheet.font, y: frames[0]!.top, ...sizeOf(key) };
    return { ...without, frames, covered: covered(frames), key, keyBox };
  }
  return below(to, without, covered);
}

function homeOf(panels: readonly PanelAxes[], named: readonly Named[]): number {
  const has = ({ panel }: PanelAxes): boolean =>
    named.every(({ series }) => panel.series.some((s) => s.id === series.id));
  return Math.max(0, panels.findIndex(has));
}

const sizeOf = ({ width, height }: LaidKey): { width: number; height: number } => ({ width, height });

function margins({ title, note, panels, sheet }: ToArrange, right: number, bottom: number) {
  // The last number below the axis reaches half its width beyond the frame.
  const last = panels.reduce((most, { x, showsX }) => {
    const line = showsX && x.labelsShown ? x.laid.at(-1) : undefined;
    return line ? Math.max(most, turnedBox(line, x.turned).width / 2) : most;
  }, 0);
  return {
    top: title ? title.ascent + title.descent + 0.5 * sheet.font : 0,
    bottom: bottom + (note ? note.ascent + note.descent + 0.3 * sheet.font : 0),
    right: Math.max(right, last),
  };
}

function atEnds(
  to: ToArrange,
  without: Arrangement,
  covered: (frames: Frame[]) => Float64Array,
): Arrangement | undefined {
  const { panels, sheet, named } = to;
  const { frames: plain, home } = without;
  const pad = 0.6 * sheet.font;
  const axes = panels[home]!;
  const isHere = (id: string): boolean => axes.panel.series.some((s) => s.id === id);
  if (!named.every(({ series }) => isHere(series.id))) return undefined;
  const rightEdge = sheet.width - pad - (axes.right?.room ?? 0);
  const narrower = named.reduce((most, one) => {
    const place = pixelsOf(axes, plain[home]!, one.series.side);
    return Math.max(most, roomForNames([one], plain[home]!, place, sheet, rightEdge));
  }, 0);
  if (narrower > 0.45 * plain[home]!.width) return undefined;
  const frames = framesOf(panels, sheet, margins(to, narrower + margins(to, 0, 0).right, 0));
  const frame = frames[home]!;
  const free = covered(frames);
  const within: Box = { x: 0, y: frame.top - sheet.font, width: sheet.width, height: frame.height + 2 * sheet.font };
  const names = named.reduce<PlacedName[] | undefined>((placed, one) => {
    const place = pixelsOf(axes, frame, one.series.side);
    const found = placed && namesAtEnds([...placed, one], place, free, sheet, within);
    return found && [...placed, found.at(-1)!];
  }, []);
  return names && { ...without, frames, covered: free, names };
}

function inside(
  { named, sheet }: ToArrange,
  plain: Arrangement,
  corner: FigureDressing['key']['corner'],
): Arrangement | undefined {
  const key = layKey(named, sheet, 0);
  const frame = plain.frames[plain.home]!;
  const inset = 0.6 * sheet.font;
  const size = sizeOf(key);
  if (size.width > frame.width - 2 * inset || size.height > frame.height - 2 * inset) return undefined;
  const room: Box = {
    x: frame.left + inset,
    y: frame.top + inset,
    width: frame.width - 2 * inset,
    height: frame.height - 2 * inset,
  };
  if (corner !== 'free') {
    const x = corner.endsWith('Left') ? room.x : room.x + room.width - size.width;
    const y = corner.startsWith('upper') ? room.y : room.y + room.height - size.height;
    return { ...plain, key, keyBox: { x, y, ...size } };
  }
  const free = freePlace(room, size, plain.covered);
  return free && { ...plain, key, keyBox: { ...free, ...size } };
}

function below(to: ToArrange, without: Arrangement, covered: (frames: Frame[]) => Float64Array): Arrangement {
  const { panels, sheet, named } = to;
  const key = layKey(named, sheet, without.frames[0]!.width);
  const frames = framesOf(panels, sheet, margins(to, 0, key.height + 0.4 * sheet.font));
  const last = frames.at(-1)!;
  const y = last.top + last.height + panels.at(-1)!.x.room + 0.4 * sheet.font;
  const x = last.left + Math.max(0, (last.width - key.width) / 2);
  return { ...without, frames, covered: covered(frames), key, keyBox: { x, y, ...sizeOf(key) } };
}
