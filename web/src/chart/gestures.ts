import { echarts, type ChartInstance } from './echarts';

/** What a hand can do on a chart; positions are values of the axes. */
export interface Gestures {
  /** A stretch was dragged; `dragged` is how far along x, negative to the left. */
  onRange?(range: { pane: number; x: [number, number]; y: [number, number]; dragged: number }): void;
  /** A line was drawn around something with Shift held down; its corners. */
  onLasso?(drawn: { pane: number; corners: [number, number][] }): void;
  /** Places of the first pane that can be taken hold of; they are told by their order. */
  handles?: readonly { x: number; y: number }[];
  onHandle?(handle: number, to: { x: number; y: number }): void;
  /** A place was clicked; `reach` is how much of x four pixels are. */
  onPick?(place: { pane: number; x: number; y: number; reach: number }): void;
  /** Wheel: the new share of the window, around a place. */
  onZoom?(at: number, factor: number): void;
  /** Shift and wheel: moves the window by a share of its width. */
  onPan?(share: number): void;
}

interface Pointer {
  offsetX: number;
  offsetY: number;
  wheelDelta?: number;
  event: Event;
}
const CLICK_PIXELS = 4;
const HANDLE_PIXELS = 10;
const MOST_CORNERS = 200;

/** Listens on the canvas; returns the way to stop. `read` gives the newest handlers. */
export function attachGestures(chart: ChartInstance, read: () => Gestures, colour: () => string): () => void {
  const zr = chart.getZr();
  const hand = new Hand(chart, read, colour);
  const handlers = { mousedown: hand.down, mousemove: hand.move, mouseup: hand.up, mousewheel: hand.wheel } as const;
  for (const [name, handler] of Object.entries(handlers)) zr.on(name, handler as never);
  return () => {
    for (const [name, handler] of Object.entries(handlers)) zr.off(name, handler as never);
  };
}

/** A stroke from where a button was pressed; with its corners where it is a line drawn around something. */
interface Stroke {
  pane: number;
  px: number;
  py: number;
  drawn: [number, number][] | undefined;
}

/** What a pointer does on one chart from the press of a button to its release. */
class Hand {
  private stroke: Stroke | undefined;
  private held: number | undefined;
  private shade: InstanceType<typeof echarts.graphic.Rect> | undefined;
  private lasso: InstanceType<typeof echarts.graphic.Polygon> | undefined;

  constructor(
    private readonly chart: ChartInstance,
    private readonly read: () => Gestures,
    private readonly colour: () => string,
  ) {}

  down = (p: Pointer): void => {
    const pane = this.paneAt(p);
    const handle = pane === 0 ? this.handleAt(p) : -1;
    if (handle >= 0) {
      this.held = handle;
      return;
    }
    const isLasso = (p.event as MouseEvent).shiftKey && this.read().onLasso;
    const drawn = isLasso ? [[p.offsetX, p.offsetY] as [number, number]] : undefined;
    if (pane >= 0) this.stroke = { pane, px: p.offsetX, py: p.offsetY, drawn };
  };

  move = (p: Pointer): void => {
    if (this.held !== undefined) {
      const [x, y] = this.valueAt(0, p.offsetX, p.offsetY);
      return this.read().onHandle?.(this.held, { x, y });
    }
    if (this.stroke?.drawn) return this.draw(this.stroke.drawn, p);
    if (this.stroke && this.read().onRange && !isNear(this.stroke, p, (dx, dy) => dx + dy))
      this.shadeTo(this.stroke, p);
  };

  up = (p: Pointer): void => {
    const { stroke } = this;
    this.clear();
    if (!stroke) return;
    const { pane, px, py, drawn } = stroke;
    if (drawn && drawn.length > 2) {
      const every = Math.ceil(drawn.length / MOST_CORNERS);
      const corners = drawn.filter((_, i) => i % every === 0).map(([x, y]) => this.valueAt(pane, x, y));
      return this.read().onLasso?.({ pane, corners });
    }
    const from = this.valueAt(pane, px, py);
    if (isNear(stroke, p, Math.max)) {
      const reach = Math.abs(this.valueAt(pane, px + CLICK_PIXELS, py)[0] - from[0]);
      return this.read().onPick?.({ pane, x: from[0], y: from[1], reach });
    }
    const to = this.valueAt(pane, p.offsetX, p.offsetY);
    this.read().onRange?.({
      pane,
      x: [Math.min(from[0], to[0]), Math.max(from[0], to[0])],
      y: [Math.min(from[1], to[1]), Math.max(from[1], to[1])],
      dragged: to[0] - from[0],
    });
  };

  wheel = (p: Pointer): void => {
    const pane = this.paneAt(p);
    if (pane < 0 || !this.read().onZoom) return;
    p.event.preventDefault();
    const turned = p.wheelDelta ?? 0;
    if ((p.event as WheelEvent).shiftKey) this.read().onPan?.(turned > 0 ? -0.1 : 0.1);
    else this.read().onZoom?.(this.valueAt(pane, p.offsetX, p.offsetY)[0], turned > 0 ? 0.8 : 1.25);
  };

  private paneAt(p: Pointer): number {
    const panes = ((this.chart.getOption()?.['grid'] as unknown[] | undefined) ?? []).length;
    for (let i = 0; i < panes; i++) if (this.chart.containPixel({ gridIndex: i }, [p.offsetX, p.offsetY])) return i;
    return -1;
  }

  private valueAt = (pane: number, px: number, py: number): [number, number] =>
    this.chart.convertFromPixel({ gridIndex: pane }, [px, py]) as unknown as [number, number];

  private handleAt = (p: Pointer): number =>
    (this.read().handles ?? []).findIndex(({ x, y }) => {
      const [px, py] = this.chart.convertToPixel({ gridIndex: 0 }, [x, y]) as unknown as [number, number];
      return Math.hypot(px - p.offsetX, py - p.offsetY) < HANDLE_PIXELS;
    });

  private shadeTo({ px }: Stroke, p: Pointer): void {
    const shape = { x: 0, y: 0, width: 0, height: 0 };
    this.shade ??= new echarts.graphic.Rect({ z: 100, silent: true, style: shadeStyle(this.colour()), shape });
    this.chart.getZr().add(this.shade);
    this.shade.setShape({
      x: Math.min(px, p.offsetX),
      y: 8,
      width: Math.abs(p.offsetX - px),
      height: this.chart.getHeight() - 48,
    });
  }

  private draw(drawn: [number, number][], p: Pointer): void {
    const [x, y] = drawn.at(-1)!;
    if (Math.hypot(p.offsetX - x, p.offsetY - y) < CLICK_PIXELS) return;
    drawn.push([p.offsetX, p.offsetY]);
    const style = { ...shadeStyle(this.colour()), stroke: this.colour() };
    this.lasso ??= new echarts.graphic.Polygon({ z: 100, silent: true, style });
    this.chart.getZr().add(this.lasso);
    this.lasso.setShape({ points: [...drawn] });
  }

  /** Nothing is held or shaded any more. */
  private clear(): void {
    const zr = this.chart.getZr();
    for (const shown of [this.lasso, this.shade]) if (shown) zr.remove(shown);
    [this.lasso, this.shade, this.held, this.stroke] = [undefined, undefined, undefined, undefined];
  }
}

const shadeStyle = (fill: string) => ({ fill, opacity: 0.18 });

/** Whether a pointer is within a click of where its stroke began, by a measure of the two distances. */
const isNear = ({ px, py }: Stroke, p: Pointer, measure: (dx: number, dy: number) => number): boolean =>
  measure(Math.abs(p.offsetX - px), Math.abs(p.offsetY - py)) < CLICK_PIXELS;

/** A chart with the places of its panes: asked for its option it would copy all that it shows. */
export interface Drawn {
  chart: ChartInstance;
  panes: readonly { top: number; height: number; left: number; right: number }[];
}

/** Draws a chosen stretch over all panes until the next call; null draws none. */
export function drawSelection({ chart, panes }: Drawn, range: readonly [number, number] | null, colour: string): void {
  const zr = chart.getZr();
  for (const old of zr.storage.getRoots().filter((e) => e.name === 'selection')) zr.remove(old);
  if (!range) return;
  const left = Number(chart.convertToPixel({ xAxisIndex: 0 }, range[0]));
  const right = Number(chart.convertToPixel({ xAxisIndex: 0 }, range[1]));
  for (const grid of panes) {
    const x = Math.max(grid.left, left);
    const width = Math.min(chart.getWidth() - grid.right, right) - x;
    if (width < 0) continue;
    const shape = { x: x - (width < 2 ? 1 : 0), y: grid.top, width: Math.max(2, width), height: grid.height };
    zr.add(
      new echarts.graphic.Rect({
        name: 'selection',
        z: 90,
        silent: true,
        shape,
        style: { fill: colour, opacity: 0.16 },
      }),
    );
  }
}

/** A curve that moves under a hand: drawn over the first pane on a layer of its own, so that the chart below stays. */
export interface Overlay {
  x: readonly number[];
  y: readonly number[];
  colour: string;
  /** Places to take hold of. */
  handles: readonly { x: number; y: number }[];
}

/** Draws it until the next call; null draws none. */
export function drawOverlay({ chart, panes }: Drawn, overlay: Overlay | null, handleColour: string): void {
  const zr = chart.getZr();
  for (const old of zr.storage.getRoots().filter((e) => e.name === 'overlay')) zr.remove(old);
  const [grid] = panes;
  if (!overlay || !grid) return;
  const pixel = (x: number, y: number): [number, number] =>
    chart.convertToPixel({ gridIndex: 0 }, [x, y]) as unknown as [number, number];
  const group = new echarts.graphic.Group({ name: 'overlay', silent: true });
  const clip = { x: grid.left, y: grid.top, width: chart.getWidth() - grid.left - grid.right, height: grid.height };
  group.setClipPath(new echarts.graphic.Rect({ shape: clip }));
  const points = overlay.x
    .map((x, i) => pixel(x, overlay.y[i]!))
    .filter(([px, py]) => Number.isFinite(px) && Number.isFinite(py));
  const style = { stroke: overlay.colour, lineWidth: 1.8, lineDash: [1.5, 3.5], fill: 'none' };
  group.add(new echarts.graphic.Polyline({ zlevel: 1, silent: true, shape: { points }, style }));
  for (const { x, y } of overlay.handles) {
    const [cx, cy] = pixel(x, y);
    group.add(
      new echarts.graphic.Circle({ zlevel: 1, silent: true, shape: { cx, cy, r: 5.5 }, style: { fill: handleColour } }),
    );
  }
  zr.add(group);
}
