/** Points on edges between two nodes. */
export interface EdgePoints {
  /** A point lies at from + share (to − from) of an edge; on a node both are the node. */
  from: Uint32Array;
  to: Uint32Array;
  share: Float64Array;
}

/** Where a level crosses edges, each edge once. */
export class Crossings {
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly share: number[] = [];
  private readonly known = new Map<number, number>();

  constructor(
    private readonly values: Float64Array,
    private readonly level: number,
  ) {}

  get count(): number {
    return this.from.length;
  }

  /** The place of the crossing of an edge whose ends lie on two sides. */
  at(a: number, b: number): number {
    const [low, high] = a < b ? [a, b] : [b, a];
    const above = this.values[low]! - this.level;
    const share = above / (above - (this.values[high]! - this.level));
    if (share === 0) return this.keep(low, low, 0);
    return share === 1 ? this.keep(high, high, 0) : this.keep(low, high, share);
  }

  found(): EdgePoints {
    return {
      from: Uint32Array.from(this.from),
      to: Uint32Array.from(this.to),
      share: Float64Array.from(this.share),
    };
  }

  private keep(from: number, to: number, share: number): number {
    const key = from * this.values.length + to;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const place = this.from.length;
    this.known.set(key, place);
    this.from.push(from);
    this.to.push(to);
    this.share.push(share);
    return place;
  }
}

/** A column of the nodes at points on edges; of a category the word of the nearer node. */
export function atCrossings(points: EdgePoints, values: Float64Array, isCategory = false): Float64Array {
  const { from, to, share } = points;
  return Float64Array.from(share, (t, k) => {
    const [a, b] = [values[from[k]!]!, values[to[k]!]!];
    if (isCategory) return t < 0.5 ? a : b;
    // Two that are equal stay what they are.
    return t === 0 ? a : a + t * (b - a);
  });
}
