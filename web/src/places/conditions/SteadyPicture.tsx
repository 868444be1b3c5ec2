import { printUnit, type SteadyLimit } from '@undameter/core';
import { useQuery } from '@tanstack/react-query';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import type { LimitChannel } from './limits';
import styles from './SteadyPicture.module.css';
import { asksOther, jumpsInWords, nameOfStrip, percentOf, settlingInWords } from './steadyWords';

interface SteadyPictureProps {
  runId: number;
  limit: SteadyLimit;
  channels: readonly LimitChannel[];
  /** Unit of the channel along which the run is ordered. */
  timeUnit: string;
  onChange(limit: SteadyLimit): void;
}

/** What each limit lets through along the run, where levels jump, and the limits that the scatter asks for. */
export function SteadyPicture({ runId, limit, channels, timeUnit, onChange }: SteadyPictureProps) {
  const { data, error } = useQuery({
    ...queries.steady(runId, limit, limit.steady.length > 0),
    placeholderData: (before) => before,
  });
  if (error) return <Sentence error={error} />;
  if (!data) return null;
  const unitOf = (symbol: string): string => channels.find((c) => c.symbol === symbol)?.unit ?? '';
  const jumps = jumpsInWords(data.jumps, unitOf, timeUnit);
  const proposed = data.proposed.steady;
  return (
    <div className={styles['picture']}>
      <ul aria-label="What each limit lets through">
        {data.limits.map((one) => (
          <Strip key={`${one.symbol} ${one.of}`} name={nameOfStrip(one)} {...one} />
        ))}
        <Strip name="steady" {...data.whole} />
      </ul>
      {jumps !== '' && <p className="soft">{jumps}</p>}
      <p className="soft">{settlingInWords(data.settlings, timeUnit)}</p>
      {asksOther(limit, proposed) && (
        <button className="quiet" onClick={() => onChange({ ...limit, steady: proposed })}>
          Take the limits from the scatter of this run (
          {proposed.map((w) => `${w.symbol} ${w.deviation ?? '?'} ${printUnit(w.unit)}`.trim()).join(', ')})
        </button>
      )}
    </div>
  );
}

interface StripProps {
  name: string;
  share: number;
  through: readonly number[];
}

/** The run from left to right: the darker, the more of it is let through. */
const Strip = ({ name, share, through }: StripProps) => (
  <li>
    <span className="clip">{name}</span>
    <svg
      viewBox={`0 0 ${through.length} 1`}
      preserveAspectRatio="none"
      shapeRendering="crispEdges"
      role="img"
      aria-label={`${percentOf(share)} of the run`}
    >
      {through.map((part, k) => part > 0 && <rect key={k} x={k} width={1} height={1} opacity={part} />)}
    </svg>
    <span className={styles['share']}>{percentOf(share)}</span>
  </li>
);
