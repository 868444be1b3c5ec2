import { gather, median, segments, type Mask } from '../sample';
import { bridged } from './evenSpacing';
import { noiseOfColumn } from './statistics/noise';
import { gaussianAverage } from './smooth/kernels';
import { movingAverage } from './smooth/movingAverage';
import { savitzkyGolay } from './smooth/savitzkyGolay';
import { smoothingWeights, type WeightedSmoother } from './smooth/windowOfCutoff';

/** The window that leaves least of noise and bend together, with the reason in numbers. */
export interface WindowProposal {
  /** Odd number of samples. */
  window: number;
  /** Standard deviation of the noise, by differences of neighbours, in [y]. */
  noise: number;
  /** Of it this share is left, 0 to 1. */
  noiseLeft: number;
  /** Of the height of the highest peak this share is lost. */
  peakLost: number;
  /** Where the search ended: within the windows that were tried, at the narrowest or at the widest of them. */
  place: 'within' | 'narrowest' | 'widest';
}

/** The middle of a longer stretch tells as much. */
const LONGEST = 1 << 16;
const FEWEST = 32;
const WIDEST = 2001;
/** From one window that is tried to the next. */
const RATIO = 1.2;

/**
 * The window of a smoother whose expected mean square distance from the signal is least, by Stein's unbiased estimate of
 * it: the mean square of what is removed, less the noise, plus twice the noise at the weight of the sample itself.
 * @param y      the channel, length n; its longest stretch of kept samples at even steps is looked at
 * @param x      positions, length n
 * @param order  of the local polynomial of a Savitzky-Golay smoother
 * @returns      undefined where no even stretch is long enough, or where the column has no noise
 * The noise is taken to differ from sample to sample: where neighbours are alike, the window comes out too narrow.
 * Sources: C. M. Stein, Ann. Statist. 9 (1981) 1135-1151; for the window of a Savitzky-Golay smoother S. R. Krishnan and
 * C. S. Seelamantula, IEEE Trans. Signal Process. 61 (2013) 380-391 (both from memory).
 */
export function bestWindow(
  y: Float64Array,
  x: Float64Array,
  mask: Mask,
  { method, order, xName }: { method: WeightedSmoother; order: number; xName: string },
): WindowProposal | undefined {
  const longest = segments(x, y, mask, xName).reduce((a, b) => (b.length > a.length ? b : a), new Int32Array());
  const from = Math.max(0, (longest.length - LONGEST) >> 1);
  const part = longest.subarray(from, from + LONGEST);
  const even = part.length < FEWEST ? undefined : bridged(gather(y, part), gather(x, part));
  if (!even) return undefined;
  const column = even.y;
  const noise = noiseOfColumn(column, 3);
  if (!(noise > 0)) return undefined;
  const windows = windowsFor(method, order, column.length);
  const errors = windows.map((w) => errorOf(column, w, noise, method, order));
  const best = errors.indexOf(Math.min(...errors));
  const window = windows[best]!;
  const weights = smoothingWeights(method, window, order);
  return {
    window,
    noise,
    noiseLeft: Math.sqrt(weights.reduce((sum, w) => sum + w * w, 0)),
    peakLost: lossOf(column, window, method, order),
    place: best === 0 ? 'narrowest' : best === windows.length - 1 ? 'widest' : 'within',
  };
}

/** Odd numbers, each about a fifth larger than the one before; the widest is a quarter of the samples. */
function windowsFor(method: WeightedSmoother, order: number, n: number): number[] {
  const narrowest = method === 'savitzkyGolay' ? order + (order % 2 ? 2 : 3) : 3;
  const widest = Math.min(WIDEST, Math.floor(n / 4));
  const found: number[] = [];
  for (let w = narrowest; w <= widest; w = Math.max(w + 2, 2 * Math.round((w * RATIO - 1) / 2) + 1)) found.push(w);
  return found.length > 0 ? found : [narrowest];
}

function smoothedBy(y: Float64Array, window: number, method: WeightedSmoother, order: number): Float64Array {
  if (method === 'savitzkyGolay') return savitzkyGolay(y, { window, order });
  return method === 'movingAverage' ? movingAverage(y, window) : gaussianAverage(y, window / 6);
}

/** Estimate of the mean square distance from the signal, off the ends, where windows are whole. */
function errorOf(y: Float64Array, window: number, noise: number, method: WeightedSmoother, order: number): number {
  const smooth = smoothedBy(y, window, method, order);
  const half = (window - 1) / 2;
  let sum = 0;
  for (let i = half; i < y.length - half; i++) sum += (y[i]! - smooth[i]!) ** 2;
  const weights = smoothingWeights(method, window, order);
  const own = weights[(weights.length - 1) / 2]!;
  return sum / (y.length - 2 * half) + (2 * own - 1) * noise ** 2;
}

/**
 * Of the highest peak, above the median, the share that is lost: what the smoother takes of its own result, in which there
 * is little noise left, it has taken of the signal too. After the twicing of J. W. Tukey, Exploratory Data Analysis (1977),
 * section 16 (from memory).
 */
function lossOf(y: Float64Array, window: number, method: WeightedSmoother, order: number): number {
  const once = smoothedBy(y, window, method, order);
  const twice = smoothedBy(once, window, method, order);
  const ground = median(once);
  let top = 0;
  for (let i = 1; i < y.length; i++) if (once[i]! > once[top]!) top = i;
  const height = once[top]! - ground;
  return height > 0 ? Math.max(0, (once[top]! - twice[top]!) / height) : 0;
}
