import type { Mesh } from './Mesh';
import { cellsOf } from './Mesh';
import { Segments, type JoinedLine } from './Segments';

/** The rims of a surface of faces: edges that only one of them has, in lines. */
export function outlineOf({ nodes, starts }: Pick<Mesh, 'nodes' | 'starts'>): JoinedLine[] {
  const highest = nodes.reduce((most, node) => Math.max(most, node), -1) + 1;
  const open = new Map<number, [number, number]>();
  for (let cell = 0; cell < cellsOf({ starts }); cell++)
    for (let i = starts[cell]!; i < starts[cell + 1]!; i++) {
      const [a, b] = [nodes[i]!, nodes[i + 1 < starts[cell + 1]! ? i + 1 : starts[cell]!]!];
      const edge = Math.min(a, b) * highest + Math.max(a, b);
      // An edge that is met a second time lies between two faces.
      if (!open.delete(edge)) open.set(edge, [a, b]);
    }
  const segments = new Segments();
  for (const [a, b] of open.values()) segments.add(a, b);
  return segments.lines(highest);
}
