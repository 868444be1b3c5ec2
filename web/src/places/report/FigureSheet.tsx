import type { FigureContent } from '@undameter/contract';
import { pixelsPerMm, type DrawnFigure, type DrawnPart } from '@undameter/drawing';
import { useLayoutEffect, useRef, useState, type PointerEvent } from 'react';
import { echarts, type ChartInstance } from '../../chart/echarts';
import { Sentence } from '../../parts/Sentence';
import { moved } from './dress';
import { drawnFigure, MARGIN, rulerMarks, scaleFor } from './draw';
import { listedPart } from './parts';
import type { FigureHeld } from './useFigureInHand';

interface SheetProps {
  held: FigureHeld;
  content: FigureContent;
  /** The part in hand. */
  part: string;
  onPart(part: string): void;
  onScale(scale: number): void;
}

/** The figure on its sheet with rulers in mm; what is clicked is taken in hand, equations and notes are dragged. */
export function FigureSheet({ held, content, part, onPart, onScale }: SheetProps) {
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      if (width > 80 && height > 80) setSize({ width, height });
    });
    watch.observe(room.current!);
    return () => watch.disconnect();
  }, []);
  const scale = size ? scaleFor(held.dressing.look, size) : 1;
  useLayoutEffect(() => onScale(scale), [scale, onScale]);
  const { drawn, refusal } = drawnFigure(content, held.dressing, scale);
  const { widthMm, heightMm } = held.dressing.look;
  const [width, height] = [widthMm * pixelsPerMm * scale, heightMm * pixelsPerMm * scale];
  return (
    <div ref={room} className="sheet-room">
      <Sentence error={refusal} />
      {size && (
        <div className="sheet-place" style={{ width: width + MARGIN, height: height + MARGIN }}>
          <Ruler millimetres={widthMm} scale={scale} side="top" />
          <Ruler millimetres={heightMm} scale={scale} side="left" />
          <div className="sheet" style={{ left: MARGIN, top: MARGIN, width, height }}>
            <Drawing drawn={drawn} label={`${held.name}, as printed`} />
            {drawn && <Parts held={held} drawn={drawn} part={part} onPart={onPart} />}
          </div>
        </div>
      )}
    </div>
  );
}

/** The drawing itself; while the dressing cannot be drawn the last one stays. */
function Drawing({ drawn, label }: { drawn: DrawnFigure | null; label: string }) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<ChartInstance>(undefined);
  useLayoutEffect(() => {
    const made = echarts.init(place.current, null, { renderer: 'canvas', width: 10, height: 10 });
    chart.current = made;
    return () => {
      made.dispose();
      chart.current = undefined;
    };
  }, []);
  useLayoutEffect(() => {
    const made = chart.current;
    if (!drawn || !made) return;
    const { width, height, option } = drawn;
    // A resize draws all of what was there once more.
    if (made.getWidth() !== width || made.getHeight() !== height) made.resize({ width, height, silent: true });
    made.setOption(option, { notMerge: true });
  }, [drawn]);
  return <div ref={place} role="img" aria-label={label} />;
}

interface PartsProps {
  held: FigureHeld;
  drawn: DrawnFigure;
  part: string;
  onPart(part: string): void;
}

/** Boxes over the parts of the drawing: the one in hand is tinted; what stands freely follows the pointer. */
function Parts({ held, drawn, part, onPart }: PartsProps) {
  const [drag, setDrag] = useState<{ id: string; dx: number; dy: number } | null>(null);
  const start = useRef({ x: 0, y: 0 });
  const isFree = (id: string): boolean => /^(equation|note):/.test(id);
  const begin = (event: PointerEvent, box: DrawnPart): void => {
    onPart(listedPart(box.id));
    if (!isFree(box.id)) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = { x: event.clientX, y: event.clientY };
    setDrag({ id: box.id, dx: 0, dy: 0 });
  };
  const follow = (event: PointerEvent): void => {
    if (drag) setDrag({ ...drag, dx: event.clientX - start.current.x, dy: event.clientY - start.current.y });
  };
  const end = ({ box, panel = 0 }: DrawnPart): void => {
    const frame = drawn.frames[panel]!;
    if (drag && Math.hypot(drag.dx, drag.dy) > 2)
      held.dress(
        moved(held.dressing, drag.id, {
          x: (box.x + drag.dx + box.width / 2 - frame.left) / frame.width,
          y: (box.y + drag.dy + box.height / 2 - frame.top) / frame.height,
        }),
      );
    setDrag(null);
  };
  return drawn.parts.map((one, k) => {
    const { x, y, width, height } = one.box;
    const at = drag?.id === one.id ? { dx: drag.dx, dy: drag.dy } : { dx: 0, dy: 0 };
    const name = listedPart(one.id) === part ? 'sheet-part here' : 'sheet-part';
    return (
      <div
        key={`${one.id} ${k}`}
        data-part={one.id}
        className={isFree(one.id) ? `${name} free` : name}
        style={{ left: x + at.dx, top: y + at.dy, width: Math.max(8, width), height: Math.max(8, height) }}
        onPointerDown={(event) => begin(event, one)}
        onPointerMove={follow}
        onPointerUp={() => end(one)}
        onPointerCancel={() => setDrag(null)}
      />
    );
  });
}

/** A ruler along an edge of the sheet, in millimetres of the print. */
function Ruler({ millimetres, scale, side }: { millimetres: number; scale: number; side: 'top' | 'left' }) {
  const length = millimetres * pixelsPerMm * scale;
  const isTop = side === 'top';
  const style = isTop
    ? { left: MARGIN, top: 0, width: length, height: MARGIN }
    : { left: 0, top: MARGIN, width: MARGIN, height: length };
  return (
    <svg className="ruler" style={style} aria-hidden="true">
      {rulerMarks(millimetres).map((mark) => {
        const at = mark.at * pixelsPerMm * scale;
        const [x2, y2] = isTop ? [at, MARGIN - 4 - mark.length] : [MARGIN - 4 - mark.length, at];
        return (
          <g key={mark.at}>
            <line x1={isTop ? at : MARGIN - 4} y1={isTop ? MARGIN - 4 : at} x2={x2} y2={y2} />
            {mark.label && (
              <text x={isTop ? at + 3 : MARGIN - 15} y={isTop ? 14 : at + 12} textAnchor={isTop ? 'start' : 'end'}>
                {mark.label}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
