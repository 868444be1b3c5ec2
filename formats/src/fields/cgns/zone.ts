import { AppError, cellsOf } from '@undameter/core';
import type { FieldArray, FieldPart } from '../FieldFormat';
import { gridCells, MeshBuilder } from '../MeshBuilder';
import {
  addElement,
  dimensionOf,
  eachElement,
  outerPolygons,
  POLYGONS,
  POLYHEDRA,
  sectionsOf,
  type Section,
} from './elements';
import type { CgnsNode } from './tree';
import { withMagnitudes } from './magnitudes';
import { unitOfArray, unitNames } from './unitsOf';

/** What a zone is read by. */
export interface ZoneOf {
  file: string;
  /** 3: its cells are solids, 2: faces. */
  cellDimension: number;
  units: string[] | undefined;
  /** Number of the time that is read; undefined: the file has no series. */
  time: number | undefined;
}

/** A zone as a part, and its boundaries as parts of their own. @throws {AppError} FILE_DAMAGED */
export function zoneParts(zone: CgnsNode, of: ZoneOf): FieldPart[] {
  const isStructured = zone.first('ZoneType_t')?.word() === 'Structured';
  const sizes = [...zone.numbers()];
  const dimensions = isStructured ? sizes.length / 3 : 1;
  const along = [0, 1, 2].map((k) => (k < dimensions ? (sizes[k] ?? 1) : 1)) as [number, number, number];
  const nodes = along[0] * along[1] * along[2];
  const points = pointsOf(zone, nodes, of);
  const remarks: string[] = [];
  if (isStructured) {
    const { mesh, source } = gridCells(along);
    const arrays = arraysOf(zone, of, { nodes, cells: cellsOf(mesh), along }, remarks);
    return [{ ...{ name: zone.name, points, mesh, source, arrays, remarks } }];
  }
  return unstructured(zone, { points, nodes, cells: sizes[1] ?? 0, remarks }, of);
}

/** x, y, z of one node after those of another. @throws {AppError} FILE_DAMAGED */
function pointsOf(zone: CgnsNode, nodes: number, { file }: ZoneOf): Float64Array {
  const grid = zone.first('GridCoordinates_t');
  const points = new Float64Array(3 * nodes);
  ['CoordinateX', 'CoordinateY', 'CoordinateZ'].forEach((name, axis) => {
    const column = grid?.named(name)?.numbers();
    // A flat field has no third coordinate.
    if (!column && axis === 2 && grid) return;
    if (column?.length !== nodes) {
      const reason = `zone "${zone.name}" has ${nodes} nodes and ${column?.length ?? 0} values of ${name}`;
      throw new AppError('FILE_DAMAGED', { name: file, what: 'CGNS file', reason });
    }
    for (let i = 0; i < nodes; i++) points[3 * i + axis] = column[i]!;
  });
  return points;
}

interface Unstructured {
  points: Float64Array;
  nodes: number;
  cells: number;
  remarks: string[];
}

function unstructured(zone: CgnsNode, { points, nodes, cells, remarks }: Unstructured, of: ZoneOf): FieldPart[] {
  const sections = sectionsOf(zone);
  const polyhedra = sections.filter((s) => s.type === POLYHEDRA);
  const inside = sections.filter((s) => s.type !== POLYHEDRA);
  const most = Math.max(0, ...inside.map((s) => dimensionOf(s, of.file)));
  const isCell = (s: Section): boolean => dimensionOf(s, of.file) === most;
  const outer = polyhedra.length > 0 ? new Set(polyhedra.flatMap((s) => [...outerPolygons(s)])) : undefined;
  if (outer) remarks.push('Polyhedra are read as their outer faces; values of their cells are left out.');
  const { mesh, source } = cellsOfSections(inside.filter(isCell), most, of.file, outer);
  const size = { nodes, cells: outer ? -1 : cells, along: undefined };
  const arrays = arraysOf(zone, of, size, remarks);
  const whole: FieldPart = { name: zone.name, points, mesh, source, arrays, remarks };
  const ofNodes = arrays.filter((a) => a.at === 'nodes');
  const boundaries = inside
    .filter((s) => most === 3 && dimensionOf(s, of.file) === 2 && s.type !== POLYGONS)
    .map((section) => boundaryPart(section, whole, ofNodes, of.file));
  return [whole, ...boundaries];
}

/** Cells in the order of their numbers, which is that of the values at cells. */
function cellsOfSections(
  sections: readonly Section[],
  dimension: number,
  file: string,
  outer: Set<number> | undefined,
) {
  const made = new MeshBuilder();
  let source = 0;
  for (const section of sections)
    eachElement(section, file, (element) => {
      if (element.dimension !== dimension || (outer && !outer.has(element.number))) return;
      addElement(made, element.shape, element.corners, source++);
    });
  return made.made();
}

/** Faces beside the cells of a zone are a zone of their own, with the nodes that they need. */
function boundaryPart(section: Section, zone: FieldPart, arrays: readonly FieldArray[], file: string): FieldPart {
  const place = new Map<number, number>();
  const made = new MeshBuilder();
  eachElement(section, file, ({ shape, corners }) => {
    const own = corners.map((node) => {
      const known = place.get(node) ?? place.size;
      place.set(node, known);
      return known;
    });
    addElement(made, shape, own, 0);
  });
  const nodes = [...place.keys()];
  return {
    name: `${zone.name}, ${section.name}`,
    points: Float64Array.from(nodes.flatMap((n) => [0, 1, 2].map((axis) => zone.points[3 * n + axis] ?? NaN))),
    mesh: made.made().mesh,
    arrays: arrays.map((array) => ({ ...array, values: Float64Array.from(nodes, (n) => array.values[n] ?? NaN) })),
    remarks: [],
  };
}

interface Size {
  nodes: number;
  cells: number;
  /** Of a grid. */
  along: readonly number[] | undefined;
}

/** Values of the nodes and cells of a zone; of a series those of one time. */
function arraysOf(zone: CgnsNode, of: ZoneOf, size: Size, remarks: string[]): FieldArray[] {
  const read = solutionsOf(zone, of).flatMap((solution) => {
    const where = solution.named('GridLocation')?.word() || 'Vertex';
    const rind = [...(solution.first('Rind_t')?.numbers() ?? [])];
    const at = where === 'Vertex' ? 'nodes' : 'cells';
    const units = unitNames(solution, of.units);
    if (where !== 'Vertex' && where !== 'CellCenter') {
      remarks.push(`Values at ${where} of zone "${zone.name}" are left out: those of nodes and cells are read.`);
      return [];
    }
    return solution.all('DataArray_t').flatMap((array): FieldArray[] => {
      const values = withoutRind(array.numbers(), size, at, rind);
      const wanted = at === 'nodes' ? size.nodes : size.cells;
      if (values.length !== wanted) {
        if (size.cells >= 0)
          remarks.push(
            `"${array.name}" of zone "${zone.name}" has ${values.length} values for ${wanted} ${at} and is left out.`,
          );
        return [];
      }
      const unit = unitOfArray(array, units);
      return [{ name: array.name, at, components: 1, values, ...(unit === undefined ? {} : { unit }) }];
    });
  });
  return withMagnitudes(read);
}

/** Of a series those that the zone names for the time. */
function solutionsOf(zone: CgnsNode, { time }: ZoneOf): CgnsNode[] {
  const all = zone.all('FlowSolution_t');
  const pointers = zone.first('ZoneIterativeData_t')?.named('FlowSolutionPointers')?.words(32);
  if (time === undefined || !pointers) return all;
  const series = new Set(pointers);
  return all.filter((solution) => !series.has(solution.name) || solution.name === pointers[time]);
}

/** Layers beyond the grid of a structured zone are taken off. */
function withoutRind(
  values: Float64Array,
  { along }: Size,
  at: FieldArray['at'],
  rind: readonly number[],
): Float64Array {
  if (!along || rind.every((n) => n === 0)) return values;
  const size = along.map((n) => (at === 'nodes' || n === 1 ? n : n - 1));
  const [before, after] = [0, 1].map((side) => size.map((_, k) => rind[2 * k + side] ?? 0)) as [number[], number[]];
  const full = size.map((n, k) => n + before[k]! + after[k]!);
  if (full.reduce((a, b) => a * b, 1) !== values.length) return values;
  const inner = new Float64Array(size.reduce((a, b) => a * b, 1));
  let to = 0;
  for (let k = 0; k < size[2]!; k++)
    for (let j = 0; j < size[1]!; j++)
      for (let i = 0; i < size[0]!; i++)
        inner[to++] = values[i + before[0]! + full[0]! * (j + before[1]! + full[1]! * (k + before[2]!))]!;
  return inner;
}
