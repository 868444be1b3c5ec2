import { AppError, type ShapeName } from '@undameter/core';
import type { MeshBuilder } from '../MeshBuilder';
import type { CgnsNode } from './tree';

/** Elements by their numbers: corners come first, nodes between them after. Source: CGNS SIDS, ElementType_t. */
const TYPES: Readonly<Record<number, { shape: ShapeName; corners: number; nodes: number; dimension: 0 | 1 | 2 | 3 }>> =
  {
    2: { shape: 'point', corners: 1, nodes: 1, dimension: 0 },
    3: { shape: 'line', corners: 2, nodes: 2, dimension: 1 },
    4: { shape: 'line', corners: 2, nodes: 3, dimension: 1 },
    5: { shape: 'triangle', corners: 3, nodes: 3, dimension: 2 },
    6: { shape: 'triangle', corners: 3, nodes: 6, dimension: 2 },
    7: { shape: 'quadrilateral', corners: 4, nodes: 4, dimension: 2 },
    8: { shape: 'quadrilateral', corners: 4, nodes: 8, dimension: 2 },
    9: { shape: 'quadrilateral', corners: 4, nodes: 9, dimension: 2 },
    10: { shape: 'tetrahedron', corners: 4, nodes: 4, dimension: 3 },
    11: { shape: 'tetrahedron', corners: 4, nodes: 10, dimension: 3 },
    12: { shape: 'pyramid', corners: 5, nodes: 5, dimension: 3 },
    13: { shape: 'pyramid', corners: 5, nodes: 14, dimension: 3 },
    14: { shape: 'prism', corners: 6, nodes: 6, dimension: 3 },
    15: { shape: 'prism', corners: 6, nodes: 15, dimension: 3 },
    16: { shape: 'prism', corners: 6, nodes: 18, dimension: 3 },
    17: { shape: 'hexahedron', corners: 8, nodes: 8, dimension: 3 },
    18: { shape: 'hexahedron', corners: 8, nodes: 20, dimension: 3 },
    19: { shape: 'hexahedron', corners: 8, nodes: 27, dimension: 3 },
    21: { shape: 'pyramid', corners: 5, nodes: 13, dimension: 3 },
  };
const MIXED = 20;
export const POLYGONS = 22;
export const POLYHEDRA = 23;

export interface Section {
  name: string;
  type: number;
  /** Number of its first element, counted from 1. */
  first: number;
  count: number;
  connectivity: Float64Array;
  /** Where each element begins; empty for elements of one size. */
  starts: Float64Array;
}

export function sectionsOf(zone: CgnsNode): Section[] {
  const sections = zone.all('Elements_t').map((node): Section => {
    const [first = 1, last = 0] = node.named('ElementRange')?.numbers() ?? [];
    return {
      ...{ name: node.name, type: node.numbers()[0] ?? 0, first, count: last - first + 1 },
      connectivity: node.named('ElementConnectivity')?.numbers() ?? new Float64Array(),
      starts: node.named('ElementStartOffset')?.numbers() ?? new Float64Array(),
    };
  });
  return sections.sort((a, b) => a.first - b.first);
}

/** 3 for solids, 2 for faces; of a mixed section the largest of its elements. */
export function dimensionOf(section: Section, file: string): number {
  if (section.type === POLYGONS) return 2;
  if (section.type === POLYHEDRA) return 3;
  let most = 0;
  eachElement(section, file, ({ dimension }) => (most = Math.max(most, dimension)));
  return most;
}

type Take = (element: { shape: ShapeName; dimension: number; corners: number[]; number: number }) => void;

/** Corners are counted from 0, elements as the file does. @throws {AppError} FILE_DAMAGED */
export function eachElement(
  { name, type, first, count, connectivity, starts }: Section,
  file: string,
  take: Take,
): void {
  const damaged = (reason: string): AppError =>
    new AppError('FILE_DAMAGED', { name: file, what: 'CGNS file', reason: `section "${name}" ${reason}` });
  const cornersAt = (from: number, corners: number): number[] => {
    if (from + corners > connectivity.length) throw damaged('ends before its last element');
    return Array.from(connectivity.subarray(from, from + corners), (n) => n - 1);
  };
  let at = 0;
  for (let k = 0; k < count; k++) {
    if (type === POLYGONS) {
      // Without offsets each polygon stands behind the number of its corners.
      const [from, size] =
        starts.length > 0 ? [starts[k]!, starts[k + 1]! - starts[k]!] : [at + 1, connectivity[at] ?? NaN];
      if (!(size >= 0)) throw damaged('ends before its last element');
      take({ shape: 'polygon', dimension: 2, corners: cornersAt(from, size), number: first + k });
      at = from + size;
      continue;
    }
    const own = type === MIXED ? (connectivity[at++] ?? NaN) : type;
    const known = TYPES[own];
    if (!known) throw damaged(`has an element of type ${own}, which is not read`);
    const { shape, corners, nodes, dimension } = known;
    take({ shape, dimension, corners: cornersAt(at, corners), number: first + k });
    at += nodes;
  }
}

/**
 * Outer faces of polyhedra: those that only one of them names.
 * @returns  numbers of polygons as the file counts them
 */
export function outerPolygons({ connectivity, starts, count }: Section): Set<number> {
  const outer = new Set<number>();
  let at = 0;
  for (let k = 0; k < count; k++) {
    const [from, size] =
      starts.length > 0 ? [starts[k]!, starts[k + 1]! - starts[k]!] : [at + 1, connectivity[at] ?? 0];
    for (let i = from; i < from + size; i++) {
      const face = Math.abs(connectivity[i] ?? 0);
      if (!outer.delete(face)) outer.add(face);
    }
    at = from + size;
  }
  return outer;
}

export function addElement(to: MeshBuilder, shape: ShapeName, corners: readonly number[], source: number): void {
  to.add(shape, corners, 0, corners.length, source);
}
