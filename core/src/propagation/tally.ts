import { formatCount, formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';

/** What many draws of a number come to. */
export interface Tally {
  /** Draws that gave a number, and those that gave none. */
  draws: number;
  missing: number;
  mean: number;
  standard: number;
  /** Ends of the interval that holds 95 % of the draws, as many below it as above. */
  low: number;
  high: number;
  /** How far the ends themselves may be off with so few draws: the larger of the two, about 95 %. */
  unsure: number;
}

const COVERED = 0.95;

/**
 * Mean, standard deviation and the probabilistically symmetric 95 % interval of draws; NaN with fewer than two.
 * @param values  one of each draw; NaN where it gave no number
 * Source: JCGM 101:2008, 7.6 and 7.7.
 */
export function tallyOf(values: Float64Array): Tally {
  const sorted = values.filter((v) => Number.isFinite(v)).sort();
  const n = sorted.length;
  const mean = sorted.reduce((sum, v) => sum + v, 0) / n;
  const squares = sorted.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  const tail = Math.round((n * (1 - COVERED)) / 2);
  return {
    draws: n,
    missing: values.length - n,
    mean,
    standard: Math.sqrt(squares / (n - 1)),
    low: n > 1 ? sorted[tail]! : NaN,
    high: n > 1 ? sorted[n - 1 - tail]! : NaN,
    unsure: Math.max(quantileUnsure(sorted, tail), quantileUnsure(sorted, n - 1 - tail)),
  };
}

/**
 * How far a quantile of draws may be off, by the order statistics around it, about 95 %; infinite where these leave the draws.
 * Source: the binomial interval of a quantile, e.g. H. A. David and H. N. Nagaraja, Order Statistics (3rd ed. 2003), section 7.1.
 */
function quantileUnsure(sorted: Float64Array, rank: number): number {
  const n = sorted.length;
  const share = (rank + 0.5) / n;
  const reach = Math.ceil(2 * Math.sqrt(n * share * (1 - share)));
  const [below, above] = [sorted[rank - reach], sorted[rank + reach]];
  if (below === undefined || above === undefined) return Infinity;
  return (above - below) / 2;
}

/** What first order says of the same number. */
export interface FirstOrder {
  value: number;
  halfWidth: number;
}

export type Agreement = 'agrees' | 'differs' | 'notTested';

/** By so much of the half width an end may be off before it counts; JCGM 101:2008, 8.1 leaves the tolerance to the user. */
const TOLERANCE = 0.1;

/**
 * Whether the ends of the interval by draws are those of first order. As many draws as leave the ends themselves unsure by
 * more than the tolerance tell nothing.
 * Source: JCGM 101:2008, 8.1, the validation of the law of propagation of uncertainty.
 */
export function agreementOf(drawn: Tally, { value, halfWidth }: FirstOrder): Agreement {
  if (!(halfWidth > 0)) return 'notTested';
  const tolerance = TOLERANCE * halfWidth;
  const { unsure } = drawn;
  const off = Math.max(Math.abs(drawn.low - (value - halfWidth)), Math.abs(drawn.high - (value + halfWidth)));
  if (off - unsure > tolerance) return 'differs';
  return off <= tolerance && unsure <= tolerance ? 'agrees' : 'notTested';
}

const INCOMPLETE = 0.01;

/** What draws say beside first order, in a sentence. */
export function agreementInWords(drawn: Tally, first: FirstOrder, unit: string): string {
  const u = printUnit(unit);
  const said = formatWithUncertainty(first.value, first.halfWidth);
  const ends = [drawn.low, drawn.high].map((v) => formatWithUncertainty(v, drawn.standard / 5).value);
  const interval = `95 % of ${formatCount(drawn.draws)} draws lie within ${ends.join(' … ')} ${u}`.trim();
  const rest = missingInWords(drawn);
  if (!(drawn.draws > 1)) return `No draw gave a number.${rest}`;
  if (!(first.halfWidth > 0))
    return `Not tested: first order knows no ± of it, so there is nothing to hold the draws against. ${interval}.${rest}`;
  const plain = `first order says ${said.value} ± ${said.uncertainty} ${u}`.trim();
  switch (agreementOf(drawn, first)) {
    case 'agrees':
      return `Agrees with first order: ${interval}; ${plain}.${rest}`;
    case 'differs':
      return `Differs from first order: ${interval}, ${plain}. The interval of the draws is the one to state.${rest}`;
    case 'notTested':
      return `Not tested: so few draws do not tell whether first order holds. ${interval}; ${plain}.${rest}`;
  }
}

function missingInWords({ draws, missing }: Tally): string {
  const share = missing / (draws + missing);
  if (missing === 0) return '';
  const many = share > INCOMPLETE ? ' The interval is of the others only, and so too narrow.' : '';
  return ` In ${formatCount(missing)} draws (${formatValue(100 * share, 2)} %) there was no such number.${many}`;
}
