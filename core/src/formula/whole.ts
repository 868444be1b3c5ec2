import { KEPT } from '../sample';
import { once, type Compiled, type Operand, type Working } from './Compiled';
import type { WholeValue } from './Node';

/** One value for the whole channel, over the samples that are kept and present: `mean of p_d`. */
export function whole(value: WholeValue, operand: Compiled): Compiled {
  const place = once((working) => (value === 'mean' ? NaN : placeOf(value, operand.evaluate(working), working)));
  const reduce = (column: Operand, working: Working): Operand => {
    if (typeof column === 'number') return column;
    return value === 'mean' ? meanOf(column, working) : (column[place(working) as number] ?? NaN);
  };
  return {
    dimension: operand.dimension,
    zero: operand.zero,
    isTorque: operand.isTorque ?? false,
    evaluate: once((working) => reduce(operand.evaluate(working), working)),
    // What is sure of all samples in the same way is so of their mean, and of the sample that is picked.
    error: (working) => reduce(operand.error(working), working),
  };
}

const takesPart = (column: Float64Array, { mask }: Working, i: number): boolean =>
  column[i]! === column[i]! && (mask === undefined || mask[i] === KEPT);

function meanOf(column: Float64Array, working: Working): number {
  let sum = 0;
  let count = 0;
  for (let i = 0; i < column.length; i++)
    if (takesPart(column, working, i)) {
      sum += column[i]!;
      count++;
    }
  return sum / count;
}

function placeOf(value: Exclude<WholeValue, 'mean'>, column: Operand, working: Working): number {
  if (typeof column === 'number') return 0;
  let found = -1;
  for (let i = 0; i < column.length; i++) {
    if (!takesPart(column, working, i)) continue;
    if (found < 0 || value === 'last') found = i;
    else if (value === 'lowest' ? column[i]! < column[found]! : value === 'highest' && column[i]! > column[found]!)
      found = i;
    if (value === 'first') break;
  }
  return found;
}
