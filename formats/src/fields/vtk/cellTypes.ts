import { AppError, type ShapeName } from '@undameter/core';
import type { MeshBuilder } from '../MeshBuilder';

interface CellType {
  shape: ShapeName;
  /** Corners in our order, where they are fewer or otherwise than in the file. */
  corners?: readonly number[];
  /** It has further nodes, which are passed over. */
  isCurved?: true;
}

const first = (n: number): readonly number[] => Array.from({ length: n }, (_, k) => k);
const curved = (shape: ShapeName, corners: number): CellType => ({ shape, corners: first(corners), isCurved: true });

/**
 * Cells by their numbers in VTK files.
 * Source: VTK File Formats (for VTK 4.2 and later), figures 2 and 3; the numbers from 28 on from memory of vtkCellType.h,
 * checked by files that the library writes.
 */
const types: Readonly<Record<number, CellType>> = {
  1: { shape: 'point' },
  3: { shape: 'line' },
  5: { shape: 'triangle' },
  7: { shape: 'polygon' },
  8: { shape: 'quadrilateral', corners: [0, 1, 3, 2] },
  9: { shape: 'quadrilateral' },
  10: { shape: 'tetrahedron' },
  11: { shape: 'hexahedron', corners: [0, 1, 3, 2, 4, 5, 7, 6] },
  12: { shape: 'hexahedron' },
  13: { shape: 'prism' },
  14: { shape: 'pyramid' },
  21: curved('line', 2),
  22: curved('triangle', 3),
  23: curved('quadrilateral', 4),
  24: curved('tetrahedron', 4),
  25: curved('hexahedron', 8),
  26: curved('prism', 6),
  27: curved('pyramid', 5),
  28: curved('quadrilateral', 4),
  29: curved('hexahedron', 8),
};
const [EMPTY, POINTS, POLYLINE, STRIP] = [0, 2, 4, 6];

/**
 * Adds a cell of a VTK file.
 * @returns whether nodes in the middle of its edges were passed over
 * @throws {AppError} FIELD_SHAPE
 */
export function addCell(
  to: MeshBuilder,
  type: number,
  nodes: ArrayLike<number>,
  from: number,
  end: number,
  { cell, name }: { cell: number; name: string },
): boolean {
  const known = types[type];
  if (known) {
    const corners = known.corners?.map((k) => nodes[from + k]!);
    if (corners) to.add(known.shape, corners, 0, corners.length, cell);
    else to.add(known.shape, nodes, from, end, cell);
    return known.isCurved ?? false;
  }
  if (type === POINTS) for (let i = from; i < end; i++) to.add('point', nodes, i, i + 1, cell);
  else if (type === POLYLINE) for (let i = from; i + 1 < end; i++) to.add('line', nodes, i, i + 2, cell);
  else if (type === STRIP) to.addStrip(nodes, from, end, cell);
  else if (type !== EMPTY) throw new AppError('FIELD_SHAPE', { name, cell: cell + 1, type });
  return false;
}

export const CURVED =
  'Cells with nodes in the middle of their edges are taken straight between their corners; the nodes stay samples.';
