import { stepKindOf, type Step } from '@undameter/core';
import { InputNumber } from 'antd';
import { SeriesMark } from '../../board/SeriesMark';

interface BesidesFormProps {
  step: Step;
  variants: readonly Step['settings'][];
  /** So much higher each is drawn than the one before, in the unit of the channel. */
  offset: number;
  unit: string;
  onOffset(offset: number): void;
  onVariants(variants: readonly Step['settings'][]): void;
  /** Takes one of them into the hand. */
  onTake(settings: Step['settings']): void;
}

const MOST = 4;

/** Settings of a smoothing or filter side by side; one of them is taken in the end. */
export function BesidesForm({ step, variants, offset, unit, onOffset, onVariants, onTake }: BesidesFormProps) {
  const words = (settings: Step['settings']) => stepKindOf(step.kind).words(settings as never).detail;
  const take = (k: number) => {
    onTake({ ...variants[k]!, symbol: step.settings['symbol'], name: step.settings['name'] });
    // The one that was in hand takes its place.
    onVariants(variants.map((v, i) => (i === k ? step.settings : v)));
  };
  return (
    <div className="panel-pad besides">
      {variants.map((settings, k) => (
        <span key={k} className="beside">
          <SeriesMark series={k + 1} name={words(settings)} />
          <span className="grow" />
          <button className="quiet" onClick={() => take(k)}>
            Take
          </button>
          <button
            className="quiet"
            aria-label={`Remove setting ${k + 1}`}
            onClick={() => onVariants(variants.filter((_, i) => i !== k))}
          >
            ×
          </button>
        </span>
      ))}
      <span className="beside">
        <button
          className="quiet"
          disabled={variants.length >= MOST}
          onClick={() => onVariants([...variants, step.settings])}
        >
          Put beside
        </button>
        {variants.length > 0 && (
          <>
            <span className="grow" />
            <span className="soft">each higher by</span>
            <InputNumber
              size="small"
              aria-label="Vertical offset"
              value={offset}
              onChange={(v) => onOffset(v ?? 0)}
              suffix={unit}
            />
          </>
        )}
      </span>
    </div>
  );
}
