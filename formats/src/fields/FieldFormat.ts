import type { JoinPlane, Mesh } from '@undameter/core';

/** An open format of simulated fields: nodes, how they are joined to cells, and what is known at them. */
export interface FieldFormat {
  kind: string;
  title: string;
  /** Endings of the names of its files, without the dot. */
  extensions: readonly string[];
  recognises(head: Uint8Array, name: string): boolean;
  /** Brings into memory what its reading needs; absent: nothing. */
  load?(): Promise<void>;
  /**
   * @param bytes  the whole file
   * @throws {AppError} FILE_DAMAGED, FILE_UNPACKS_TOO_LARGE, FIELD_SHAPE, FIELD_TOO_LARGE, and as `checkMesh`
   */
  read(bytes: Uint8Array, name: string, how?: HowRead): FieldPart[];
}

/** What of the reading is not in the file itself. */
export interface HowRead {
  /** In which plane nodes without cells are joined; absent: the one in which they spread most. */
  plane?: JoinPlane | undefined;
  /** Number of the time of a series, counted from 0; absent: the last one. */
  time?: number | undefined;
  /** The other files of its archive, by their paths. */
  beside?: Readonly<Record<string, Uint8Array>> | undefined;
}

/** One data set of a file: a zone, unless it is the only one. */
export interface FieldPart {
  /** What the file calls it; empty: it has no name. */
  name: string;
  /** x, y, z of one node after those of another. */
  points: Float64Array;
  /** Its zones are all 0. */
  mesh: Mesh;
  /** Cell of the file that each cell of the mesh comes from; undefined: they are the same. */
  source?: Uint32Array;
  arrays: FieldArray[];
  /** What was read otherwise than it stands there. */
  remarks: string[];
  /** Of x, y and z, where the file states it. */
  coordinateUnit?: string;
  /** The plane in which its nodes were joined; absent: the file has cells. */
  joinedIn?: JoinPlane;
  /** The times of the series that it is one of, as the file counts them; absent: it is of none. */
  times?: number[];
}

/** Values of a quantity. */
export interface FieldArray {
  name: string;
  at: 'nodes' | 'cells';
  components: number;
  /** All components of one node or cell after those of another. */
  values: Float64Array;
  /** Where the file states it. */
  unit?: string;
}

/** More nodes or cells than this do not fit into the memory of a server. */
export const MOST_NODES = 8_000_000;
export const MOST_CELLS = 16_000_000;
