import type { SpreadOf } from '../../sample';

/** How noise came into the points of a fit: linear steps spread each logged sample over its neighbours. */
export interface NoiseThrough {
  /** Logged samples. */
  samples: number;
  spread: SpreadOf;
  /** Point of each sample of the channel, −1 where it has none. */
  pointOf: Int32Array;
}
