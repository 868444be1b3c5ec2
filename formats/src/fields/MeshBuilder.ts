import { shapeCode, type Mesh, type ShapeName } from '@undameter/core';

/** Whole numbers one after another, as many as come. */
class Wholes {
  private values = new Uint32Array(1024);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const wider = new Uint32Array(2 * this.length);
      wider.set(this.values);
      this.values = wider;
    }
    this.values[this.length++] = value;
  }

  made(): Uint32Array {
    return this.values.slice(0, this.length);
  }
}

/** Cells as they are read, one after another. */
export class MeshBuilder {
  private readonly nodes = new Wholes();
  private readonly starts = new Wholes();
  private readonly shapes = new Wholes();
  private readonly source = new Wholes();

  constructor() {
    this.starts.push(0);
  }

  /** @param source  cell of the file that it comes from */
  add(shape: ShapeName, corners: ArrayLike<number>, from: number, to: number, source: number): void {
    for (let i = from; i < to; i++) this.nodes.push(corners[i]!);
    this.starts.push(this.nodes.length);
    this.shapes.push(shapeCode(shape));
    this.source.push(source);
  }

  /** Neighbouring triangles of a strip, turned alternately. */
  addStrip(corners: ArrayLike<number>, from: number, to: number, source: number): void {
    for (let k = from; k + 2 < to; k++) {
      const [a, b, c] = [corners[k]!, corners[k + 1]!, corners[k + 2]!];
      this.add('triangle', (k - from) % 2 === 0 ? [a, b, c] : [b, a, c], 0, 3, source);
    }
  }

  made(): { mesh: Mesh; source: Uint32Array } {
    return {
      mesh: {
        nodes: this.nodes.made(),
        starts: this.starts.made(),
        shapes: Uint8Array.from(this.shapes.made()),
        zones: new Uint16Array(this.shapes.length),
      },
      source: this.source.made(),
    };
  }
}

/** Cells of nodes that lie in a grid of rows and layers: of lines, quadrilaterals or hexahedra, as it has extent. */
export function gridCells(nodes: readonly [number, number, number]): { mesh: Mesh; source: Uint32Array } {
  const made = new MeshBuilder();
  const axes = [0, 1, 2].filter((k) => nodes[k]! > 1);
  const step = [1, nodes[0], nodes[0] * nodes[1]];
  const [i, j, k] = axes.map((axis) => ({ step: step[axis]!, cells: nodes[axis]! - 1 }));
  let source = 0;
  for (let c = 0; c < (k?.cells ?? 1); c++)
    for (let b = 0; b < (j?.cells ?? 1); b++)
      for (let a = 0; a < (i?.cells ?? 0); a++) {
        const at = a * i!.step + b * (j?.step ?? 0) + c * (k?.step ?? 0);
        const line = [at, at + i!.step];
        const face = j ? [...line, line[1]! + j.step, at + j.step] : line;
        const corners = k ? [...face, ...face.map((n) => n + k.step)] : face;
        const shape = (['line', 'quadrilateral', 'hexahedron'] as const)[axes.length - 1]!;
        made.add(shape, corners, 0, corners.length, source++);
      }
  return made.made();
}
