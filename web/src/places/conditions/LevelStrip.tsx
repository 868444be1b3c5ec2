import { formatValue } from '@undameter/core';
import { useRef, useState } from 'react';
import styles from './LevelStrip.module.css';
import { cutsByKey, furtherCut, movedCut, shareOf, stripOf, valueAt } from './levelStrip';

interface LevelStripProps {
  symbol: string;
  unit: string;
  /** Of the stretches, rising, at least one. */
  means: readonly number[];
  cuts: readonly number[];
  /** They were put there by hand. */
  isByHand: boolean;
  /** Undefined: to be found again. */
  onCuts(cuts: number[] | undefined): void;
}

const [WIDTH, HEIGHT] = [560, 46];

/** How many stretches of a channel stand where, with lines where its levels part; these are dragged, or moved by keys. */
export function LevelStrip({ symbol, unit, means, cuts, isByHand, onCuts }: LevelStripProps) {
  const picture = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<{ k: number; to: number } | null>(null);
  const strip = stripOf(means);
  const shown = dragged ? cuts.map((cut, k) => (k === dragged.k ? dragged.to : cut)) : cuts;
  const most = Math.max(...strip.counts);
  const wide = WIDTH / strip.counts.length;
  const valueUnder = (x: number): number => {
    const box = picture.current!.getBoundingClientRect();
    return valueAt(strip, (x - box.left) / box.width);
  };
  const more = furtherCut(means, cuts);
  return (
    <div className={styles.strip}>
      <svg ref={picture} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none">
        {strip.counts.map((count, k) => (
          <rect
            key={k}
            className={styles.bar}
            x={k * wide + 1}
            width={wide - 2}
            y={HEIGHT - (count / most) * (HEIGHT - 6)}
            height={(count / most) * (HEIGHT - 6)}
          />
        ))}
        <line className={styles.ground} x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} />
        {shown.map((cut, k) => (
          <g
            key={k}
            className={styles.cut}
            role="slider"
            tabIndex={0}
            aria-label={`Cut ${k + 1} of ${symbol}`}
            aria-valuenow={cut}
            aria-valuemin={strip.low}
            aria-valuemax={strip.high}
            aria-valuetext={`${formatValue(cut)} ${unit}`.trim()}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              setDragged({ k, to: cut });
            }}
            onPointerMove={(event) => dragged?.k === k && setDragged({ k, to: valueUnder(event.clientX) })}
            onPointerUp={() => {
              if (dragged && dragged.to !== cuts[k]) onCuts(movedCut(cuts, k, dragged.to));
              setDragged(null);
            }}
            onPointerCancel={() => setDragged(null)}
            onKeyDown={(event) => {
              const next = cutsByKey(strip, cuts, k, event.key);
              if (!next) return;
              event.preventDefault();
              onCuts(next);
            }}
          >
            <rect className={styles.grip} x={shareOf(strip, cut) * WIDTH - 7} width={14} y={0} height={HEIGHT} />
            <line x1={shareOf(strip, cut) * WIDTH} x2={shareOf(strip, cut) * WIDTH} y1={0} y2={HEIGHT} />
          </g>
        ))}
      </svg>
      <div className={styles.ends}>
        <span className="soft number">{formatValue(means[0]!)}</span>
        <span>
          {more && (
            <button className="quiet" aria-label={`+ cut of ${symbol}`} onClick={() => onCuts(more)}>
              + cut
            </button>
          )}
          {isByHand && (
            <button className="quiet" aria-label={`as found, ${symbol}`} onClick={() => onCuts(undefined)}>
              as found
            </button>
          )}
        </span>
        <span className="soft number">{formatValue(means.at(-1)!)}</span>
      </div>
    </div>
  );
}
