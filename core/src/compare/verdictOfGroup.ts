import { formatCount, formatValue, formatWithUncertainty } from '../number/formatNumber';
import { printUnit } from '../units';
import { assess, limitOfWorst, type Assessment } from './assess';
import { pool, type Member, type Pooled } from './pool';
import { CLEAR_TREND, COVERAGE, DOUBTFUL, IMPROBABLE, rarely, timesOf, type Verdict } from './verdict';

/** A point that differs by more than is known of it. */
export interface OddPoint {
  /** Number of its series in the group. */
  member: number;
  x: number;
  difference: number;
  /** So many of its uncertainties. */
  times: number;
}

/** What several series say of a candidate together: at one station, say, both sides of a vane. */
export interface GroupVerdict {
  state: Verdict['state'];
  /** One sentence, and a second one where something else has to be said. */
  text: string;
  /** Points that were compared, and those of them of which an uncertainty is known. */
  points: number;
  known: number;
  odd: OddPoint[];
  /** Over all points. */
  rms: number;
  /** Over the points that are not odd, with its standard uncertainty; NaN where nothing is known. */
  e: number;
  uVal: number;
}

interface Units {
  x: string;
  y: string;
}

/** So many odd points are named; of more the largest. */
const MOST_NAMED = 3;

/**
 * Whether a candidate differs from a group of series by more than what is known, and where: single points first, then
 * what the other points say on average, along x of each series, and as a whole.
 * @param members  at least one
 */
export function verdictOfGroup(members: readonly Member[], units: Units): GroupVerdict {
  const all = pool(members);
  const known = all.difference.known?.points.length ?? 0;
  const common = { points: all.from.length, known, rms: all.difference.rms };
  if (known === 0)
    return { ...common, state: 'notTested', text: untested(all, members, units), odd: [], e: NaN, uVal: NaN };
  const odd = oddPoints(all);
  const isOdd = (member: number, point: number): boolean => odd.some((o) => o.member === member && o.point === point);
  const rest = pool(members, ({ member, point }) => !isOdd(member, point));
  const assessment = assess(rest.difference);
  const { e, uVal } = assessment?.level ?? { e: NaN, uVal: NaN };
  const found = odd.map(({ member, x, difference, times }): OddPoint => ({ member, x, difference, times }));
  const unknown = common.points - known;
  const which = odd.length > 0 ? 'others' : unknown > 0 ? 'known' : 'all';
  const ofRest = assessment && whatRestSays(assessment, { members, isOdd, which }, units);
  const text = [
    odd.length > 0 ? oddSentence(found, members, known, units) : '',
    ofRest?.sentence ?? '',
    unknown > 0
      ? `${formatCount(unknown)} of ${formatCount(common.points)} points carry no ± and were not tested.`
      : '',
    all.difference.isCandidateStated ? '' : 'The candidate states no uncertainty of its own.',
  ];
  const state = odd.length > 0 ? 'failed' : (ofRest?.state ?? 'passed');
  return { ...common, state, text: text.filter(Boolean).join(' '), odd: found, e, uVal };
}

/** Points beyond what one of so many does by chance, the farthest first. */
function oddPoints({ difference: { known, difference: d, x }, from }: Pooled) {
  const limit = limitOfWorst(known!.points.length);
  return [...known!.points]
    .map((i, k) => ({ ...from[i]!, x: x[i]!, difference: d[i]!, times: Math.abs(d[i]!) / known!.standard[k]! }))
    .filter(({ times }) => times > limit)
    .sort((a, b) => b.times - a.times);
}

const shown = (v: number, unit: string, digits = 3): string => `${formatValue(v, digits)} ${printUnit(unit)}`.trim();

function oddSentence(odd: readonly OddPoint[], members: readonly Member[], known: number, { x, y }: Units): string {
  const named = odd.slice(0, MOST_NAMED).map((o) => {
    const of = members.length > 1 ? `${members[o.member]!.name} at ` : 'at ';
    return `${of}${shown(o.x, x, 5)} by ${shown(o.difference, y)} (${timesOf(o.times)} its uncertainty)`;
  });
  const more = odd.length - named.length;
  return `Differs at ${formatCount(odd.length)} of ${points(known)}: ${named.join(', ')}${more > 0 ? ` and ${formatCount(more)} more` : ''}.`;
}

/** The points that are not odd. */
interface Rest {
  members: readonly Member[];
  isOdd(member: number, point: number): boolean;
  which: 'others' | 'known' | 'all';
}

function beginOf(n: number, { which }: Rest): string {
  if (which === 'others') return n === 1 ? 'At the other one' : `At the other ${formatCount(n)}`;
  if (which === 'known') return `At the ${points(n)} with a ±`;
  return n === 1 ? 'At its one point' : `At all ${formatCount(n)} points`;
}

/** What the points say that are not odd: by more than is known on average, along x, or as a whole; or not. */
function whatRestSays(
  { level: { e, uVal }, whole, points: n }: Assessment,
  rest: Rest,
  { y }: Units,
): { state: Verdict['state']; sentence: string } {
  const { value, uncertainty } = formatWithUncertainty(e, COVERAGE * uVal);
  const level = `E = ${value} ± ${uncertainty} ${printUnit(y)}`.trim();
  const chi = `χ² ${formatValue(whole.chiSquare, 3)} for ${formatCount(n)}`;
  const begin = beginOf(n, rest);
  const isOff = Math.abs(e) > COVERAGE * uVal;
  const drifting = isOff ? [] : driftingMembers(rest);
  if (isOff)
    return {
      state: 'failed',
      sentence: `${begin} it lies ${e > 0 ? 'above' : 'below'} by more than is known: ${level} (candidate − reference, k = 2).`,
    };
  if (drifting.length > 0)
    return {
      state: 'failed',
      sentence: `${begin} the level agrees (${level}, k = 2), but along x the difference changes by more than is known${rest.members.length > 1 ? `: ${drifting.join(', ')}` : ''}.`,
    };
  if (whole.p < DOUBTFUL) {
    const state = whole.p < IMPROBABLE ? 'failed' : 'doubtful';
    const more = state === 'failed' ? 'than is known' : 'than mostly by chance';
    return {
      state,
      sentence: `${begin} the level agrees (${level}, k = 2), but as a whole they differ by more ${more} (${chi}, by chance in ${rarely(whole.p)} of cases).`,
    };
  }
  return {
    state: 'passed',
    sentence: `${begin} no difference is larger than what is known: ${level} (candidate − reference, k = 2), ${chi}.`,
  };
}

/** Series in which the difference rises or falls along x by more than is known of them. */
const driftingMembers = ({ members, isOdd }: Rest): string[] =>
  members.flatMap((member, m) => {
    const { difference } = pool([member], ({ point }) => !isOdd(m, point));
    const trend = assess(difference)?.trend;
    return trend && Math.abs(trend.change) > CLEAR_TREND * trend.u ? [member.name] : [];
  });

const points = (n: number): string => `${formatCount(n)} ${n === 1 ? 'point' : 'points'}`;

function untested({ difference, from }: Pooled, members: readonly Member[], { x, y }: Units): string {
  const { difference: d, rms, mean, largest, largestAt } = difference;
  const at = from[d.indexOf(largest)];
  const of = at && members.length > 1 ? `, ${members[at.member]!.name}` : '';
  return `Neither side states an uncertainty, so whether they agree was not tested. On average the candidate lies ${shown(Math.abs(mean), y)} ${mean > 0 ? 'above' : 'below'}, rms ${shown(rms, y)}, at the worst ${shown(largest, y)} at ${shown(largestAt, x, 5)}${of}.`;
}
