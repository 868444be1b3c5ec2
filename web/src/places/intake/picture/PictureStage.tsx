import type { PictureCalibration, Pixel } from '@undameter/core';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useTheme } from '../../../theme/ThemeProvider';
import { drawMagnified, drawPicture, type Shows } from './drawPicture';
import { nearest, valueWords, type InHand, type PictureSheet } from './pictureSheet';
import type { PictureImage } from './loadPicture';
import { pannedBy, toPicture, wholeView, zoomedAt, type View } from './view';

interface PictureStageProps {
  image: PictureImage;
  sheet: PictureSheet;
  axes: PictureCalibration | undefined;
  inHand: InHand;
  shows: Shows;
  label: string;
  /** A click near a known place or a point takes that in hand. */
  canTake: boolean;
  /** The picture was clicked where nothing was taken in hand. */
  onPick(at: Pixel): void;
  onInHand(inHand: InHand): void;
  onMove(dx: number, dy: number): void;
  onDelete(): void;
}

/** Screen pixels within which a click takes what is there, and a press is no drag. */
const REACH = 7;
const CLICK = 4;
const MAGNIFIED = 150;

/**
 * The picture to click on: wheel to zoom, drag to move it, arrow keys for what is in hand; a magnifier follows the
 * cursor.
 */
export function PictureStage({ image, sheet, axes, inHand, shows, label, canTake, ...told }: PictureStageProps) {
  const { palette } = useTheme();
  const place = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [own, setView] = useState<View | null>(null);
  const [cursor, setCursor] = useState<Pixel | null>(null);
  const [factor, setFactor] = useState(8);
  const press = useRef<{ x: number; y: number; view: View; hasMoved: boolean } | null>(null);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize({ width, height });
    });
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);
  const view = own ?? (size.width > 0 ? wholeView(image.bitmap, size) : { left: 0, top: 0, scale: 1 });
  const ratio = window.devicePixelRatio || 1;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context && size.width > 0)
      drawPicture(context, { image, sheet, view, axes, inHand, shows, act: palette.act }, ratio);
  });
  const at = (event: PointerEvent | WheelEvent): { x: number; y: number } => {
    const box = place.current!.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  useZoomByWheel(place, (event) => {
    const { x, y } = at(event);
    setView(zoomedAt(view, x, y, event.deltaY < 0 ? 1.25 : 0.8));
  });
  const down = (event: PointerEvent): void => {
    const { x, y } = at(event);
    press.current = { x, y, view, hasMoved: false };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent): void => {
    const { x, y } = at(event);
    setCursor(toPicture(view, x, y));
    const begun = press.current;
    if (!begun || (!begun.hasMoved && Math.hypot(x - begun.x, y - begun.y) < CLICK)) return;
    begun.hasMoved = true;
    setView(pannedBy(begun.view, x - begun.x, y - begun.y));
  };
  const up = (event: PointerEvent): void => {
    const begun = press.current;
    press.current = null;
    if (!begun || begun.hasMoved) return;
    const { x, y } = at(event);
    const here = toPicture(view, x, y);
    const found = canTake ? nearest(sheet, here, REACH / view.scale) : null;
    if (found) told.onInHand(found);
    else told.onPick(here);
  };
  const key = (event: KeyboardEvent): void => {
    const step = event.shiftKey ? 0.1 : 1;
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const by = moves[event.key];
    if (by) told.onMove(...by);
    else if (event.key === 'Delete' || event.key === 'Backspace') told.onDelete();
    else if (event.key === 'Escape') told.onInHand(null);
    else if (event.key === '0') setView(null);
    else return;
    event.preventDefault();
  };
  const held = placeOf(sheet, inHand);
  return (
    <div ref={place} className="picture-stage">
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label={label}
        width={Math.round(size.width * ratio)}
        height={Math.round(size.height * ratio)}
        style={{ width: size.width, height: size.height }}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerLeave={() => setCursor(null)}
        onKeyDown={key}
      />
      {(cursor ?? held) && (
        <Magnifier
          image={image}
          at={(cursor ?? held)!}
          factor={factor}
          words={axes && valueWords(sheet, axes, (cursor ?? held)!)}
          onFactor={setFactor}
        />
      )}
    </div>
  );
}

function placeOf({ known, series }: PictureSheet, inHand: InHand): Pixel | undefined {
  if (!inHand) return undefined;
  return inHand.of === 'known' ? known[inHand.index]?.at : series[inHand.series]?.points[inHand.index];
}

/** Wheels are listened to beside React, which does not let them be kept from the page. */
function useZoomByWheel(place: React.RefObject<HTMLDivElement | null>, zoom: (event: WheelEvent) => void): void {
  const newest = useRef(zoom);
  useLayoutEffect(() => {
    newest.current = zoom;
  });
  useEffect(() => {
    const element = place.current!;
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      newest.current(event);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [place]);
}

interface MagnifierProps {
  image: PictureImage;
  at: Pixel;
  factor: number;
  words: string | undefined;
  onFactor(factor: number): void;
}

/** Real pixels around the cursor, with their place to a tenth and the values there. */
function Magnifier({ image, at, factor, words, onFactor }: MagnifierProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const ratio = window.devicePixelRatio || 1;
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (context) drawMagnified(context, image, at, factor, ratio);
  });
  return (
    <div className="magnifier">
      <canvas
        ref={canvas}
        aria-hidden
        width={MAGNIFIED * ratio}
        height={MAGNIFIED * ratio}
        style={{ width: MAGNIFIED, height: MAGNIFIED }}
      />
      <div className="number">
        {at.x.toFixed(1)}, {at.y.toFixed(1)} px
      </div>
      {words && <div className="number">{words}</div>}
      <div>
        {[4, 8, 16].map((f) => (
          <button key={f} className="quiet" aria-pressed={f === factor} onClick={() => onFactor(f)}>
            {f}×
          </button>
        ))}
      </div>
    </div>
  );
}
