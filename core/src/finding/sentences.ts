import { formatCount, formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';

/** What a finding about one fitted parameter is made of. */
export interface ParameterFacts {
  yName: string;
  xName: string;
  series: string;
  parameter: { symbol: string; meaning: string; unit: string };
  value: number;
  /** Half width of the 95 % confidence interval. */
  halfWidth: number;
  model: string;
  points: number;
  run: string;
}

/** What a finding about one compared series is made of. */
export interface DifferenceFacts {
  yName: string;
  xName: string;
  series: string;
  unit: string;
  xUnit: string;
  mean: number;
  /** Half width of the 95 % confidence interval of the mean difference. */
  meanHalfWidth: number;
  rms: number;
  largest: number;
  largestAt: number;
  points: number;
  reference: string;
  candidate: string;
}

const withUnit = (number: string, unit: string): string => `${number} ${printUnit(unit)}`.trim();

/** A fitted parameter as a sentence: number, unit, ± and where it came from. */
export function parameterSentence(f: ParameterFacts): string {
  const { value, uncertainty } = formatWithUncertainty(f.value, f.halfWidth);
  const what =
    f.parameter.symbol === 'a0'
      ? `${f.yName} at zero ${f.xName.toLowerCase()}`
      : `${f.yName} against ${f.xName.toLowerCase()}, ${f.parameter.meaning} (${f.parameter.symbol})`;
  return (
    `${what}${f.series ? `, ${f.series}` : ''}: ${withUnit(`${value} ± ${uncertainty}`, f.parameter.unit)} ` +
    `(95 % confidence), from a ${f.model.toLowerCase()} through ${formatCount(f.points)} samples of ${f.run}.`
  );
}

/** A comparison of one series as a sentence that says whether the difference is more than scatter. */
export function differenceSentence(f: DifferenceFacts): string {
  const { value, uncertainty } = formatWithUncertainty(Math.abs(f.mean), f.meanHalfWidth);
  const side = f.mean > 0 ? 'below' : 'above';
  const clear = Math.abs(f.mean) > f.meanHalfWidth;
  return (
    `${f.candidate}${f.series ? `, ${f.series}` : ''}: its ${f.yName.toLowerCase()} lies on average ` +
    `${withUnit(`${value} ± ${uncertainty}`, f.unit)} ${side} ${f.reference} ` +
    `(${clear ? 'more' : 'not more'} than the scatter explains, 95 %); rms ${withUnit(formatValue(f.rms, 3), f.unit)}, ` +
    `largest ${withUnit(formatValue(f.largest, 3), f.unit)} at ${withUnit(formatValue(f.largestAt, 4), f.xUnit)}, ` +
    `over ${formatCount(f.points)} points.`
  );
}
