import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { useTheme } from '../theme/ThemeProvider';
import { echarts, type ChartInstance, type ChartOption } from './echarts';
import { attachGestures, drawOverlay, drawSelection, type Drawn, type Gestures, type Overlay } from './gestures';

export interface Size {
  width: number;
  height: number;
}
interface ChartProps {
  /** What the chart shows, for readers who do not see it. */
  label: string;
  /** A pure function of the size; keep it between renders. */
  build: (size: Size) => ChartOption;
  /** What it shows is still being computed. */
  busy?: boolean;
  gestures?: Gestures;
  selection?: readonly [number, number] | null;
  /** A curve that moves under a hand. */
  overlay?: Overlay | null;
  onKeyDown?(event: KeyboardEvent): void;
  onWidth?(pixels: number): void;
}

/** Every chart of the bench: draws an option, tells sizes and gestures. */
export function Chart({
  label,
  build,
  busy = false,
  gestures,
  selection = null,
  overlay = null,
  onKeyDown,
  onWidth,
}: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<ChartInstance>(undefined);
  const drawn = useRef<Drawn>(undefined);
  const [size, setSize] = useState<Size | null>(null);
  const { palette } = useTheme();
  const newest = useRef({ gestures, palette, onWidth });
  useLayoutEffect(() => {
    newest.current = { gestures, palette, onWidth };
  });

  useLayoutEffect(() => {
    const made = echarts.init(place.current, null, { renderer: 'canvas' });
    chart.current = made;
    const detach = attachGestures(
      made,
      () => newest.current.gestures ?? {},
      () => newest.current.palette.act,
    );
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      if (width < 40 || height < 40) return;
      made.resize({ width, height });
      setSize({ width, height });
      newest.current.onWidth?.(Math.round(width));
    });
    watch.observe(place.current!);
    return () => {
      watch.disconnect();
      detach();
      made.dispose();
      chart.current = undefined;
      drawn.current = undefined;
    };
  }, []);

  useLayoutEffect(() => {
    if (!size || !chart.current) return;
    const option = build(size);
    chart.current.setOption(option, { notMerge: true });
    drawn.current = { chart: chart.current, panes: [option.grid ?? []].flat() as unknown as Drawn['panes'] };
  }, [build, size]);
  useEffect(() => {
    if (drawn.current) drawSelection(drawn.current, selection, palette.act);
  }, [selection, palette, size, build]);
  useLayoutEffect(() => {
    if (drawn.current) drawOverlay(drawn.current, overlay, palette.act);
  }, [overlay, palette, size, build]);

  return (
    <div
      ref={place}
      className="chart"
      role="img"
      aria-label={label}
      aria-busy={busy}
      {...(onKeyDown ? { tabIndex: 0, onKeyDown } : {})}
    />
  );
}
