import type { Difference, KnownErrors, SharedError } from './difference';

/** One series of a group: what it is called there, and how the candidate differs in it. */
export interface Member {
  name: string;
  difference: Difference;
}

/** Where a pooled point comes from: which member, and which of its points. */
export interface PooledPoint {
  member: number;
  point: number;
}

/** Points of several series as one. */
export interface Pooled {
  difference: Difference;
  /** Of each point, in its order. */
  from: PooledPoint[];
}

/** Points of a difference; undefined: all. */
type Kept = (point: PooledPoint) => boolean;

/**
 * The differences of several series as one: an error that they share moves all of them together.
 * @param kept  which points take part; absent: all
 */
export function pool(members: readonly Member[], kept: Kept = () => true): Pooled {
  const from = members.flatMap(({ difference: { x } }, member) =>
    Array.from(x, (_, point): PooledPoint => ({ member, point })).filter(kept),
  );
  const of = (column: (d: Difference) => Float64Array): Float64Array =>
    Float64Array.from(from, ({ member, point }) => column(members[member]!.difference)[point]!);
  const d = of((m) => m.difference);
  const at = d.reduce((best, v, i) => (Math.abs(v) >= Math.abs(d[best]!) ? i : best), 0);
  const n = Math.max(1, d.length);
  const x = of((m) => m.x);
  return {
    from,
    difference: {
      ...{ x, reference: of((m) => m.reference), candidate: of((m) => m.candidate), difference: d },
      outside: members.reduce((sum, m) => sum + m.difference.outside, 0),
      mean: d.reduce((sum, v) => sum + v, 0) / n,
      meanSize: d.reduce((sum, v) => sum + Math.abs(v), 0) / n,
      rms: Math.sqrt(d.reduce((sum, v) => sum + v * v, 0) / n),
      ...{ largest: d[at] ?? NaN, largestAt: x[at] ?? NaN },
      // A range and a correlation are of one curve.
      ...{ scaled: NaN, correlation: NaN },
      known: pooledErrors(members, from),
      isCandidateStated: members.every((m) => m.difference.isCandidateStated),
    },
  };
}

function pooledErrors(members: readonly Member[], from: readonly PooledPoint[]): KnownErrors | undefined {
  /** Of each member, where a point stands among those of which an uncertainty is known. */
  const places = members.map(
    ({ difference: { known } }) => new Map(known ? [...known.points].map((point, k) => [point, k] as const) : []),
  );
  const rows = from.flatMap(({ member, point }, i) => {
    const k = places[member]!.get(point);
    return k === undefined ? [] : [{ i, member, k }];
  });
  if (rows.length === 0) return undefined;
  const knownOf = (member: number): KnownErrors => members[member]!.difference.known!;
  const sources = new Map<string, SharedError['scatterOf']>();
  for (const { difference } of members)
    for (const { source, scatterOf } of difference.known?.shared ?? []) sources.set(source, scatterOf);
  const shared = [...sources].map(([source, scatterOf]): SharedError => {
    // A series that does not have an error is not moved by it.
    const columns = members.map((m) => m.difference.known?.shared.find((s) => s.source === source)?.column);
    const column = Float64Array.from(rows, ({ member, k }) => columns[member]?.[k] ?? 0);
    return { source, column, ...(scatterOf === undefined ? {} : { scatterOf }) };
  });
  return {
    points: Int32Array.from(rows, ({ i }) => i),
    independent: Float64Array.from(rows, ({ member, k }) => knownOf(member).independent[k]!),
    standard: Float64Array.from(rows, ({ member, k }) => knownOf(member).standard[k]!),
    shared,
  };
}
