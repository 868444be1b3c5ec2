import { Gram } from '../../linear/Gram';
import { Triangle } from '../../linear/Triangle';
import type { ModelFunction } from '../kernel/ModelFunction';
import { losses, type LossName } from './losses';

/** A least-squares problem around some parameters: r·step ≈ rotated, by rows of the upper triangle. */
export interface Linearised {
  r: Float64Array[];
  rotated: Float64Array;
  sumOfSquares: number;
}

export interface Problem {
  /** Its sum of squares, or of losses, is not finite where the model gives nothing. */
  linearise(parameters: Float64Array): Linearised;
  lower?: Float64Array | undefined;
  upper?: Float64Array | undefined;
}

export interface Points {
  model: ModelFunction;
  y: Float64Array;
  /** Standard deviation of each y; absent: equal weights. */
  sigma?: Float64Array | undefined;
  /** Absent: least squares. The scale is counted in weighted residuals. */
  loss?: { name: LossName; scale: number } | undefined;
}

/** From so many points on, sums of products are tried before a triangle. */
const MANY_POINTS = 4000;

/**
 * Sum of squares of measured − model, or of losses of it. A loss is linearised as in B. Triggs et al., "Bundle
 * adjustment: a modern synthesis", Lecture Notes in Computer Science 1883 (2000), section 4.3.
 */
export function pointsProblem({ model, y, sigma, loss }: Points): Problem {
  const columns = model.parameters.map(() => new Float64Array(0));
  const residual = new Float64Array(Math.min(y.length, 4096));
  const rho = loss && losses[loss.name].rho;
  const scale = loss?.scale ?? 1;
  const sumOver = (count: number): number =>
    rho ? sumOfLosses(residual, count, rho, scale) : sumOfSquares(residual, count);
  const gather = (at: Float64Array, into: Triangle | Gram): number => {
    let sum = 0;
    model.eachBlock(at, true, ({ value, slopes }, from, count) => {
      residualsInto(residual, y, value, from, count);
      if (sigma) divideBy(residual, sigma, from, count);
      sum += sumOver(count);
      if (into instanceof Gram && !sigma && !rho) return into.add([...(slopes as Float64Array[]), residual], count);
      slopes.forEach((slope, k) => {
        if (columns[k]!.length < count) columns[k] = new Float64Array(count);
        columns[k]!.set(slope!.subarray(0, count));
        if (sigma) divideBy(columns[k]!, sigma, from, count);
      });
      if (rho) weighByLoss(columns, residual, count, rho, scale);
      into.add([...columns, residual], count);
    });
    return sum;
  };
  return {
    linearise(at) {
      if (y.length > MANY_POINTS) {
        const gram = new Gram(columns.length + 1);
        const sum = gather(at, gram);
        const split = gram.split();
        if (split) return { ...split, sumOfSquares: sum };
      }
      const triangle = new Triangle(columns.length + 1);
      const sum = gather(at, triangle);
      return { ...triangle.split(), sumOfSquares: sum };
    },
  };
}

type Rho = (z: number) => readonly [number, number, number];

function residualsInto(out: Float64Array, y: Float64Array, value: Float64Array, from: number, count: number): void {
  for (let i = 0; i < count; i++) out[i] = y[from + i]! - value[i]!;
}

function divideBy(target: Float64Array, sigma: Float64Array, from: number, count: number): void {
  for (let i = 0; i < count; i++) target[i] = target[i]! / sigma[from + i]!;
}

function sumOfSquares(values: Float64Array, count: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += values[i]! * values[i]!;
  return sum;
}

function sumOfLosses(values: Float64Array, count: number, rho: Rho, scale: number): number {
  let sum = 0;
  for (let i = 0; i < count; i++) sum += rho((values[i]! / scale) ** 2)[0];
  return sum * scale * scale;
}

/** Rows and residuals so weighed that least squares on them goes downhill on the losses. */
function weighByLoss(
  columns: readonly Float64Array[],
  residual: Float64Array,
  count: number,
  rho: Rho,
  scale: number,
): void {
  for (let i = 0; i < count; i++) {
    const z = (residual[i]! / scale) ** 2;
    const [, slope, curvature] = rho(z);
    const weight = Math.sqrt(Math.max(Number.EPSILON, slope + 2 * curvature * z));
    for (const column of columns) column[i] = column[i]! * weight;
    residual[i] = (residual[i]! * slope) / weight;
  }
}
