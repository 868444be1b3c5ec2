import { median } from '../../sample/median';
import { passed, said, weightedResiduals, type Diagnosed, type Rung } from './Rung';

/** Factors by which units are mixed up: thousands, minutes, hundreds, and common units of pressure, length and power. */
const FACTORS = [1000, 60, 3600, 100, 10, 6.894757, 4.1868, 3.6, 25.4, 101.325, 1e6];
/** In robust standard deviations: so far out is no scatter. */
const FAR = 8;
/** So far off a whole stretch of them is none either. */
const FAR_TOGETHER = 5;

/** Is the data right: enough, no repeats, no mixed units, no junk at its ends, no spikes. */
export function dataRung(d: Diagnosed): Rung {
  const { fit, data } = d;
  if (fit.degreesOfFreedom < 3)
    return {
      title: 'Data',
      state: 'doubtful',
      text: `${data.x.length} points for ${fit.parameters.length} parameters: only ${fit.degreesOfFreedom} more than needed, so the ± says little. Measure more points, or take a simpler model.`,
    };
  return (
    mixedUnits(d) ??
    repeats(d) ??
    junkAtEnds(d) ??
    spikes(d) ??
    passed('Data', `${data.x.length} points, none far off the others`)
  );
}

/** Two heaps of values, one as many times the other as one unit is another. */
function mixedUnits({ data, names, fit }: Diagnosed): Rung | undefined {
  const ratios = data.y.map((v, i) => v / (v - fit.residuals[i]!)).filter((r) => r > 0 && Number.isFinite(r));
  for (const [name, values] of [
    [names.y, ratios],
    [names.x, data.x.filter((v) => v > 0)],
  ] as const) {
    if (values.length < 8) continue;
    const sorted = values.map(Math.log).sort();
    let [widest, at] = [0, 0];
    for (let i = 1; i < sorted.length; i++)
      if (sorted[i]! - sorted[i - 1]! > widest) [widest, at] = [sorted[i]! - sorted[i - 1]!, i];
    const [low, high] = [sorted.slice(0, at), sorted.slice(at)];
    if (Math.min(low.length, high.length) < 2 || widest < Math.log(3)) continue;
    const ratio = Math.exp(median(high) - median(low));
    const factor = FACTORS.find((f) => Math.abs(ratio / f - 1) < 0.25);
    const few = Math.min(low.length, high.length);
    if (factor)
      return {
        title: 'Data',
        state: 'failed',
        text: `${few} of ${values.length} points have a ${name} about ${said(factor)} times ${high.length < low.length ? 'larger' : 'smaller'} than the others: part of them may be in another unit. Mend the unit at Intake, or set them aside.`,
      };
  }
  return undefined;
}

/** A sensor that stood still: the same y, over and over, while x moves on. */
function repeats({ data: { x, y }, names }: Diagnosed): Rung | undefined {
  let [run, longest, from] = [1, 1, 0];
  for (let i = 1; i < y.length; i++) {
    run = y[i] === y[i - 1] && x[i] !== x[i - 1] ? run + 1 : 1;
    if (run > longest) [longest, from] = [run, i - run + 1];
  }
  const distinct = new Set(y).size;
  if (longest < Math.max(6, 0.1 * y.length) || distinct < 4) return undefined;
  return {
    title: 'Data',
    state: 'doubtful',
    text: `${longest} points in a row, from x = ${said(x[from]!)}, have exactly the same ${names.y}: the sensor may have stood still. Set them aside if so.`,
  };
}

function scaleOf(residuals: Float64Array): number {
  return median(residuals.map(Math.abs)) / 0.6745;
}

/** A first or last stretch of x that lies off as a whole. */
function junkAtEnds(d: Diagnosed): Rung | undefined {
  const {
    data: { x },
    choices,
  } = d;
  const residuals = weightedResiduals(d);
  const n = x.length;
  const scale = scaleOf(residuals);
  if (n < 20 || !(scale > 0) || choices.loss) return undefined;
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const share = Math.max(3, Math.round(0.03 * n));
  const typical = (places: readonly number[]): number =>
    Math.abs(median(Float64Array.from(places, (i) => residuals[i]!))) / scale;
  const [first, last] = [typical(order.slice(0, share)), typical(order.slice(-share))];
  if (Math.max(first, last) < FAR_TOGETHER) return undefined;
  const kept: [number, number] =
    first > last ? [x[order[share]!]!, x[order.at(-1)!]!] : [x[order[0]!]!, x[order.at(-share - 1)!]!];
  return {
    title: 'Data',
    state: 'doubtful',
    text: `The ${first > last ? 'first' : 'last'} ${share} points in x lie ${said(Math.max(first, last))} standard deviations off the curve together: junk from before a start or after a stop, or the model ends there.`,
    action: { title: `Only ${said(kept[0])} to ${said(kept[1])}`, range: kept },
  };
}

/** Points far off the curve and far off their neighbours: a smooth peak that a line runs through has none. */
function spikes(d: Diagnosed): Rung | undefined {
  const {
    choices,
    data: { x },
  } = d;
  const residuals = weightedResiduals(d);
  const scale = scaleOf(residuals);
  if (!(scale > 0)) return undefined;
  const lonely = againstNeighbours(x, residuals);
  const far = [...residuals.keys()].filter(
    (i) => Math.min(Math.abs(residuals[i]!), Math.abs(lonely[i]!)) > FAR * scale,
  );
  if (far.length === 0 || far.length > 0.1 * residuals.length) return undefined;
  const at = far.reduce((a, b) => (Math.abs(residuals[b]!) > Math.abs(residuals[a]!) ? b : a));
  const text = `${far.length} of ${residuals.length} points lie more than ${FAR} standard deviations off, the farthest at x = ${said(x[at]!)}`;
  return choices.loss
    ? passed('Data', `${text}; they hardly pull on this fit`)
    : {
        title: 'Data',
        state: 'doubtful',
        text: `${text}: spikes pull the whole curve.`,
        action: { title: 'Let far points pull less', loss: 'huber' },
      };
}

/** Neighbours on either side, along x, that a spike is held against. */
const NEIGHBOURS = 3;

/** Each residual less the median of those around it along x. */
function againstNeighbours(x: Float64Array, residuals: Float64Array): Float64Array {
  const order = [...x.keys()].sort((a, b) => x[a]! - x[b]!);
  const out = new Float64Array(x.length);
  order.forEach((i, k) => {
    const around = order.slice(Math.max(0, k - NEIGHBOURS), k + NEIGHBOURS + 1).filter((j) => j !== i);
    out[i] = residuals[i]! - median(Float64Array.from(around, (j) => residuals[j]!));
  });
  return out;
}
