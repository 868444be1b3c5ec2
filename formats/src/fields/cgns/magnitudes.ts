import type { FieldArray } from '../FieldFormat';

/**
 * The arrays with the magnitude behind each vector whose three components are there, unless the file has it itself.
 * Source: CGNS/SIDS, annex A (data-name identifiers): components end in X, Y and Z, and the length in Magnitude.
 */
export function withMagnitudes(arrays: readonly FieldArray[]): FieldArray[] {
  const find = (name: string, at: FieldArray['at']) => arrays.find((a) => a.name === name && a.at === at);
  return arrays.flatMap((array) => {
    const base = /^(.+)Z$/.exec(array.name)?.[1];
    if (base === undefined || find(`${base}Magnitude`, array.at)) return [array];
    const [x, y] = [find(`${base}X`, array.at), find(`${base}Y`, array.at)];
    const isVector = x && y && x.unit === array.unit && y.unit === array.unit;
    if (!isVector) return [array];
    const values = array.values.map((z, i) => Math.hypot(x.values[i]!, y.values[i]!, z));
    return [array, { ...array, name: `${base}Magnitude`, values }];
  });
}
