import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import './sheet.css';

/** Room for a heading of the grid and its line of further rows. */
const BESIDE_ROWS = 36;
/** A grid that is lower shows no row. */
const LEAST = 60;

/** The room that a grid has, which wants its height in pixels. */
export function SheetRoom({ children }: { children(height: number): ReactNode }) {
  const room = useRef<HTMLDivElement>(null);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => setHeight(Math.floor(entry!.contentRect.height)));
    watch.observe(room.current!);
    return () => watch.disconnect();
  }, []);
  return (
    <div className="sheet-room" ref={room}>
      {height > LEAST && children(height - BESIDE_ROWS)}
    </div>
  );
}
