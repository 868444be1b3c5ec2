import { formatCount, formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';
import { assess, patternOf, type Assessment, type Pattern } from './assess';
import type { Difference } from './difference';

export interface Verdict {
  /** `notTested`: nothing is known to tell the differences by. */
  state: 'passed' | 'doubtful' | 'failed' | 'notTested';
  text: string;
  /** In what they differ, in a word or two each: the level, the slope, one place, the whole. */
  differsIn: string[];
  /** What stands behind it; undefined where nothing is known. */
  assessment: Assessment | undefined;
}

/** Twice the standard uncertainty is about 95 %. */
export const COVERAGE = 2;
/** A whole curve so far off by chance is doubtful, and so far is none of chance. */
export const DOUBTFUL = 0.05;
export const IMPROBABLE = 0.001;
/** A trend of so many standard uncertainties is none of chance. */
export const CLEAR_TREND = 3;

interface Said {
  d: Difference;
  unit: string;
  xUnit: string;
}

const shown = (v: number, unit: string, digits = 3): string => `${formatValue(v, digits)} ${printUnit(unit)}`.trim();
const withPlusMinus = (v: number, half: number, unit: string): string => {
  const { value, uncertainty } = formatWithUncertainty(v, half);
  return `${value} ± ${uncertainty} ${printUnit(unit)}`.trim();
};

/**
 * What a comparison says, and no more: whether the differences are larger than what is known of both sides explains, on
 * average, along x, at any point, and as a whole; or that nothing is known to tell it by.
 * Source: ASME V&V 20-2009, section 6 (from memory): the error of the model lies within E ± k·u_val.
 */
export function verdictOf(d: Difference, unit: string, xUnit = ''): Verdict {
  const assessment = assess(d);
  const said = { d, unit, xUnit };
  if (!assessment) return { state: 'notTested', text: untested(said, patternOf(d)), differsIn: [], assessment };
  const failures = failuresOf(assessment, said);
  const rest = [
    ...withoutPlusMinus(d, assessment),
    ...(d.isCandidateStated ? [] : ['The candidate states no uncertainty of its own.']),
  ];
  if (failures.length > 0)
    return {
      state: 'failed',
      text: [...sentencesOf(failures, assessment, said), ...rest].join(' '),
      differsIn: failures.map((f) => f.word),
      assessment,
    };
  const { level, whole } = assessment;
  const e = `E = ${withPlusMinus(level.e, COVERAGE * level.uVal, unit)} (candidate − reference, k = 2)`;
  if (whole.p < DOUBTFUL)
    return {
      state: 'doubtful',
      differsIn: [],
      text: [
        `${e}: the level agrees, and no single point is off, but the points as a whole differ by more than mostly by chance (χ² ${formatValue(whole.chiSquare, 3)} for ${formatCount(assessment.points)}, in ${rarely(whole.p)} of cases).`,
        ...rest,
      ].join(' '),
      assessment,
    };
  return {
    state: 'passed',
    differsIn: [],
    text: [
      `${e}. On average, along x, at the worst point and as a whole (χ² ${formatValue(whole.chiSquare, 3)} for ${formatCount(assessment.points)}) the difference is not larger than what is known, so no error of the candidate can be shown. It may still be anything within ${formatValue(level.e - COVERAGE * level.uVal, 3)} … ${shown(level.e + COVERAGE * level.uVal, unit)}.`,
      ...rest,
    ].join(' '),
    assessment,
  };
}

/** One way in which the two sides differ by more than is known: in a word, and as a sentence. */
interface Failure {
  word: string;
  sentence: string;
}

function failuresOf({ level, trend, worst, whole, points }: Assessment, { unit, xUnit }: Said): Failure[] {
  const found: Failure[] = [];
  const add = (word: string, sentence: string): number => found.push({ word, sentence });
  const times = Math.abs(level.e) / level.uVal;
  if (times > COVERAGE)
    add(
      'the level',
      `E = ${withPlusMinus(level.e, COVERAGE * level.uVal, unit)} (candidate − reference, k = 2), ${timesOf(times)} u_val: the candidate lies ${level.e > 0 ? 'above' : 'below'} by more than both sides know of.`,
    );
  if (trend && Math.abs(trend.change) > CLEAR_TREND * trend.u)
    add(
      'the slope',
      `Over the range of x the difference ${trend.change > 0 ? 'rises' : 'falls'} by ${withPlusMinus(Math.abs(trend.change), COVERAGE * trend.u, unit)} (k = 2), ${timesOf(Math.abs(trend.change) / trend.u)} its uncertainty: the slope differs${times > COVERAGE ? ' too' : ', not the level'}.`,
    );
  const far = Math.abs(worst.difference) / worst.u;
  if (far > worst.limit)
    add(
      `the point at ${shown(worst.x, xUnit, 5)}`,
      `At ${shown(worst.x, xUnit, 5)} it is off by ${shown(worst.difference, unit)}, ${timesOf(far)} the uncertainty of that point.`,
    );
  if (whole.p < IMPROBABLE)
    add(
      'the points as a whole',
      `As a whole the ${formatCount(points)} points differ by more than is known (χ² ${formatValue(whole.chiSquare, 3)}, by chance in ${rarely(whole.p)} of cases)${found.length === 0 ? ': the shape differs, not the level' : ''}.`,
    );
  return found;
}

/** Where the level is not among them, it is told beside them. */
function sentencesOf(failures: readonly Failure[], { level }: Assessment, { d, unit }: Said): string[] {
  const sentences = failures.map((f) => f.sentence);
  if (Math.abs(level.e) > COVERAGE * level.uVal) return sentences;
  return [
    ...sentences,
    `On average E = ${withPlusMinus(level.e, COVERAGE * level.uVal, unit)} (k = 2); at the worst ${shown(Math.abs(d.largest), unit)}.`,
  ];
}

export const timesOf = (ratio: number): string => `${ratio >= 100 ? formatCount(ratio) : formatValue(ratio, 2)} times`;
export const rarely = (p: number): string =>
  p < 1e-4 ? 'less than 1 in 10 000' : `${Number((p * 100).toPrecision(2))} %`;

const withoutPlusMinus = (d: Difference, { points }: Assessment): string[] => {
  const without = d.x.length - points;
  return without > 0
    ? [`${formatCount(without)} of ${formatCount(d.x.length)} points carry no ± and were not tested.`]
    : [];
};

const patterns: Readonly<Record<Pattern, string>> = {
  trend: 'The differences change steadily along x.',
  runs: 'The differences keep their sign over whole stretches of x.',
  level: 'On average they lie to one side by more than their own scatter.',
  none: 'The differences show no pattern beyond their own scatter.',
};

function untested({ d, unit, xUnit }: Said, pattern: Pattern): string {
  return `Neither side states an uncertainty, so whether they agree was not tested. On average the candidate lies ${shown(Math.abs(d.mean), unit)} ${d.mean > 0 ? 'above' : 'below'}, rms ${shown(d.rms, unit)}, at the worst ${shown(d.largest, unit)} at ${shown(d.largestAt, xUnit, 5)}. ${patterns[pattern]} Declare the uncertainty of the sensors, or state that of the candidate.`;
}
