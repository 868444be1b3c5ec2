/** More points than any cut has: two numbers of points are one. */
const MOST_POINTS = 2 ** 26;

/** Points in turn. */
export interface JoinedLine {
  /** It comes back to where it began, which then is its last point too. */
  isClosed: boolean;
  points: Uint32Array;
}

/** Straight pieces between crossings, each once, and the lines that they make. */
export class Segments {
  private readonly known = new Set<number>();
  private readonly ends: number[] = [];

  add(a: number, b: number): void {
    if (a === b) return;
    const key = Math.min(a, b) * MOST_POINTS + Math.max(a, b);
    // A ridge that lies in the cut is an edge of both of its faces.
    if (this.known.has(key)) return;
    this.known.add(key);
    this.ends.push(a, b);
  }

  /** @param points  how many crossings there are */
  lines(points: number): JoinedLine[] {
    const at: number[][] = Array.from({ length: points }, () => []);
    const pieces = this.ends.length / 2;
    for (let piece = 0; piece < pieces; piece++)
      for (const end of [this.ends[2 * piece]!, this.ends[2 * piece + 1]!]) at[end]!.push(piece);
    const used = new Uint8Array(pieces);
    const from = (start: number): number[] => {
      const line = [start];
      for (let here = start; ;) {
        const piece = at[here]!.find((p) => !used[p]);
        if (piece === undefined) return line;
        used[piece] = 1;
        here = this.ends[2 * piece]! === here ? this.ends[2 * piece + 1]! : this.ends[2 * piece]!;
        line.push(here);
        // Where lines meet, each ends.
        if (at[here]!.length !== 2) return line;
      }
    };
    const found: number[][] = [];
    for (const isOpen of [true, false])
      for (let point = 0; point < points; point++)
        if (isOpen === (at[point]!.length !== 2)) while (at[point]!.some((p) => !used[p])) found.push(from(point));
    return found.map((line) => ({ isClosed: line[0] === line.at(-1), points: Uint32Array.from(line) }));
  }
}
