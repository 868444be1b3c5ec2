import { removeLine } from '../filter/removeDrift';
import { runningMedian } from '../smooth/runningMedian';
import { realSpectrum } from './realSpectrum';
import { leakage, taperWeights, type Taper } from './tapers';

/** A line that stands out of the noise around it. */
export interface SpectralPeak {
  /** In 1/[x], between the frequencies of the transform as well. */
  frequency: number;
  /** Standard uncertainty from the noise around the line; NaN where it is broader than one frequency would be. */
  frequencyError: number;
  /** Of the sine, unit of y. */
  amplitude: number;
  amplitudeError: number;
  /** Power over that of the noise around it. */
  aboveNoise: number;
  /** Its width at half its power over that of a sine of one frequency. */
  broadness: number;
}

/** One stretch of noise in so many would show a line as high as the lowest that is told. */
const FALSE_ALARM = 0.01;
/** Fewer periods than this within the stretch are drift. */
const LEAST_PERIODS = 3;
/** Frequencies on either side that tell how high the noise is. */
const AROUND = 150;
/** Fewer samples have no noise around a line. */
export const LEAST_FOR_LINES = 2 * AROUND;
/** How unsure their median is, relative: squares of normal numbers, which a window makes alike. */
const MEDIAN_ERROR = Math.sqrt(1.9 / (2 * AROUND + 1)) / Math.LN2;
/** A sine through noise hardly ever looks broader than this. */
const ONE_FREQUENCY = 1.5;
/** How much higher than what leaks over from a stronger line a line must stand (power). */
const OVER_LEAKAGE = 30;
const MOST_PEAKS = 20;

/**
 * The lines of a spectrum that noise does not explain, the highest first, each with its frequency, its amplitude and how sure
 * they are from the noise around it; undefined of a stretch too short to tell noise by.
 * @param y        evenly spaced samples, length n, finite
 * @param spacing  in [x]
 * The transform of the whole tapered stretch is brought to its greatest height near each line. Its uncertainty follows from
 * noise that is even over the width of the line; without a window these are the bounds of D. C. Rife and R. R. Boorstyn,
 * IEEE Trans. Inf. Theory 20 (1974) 591-598.
 */
export function spectralPeaks(y: Float64Array, spacing: number, taper: Taper): SpectralPeak[] | undefined {
  const n = y.length;
  if (n < LEAST_FOR_LINES) return undefined;
  const level = removeLine(y);
  const window = windowed(level, taper);
  const { power } = window;
  const noise = noiseOf(taper === 'hann' ? window : windowed(level, 'hann'), window.squares);
  // Where a flat top lies is as good as unknown: its frequency is read off with another window.
  const placing = taper === 'flatTop' ? windowed(level, 'hann') : window;
  const highest = candidates(power, noise, leastOver(power.length)).sort((a, b) => power[b]! - power[a]!);
  const found: SpectralPeak[] = [];
  const lines: Told[] = [];
  for (const k of highest) {
    const leaked = lines.reduce((sum, l) => sum + leakedFrom(l, taper, k), 0);
    if (power[k]! < OVER_LEAKAGE * leaked) continue;
    const peak = refined(level, window, placing, k, noise[k]!);
    lines.push({ at: peak.line, power: peak.power, reach: peak.broadness > ONE_FREQUENCY ? 4 * peak.broadness : 1 });
    found.push(inUnits(peak, n, spacing));
    if (found.length === MOST_PEAKS) break;
  }
  return found;
}

interface Windowed {
  taper: Taper;
  weights: Float64Array;
  sum: number;
  squares: number;
  /** Of each line of the transform. */
  power: Float64Array;
}

function windowed(y: Float64Array, taper: Taper): Windowed {
  const weights = taperWeights(taper, y.length);
  const { re, im } = realSpectrum(y.map((v, i) => v * weights[i]!));
  return {
    taper,
    weights,
    sum: weights.reduce((s, w) => s + w, 0),
    squares: weights.reduce((s, w) => s + w * w, 0),
    power: re.map((r, k) => r * r + im[k]! * im[k]!),
  };
}

/**
 * Power of the noise around each line, for a window of such squares. It is taken from a window that leaks little: else a
 * strong line would pass for noise. Half of the lines of noise stand above ln 2 of their mean.
 */
const noiseOf = ({ power, squares: own }: Windowed, squares: number): Float64Array =>
  runningMedian(power, 2 * AROUND + 1).map((m) => ((m / Math.LN2) * squares) / own);

/** How far over the noise a line must stand, with how unsure the noise itself is: P(x > L·(1 + e)) = exp(−L + L²e²/2). */
function leastOver(lines: number): number {
  const wanted = Math.log(lines / FALSE_ALARM);
  return (1 - Math.sqrt(Math.max(0, 1 - 2 * MEDIAN_ERROR ** 2 * wanted))) / MEDIAN_ERROR ** 2;
}

function candidates(power: Float64Array, noise: Float64Array, least: number): number[] {
  const found: number[] = [];
  for (let k = LEAST_PERIODS; k < power.length - 1; k++)
    if (power[k]! > least * noise[k]! && power[k]! >= power[k - 1]! && power[k]! > power[k + 1]!) found.push(k);
  return found;
}

interface Told {
  at: number;
  power: number;
  /** How far it spreads by itself, in lines. */
  reach: number;
}

/** What comes over from a line and from its mirror image at the negative frequency. */
const leakedFrom = ({ at, power, reach }: Told, taper: Taper, k: number): number =>
  power * (leaksTo(taper, Math.max(0, Math.abs(at - k) - reach)) + leaksTo(taper, Math.max(0, at + k - reach)));

const FAR = 64;
const STEPS = 8;
const envelopes = new Map<Taper, Float64Array>();

/** The most that leaks to anywhere this far away or further: the side lobes' tops, not the zeros between them. */
function leaksTo(taper: Taper, d: number): number {
  const envelope = envelopes.get(taper) ?? envelopeOf(taper);
  envelopes.set(taper, envelope);
  const at = Math.floor(d * STEPS);
  if (at < envelope.length) return envelope[at]!;
  // Beyond the table at least as fast as a window without a taper falls.
  return envelope.at(-1)! * (FAR / d) ** 2;
}

function envelopeOf(taper: Taper): Float64Array {
  const out = Float64Array.from({ length: FAR * STEPS + 1 }, (_, i) => leakage(taper, i / STEPS));
  // The last lobe's own top, wherever in it the table ends.
  for (let d = FAR; d < FAR + 1; d += 1 / STEPS) out[out.length - 1] = Math.max(out.at(-1)!, leakage(taper, d));
  for (let i = out.length - 2; i >= 0; i--) out[i] = Math.max(out[i]!, out[i + 1]!);
  return out;
}

interface Refined {
  /** Between the lines of the transform. */
  line: number;
  power: number;
  broadness: number;
  amplitude: number;
  amplitudeError: number;
  /** In lines. */
  lineError: number;
  aboveNoise: number;
}

/** Blocks into which the stretch is summed once its line is turned down to zero frequency. */
const BLOCKS = 1024;

function refined(y: Float64Array, window: Windowed, placing: Windowed, k: number, noise: number): Refined {
  const powerAt = powerNear(y, placing.weights, k);
  const at = greatest(powerAt, -1, 1);
  const half = powerAt(at) / 2;
  const width = reach(powerAt, at, 1, half) + reach(powerAt, at, -1, half);
  const broadness = width / (2 * reach((d) => leakage(placing.taper, d), 0, 1, 0.5));
  const power = placing === window ? powerAt(at) : powerNear(y, window.weights, k)(at);
  const amplitude = (2 * Math.sqrt(power)) / window.sum;
  const relative = (squares: number, sum: number) =>
    Math.sqrt((2 * noise * squares) / window.squares) / sum / amplitude;
  return {
    line: k + at,
    power,
    broadness,
    amplitude,
    amplitudeError: amplitude * relative(window.squares, window.sum),
    lineError: relative(placing.squares, placing.sum) * leverOf(placing.weights),
    aboveNoise: power / noise,
  };
}

/** Power of the tapered stretch at frequencies near line k, by how many lines they are away. */
function powerNear(y: Float64Array, weights: Float64Array, k: number): (d: number) => number {
  const n = y.length;
  const blocks = turnedDown(y, weights, k);
  return (d) => {
    let [re, im] = [0, 0];
    for (let b = 0; b < blocks.re.length; b++) {
      const angle = (-2 * Math.PI * d * blocks.centre[b]!) / n;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      re += blocks.re[b]! * c - blocks.im[b]! * s;
      im += blocks.re[b]! * s + blocks.im[b]! * c;
    }
    return re * re + im * im;
  };
}

/** The tapered stretch times the turning of line k, summed within blocks that are short against a turn of what is left. */
function turnedDown(y: Float64Array, weights: Float64Array, k: number) {
  const n = y.length;
  const count = Math.min(BLOCKS, n);
  const [re, im, centre] = [new Float64Array(count), new Float64Array(count), new Float64Array(count)];
  for (let b = 0; b < count; b++) {
    const [from, to] = [Math.floor((b * n) / count), Math.floor(((b + 1) * n) / count)];
    centre[b] = (from + to - 1) / 2 - (n - 1) / 2;
    for (let i = from; i < to; i++) {
      const angle = (-2 * Math.PI * ((k * i) % n)) / n;
      const v = y[i]! * weights[i]!;
      re[b]! += v * Math.cos(angle);
      im[b]! += v * Math.sin(angle);
    }
  }
  return { re, im, centre };
}

/** How many lines a frequency is unsure by per share of its amplitude: the weights' lever arm in time. */
function leverOf(weights: Float64Array): number {
  const n = weights.length;
  let [sum, squares, second, own] = [0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const w = weights[i]!;
    const t = (i - (n - 1) / 2) / n;
    sum += w;
    squares += w * w;
    second += w * t * t;
    own += w * w * t * t;
  }
  // Relative to the amplitude's own error, √(2·Σw²)·σ/Σw.
  return ((Math.sqrt(own) / second) * (sum / Math.sqrt(squares))) / (2 * Math.PI);
}

/** Golden section. Source: J. Kiefer, Proc. Amer. Math. Soc. 4 (1953) 502-506. */
function greatest(f: (d: number) => number, low: number, high: number): number {
  const golden = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [low, high];
  let [c, d] = [b - golden * (b - a), a + golden * (b - a)];
  let [fc, fd] = [f(c), f(d)];
  for (let round = 0; round < 40; round++) {
    if (fc > fd) {
      [b, d, fd] = [d, c, fc];
      c = b - golden * (b - a);
      fc = f(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + golden * (b - a);
      fd = f(d);
    }
  }
  return (a + b) / 2;
}

/** How far from its top a line falls to half of it. */
function reach(f: (d: number) => number, top: number, side: 1 | -1, half: number): number {
  const STEP = 0.05;
  let d = 0;
  while (d < 12 && f(top + side * (d + STEP)) > half) d += STEP;
  const [high, low] = [f(top + side * d), f(top + side * (d + STEP))];
  return d + (high > low ? (STEP * (high - half)) / (high - low) : STEP);
}

function inUnits(peak: Refined, n: number, spacing: number): SpectralPeak {
  const { line, lineError, amplitude, amplitudeError, aboveNoise, broadness } = peak;
  const isOne = broadness <= ONE_FREQUENCY;
  return {
    frequency: line / (n * spacing),
    frequencyError: isOne ? lineError / (n * spacing) : NaN,
    amplitude,
    amplitudeError: isOne ? amplitudeError : NaN,
    aboveNoise,
    broadness,
  };
}
