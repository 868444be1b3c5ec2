import type { Three } from './Mesh';

/** What is summed over a surface or along a line. */
export interface Sum {
  /** Area, in the square of the unit of the coordinates; of a line its length, in that unit. */
  size: number;
  /** Mean of each column by area or length, of the parts where it has a value. */
  means: number[];
  /** Force of a pressure, which pushes against the outer side: −∫ (p − p₀) n dA, in its unit times that of the size. */
  force: Three;
}

/** A sum that grows piece by piece. */
export class Sums {
  private size = 0;
  private readonly weighted: Float64Array;
  private readonly weights: Float64Array;
  private readonly force: Three = [0, 0, 0];

  constructor(columns: number) {
    this.weighted = new Float64Array(columns);
    this.weights = new Float64Array(columns);
  }

  /** @param size  area of a triangle, or length of a piece of a line */
  add(size: number, means: readonly number[], force: Three): void {
    this.size += size;
    means.forEach((mean, k) => {
      if (Number.isNaN(mean)) return;
      this.weighted[k]! += size * mean;
      this.weights[k]! += size;
    });
    force.forEach((f, axis) => (this.force[axis]! += f));
  }

  addAll(other: Sums): void {
    this.size += other.size;
    other.weighted.forEach((sum, k) => (this.weighted[k]! += sum));
    other.weights.forEach((sum, k) => (this.weights[k]! += sum));
    other.force.forEach((f, axis) => (this.force[axis]! += f));
  }

  result(): Sum {
    const means = Array.from(this.weighted, (sum, k) => sum / this.weights[k]!);
    return { size: this.size, means, force: [...this.force] };
  }
}
