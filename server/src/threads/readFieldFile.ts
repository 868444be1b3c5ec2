import { readFileSync, statSync } from 'node:fs';
import type { JoinPlane } from '@undameter/core';
import { loadForField, readField, type Field } from '@undameter/formats';
import { inSharedMemory } from '../store/sharedMemory';

interface FieldFile {
  path: string;
  name: string;
  /** In which nodes without cells are joined; absent: in the one in which they spread most. */
  plane?: JoinPlane | undefined;
  /** Number of the time of a series, counted from 0; absent: the last one. */
  time?: number | undefined;
}

/** Reads a file of a simulated field as a whole. @throws {AppError} as `readField` */
async function readFieldFile({ path, name, plane, time }: FieldFile): Promise<Field> {
  const bytes = statSync(path).size === 0 ? new Uint8Array() : new Uint8Array(readFileSync(path));
  await loadForField(bytes, name);
  return readField(bytes, name, { plane, time });
}

/** The field summed up last: between that and its run lies one form only, and it need not be read twice. */
let summedUp: { file: FieldFile; field: Field } | undefined;
/** Afterwards its memory is free again. */
const KEPT_MILLISECONDS = 10 * 60_000;

function keepFor(file: FieldFile, field: Field): void {
  const kept = { file, field };
  summedUp = kept;
  setTimeout(() => {
    if (summedUp === kept) summedUp = undefined;
  }, KEPT_MILLISECONDS).unref();
}

/** Whether reading a file gives what was summed up: the same file, joined alike, at the same time of its series. */
function isSummedUp({ path, plane, time }: FieldFile): boolean {
  if (summedUp?.file.path !== path) return false;
  const { file, field } = summedUp;
  const last = (field.times ?? []).length - 1;
  const isJoinedAlike = plane === undefined || plane === field.joinedIn;
  return isJoinedAlike && (time ?? last) === (file.time ?? last);
}

/** A field in memory that threads share. @throws {AppError} as `readField` */
export async function takeFieldFile(task: FieldFile): Promise<Field> {
  const field = isSummedUp(task) ? summedUp!.field : await readFieldFile(task);
  summedUp = undefined;
  const { coordinates, mesh, variables } = field;
  return {
    ...field,
    coordinates: coordinates.map(inSharedMemory) as Field['coordinates'],
    zoneOfNode: inSharedMemory(field.zoneOfNode),
    mesh: {
      nodes: inSharedMemory(mesh.nodes),
      starts: inSharedMemory(mesh.starts),
      shapes: inSharedMemory(mesh.shapes),
      zones: inSharedMemory(mesh.zones),
    },
    variables: variables.map((v) => ({ ...v, values: inSharedMemory(v.values) })),
  };
}

/** What a file of a field holds, without its values. */
export interface FieldSummary {
  nodes: number;
  zones: { name: string; nodes: number; cells: number }[];
  /** `unit`: as the file states it; empty: it does not. */
  variables: { variable: string; unit: string; lowest: number | null; highest: number | null; missing: number }[];
  remarks: string[];
  coordinateUnit: string;
  /** The plane in which nodes without cells were joined; null: all have cells. */
  plane: JoinPlane | null;
  /** Of the series that it is one of; none: it is of none. */
  times: number[];
}

export async function fieldSummary(task: FieldFile): Promise<FieldSummary> {
  const field = await readFieldFile(task);
  keepFor(task, field);
  const { zones, zoneOfNode, mesh, variables, remarks, coordinateUnit = '', joinedIn, times = [] } = field;
  const counted = zones.map((name) => ({ name, nodes: 0, cells: 0 }));
  for (const zone of zoneOfNode) counted[zone]!.nodes++;
  for (const zone of mesh.zones) counted[zone]!.cells++;
  return {
    ...{ nodes: zoneOfNode.length, zones: counted, remarks, coordinateUnit, plane: joinedIn ?? null, times },
    variables: variables.map(({ name: variable, unit = '', values }) => ({ variable, unit, ...rangeOf(values) })),
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
