import { useId } from 'react';

/** A series' name with its colour and shape, as it is on the chart: open, then filled, then half-filled. */
export function SeriesMark({ series, name }: { series: number; name: string }) {
  const colour = `var(--series-${series % 6})`;
  const round = Math.floor(series / 6) % 3;
  const half = useId();
  const shape = [
    <circle key="0" cx="6" cy="6" r="4" />,
    <rect key="1" x="2" y="2" width="8" height="8" />,
    <path key="2" d="M6 1.6 10.6 10H1.4Z" />,
    <path key="3" d="M6 1 11 6 6 11 1 6Z" />,
    <path key="4" d="M6 1v10M1 6h10" />,
    <rect key="5" x="2" y="2" width="8" height="8" rx="3" />,
  ][series % 6];
  return (
    <span className="channel-name">
      <svg
        width="12"
        height="12"
        fill={round === 0 ? 'none' : round === 1 ? colour : `url(#${half})`}
        stroke={colour}
        strokeWidth="1.5"
        aria-hidden
      >
        {round === 2 && (
          <linearGradient id={half}>
            <stop offset="0.5" stopColor={colour} />
            <stop offset="0.5" stopColor={colour} stopOpacity="0" />
          </linearGradient>
        )}
        {shape}
      </svg>
      {name}
    </span>
  );
}
