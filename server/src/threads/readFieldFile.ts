import { readFileSync, statSync } from 'node:fs';
import { readField, type Field } from '@undameter/formats';

/** Reads a file of a simulated field as a whole. @throws {AppError} as `readField` */
export const readFieldFile = ({ path, name }: { path: string; name: string }): Field =>
  statSync(path).size === 0 ? readField(new Uint8Array(), name) : readField(new Uint8Array(readFileSync(path)), name);

/** What a file of a field holds, without its values. */
export interface FieldSummary {
  nodes: number;
  zones: { name: string; nodes: number; cells: number }[];
  variables: { variable: string; lowest: number | null; highest: number | null; missing: number }[];
  remarks: string[];
}

export function fieldSummary(task: { path: string; name: string }): FieldSummary {
  const { zones, zoneOfNode, mesh, variables, remarks } = readFieldFile(task);
  const counted = zones.map((name) => ({ name, nodes: 0, cells: 0 }));
  for (const zone of zoneOfNode) counted[zone]!.nodes++;
  for (const zone of mesh.zones) counted[zone]!.cells++;
  return {
    ...{ nodes: zoneOfNode.length, zones: counted, remarks },
    variables: variables.map(({ name: variable, values }) => ({ variable, ...rangeOf(values) })),
  };
}

function rangeOf(values: Float64Array): { lowest: number | null; highest: number | null; missing: number } {
  let [low, high, missing] = [Infinity, -Infinity, 0];
  for (const v of values)
    if (Number.isFinite(v)) {
      low = Math.min(low, v);
      high = Math.max(high, v);
    } else missing++;
  return { lowest: low > high ? null : low, highest: low > high ? null : high, missing };
}
