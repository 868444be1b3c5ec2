import { formatValue } from '../number/formatNumber';
import { entry } from './entry';

/** What goes wrong with simulated fields. */
export const fieldErrors = {
  FIELD_NODE_MISSING: entry<{ name: string; cell: number; node: number; nodes: number }>(
    'input',
    (f) =>
      `Cell ${f.cell} of "${f.name}" names node ${f.node}, and there are ${f.nodes}. The file is cut off or was written wrongly; write it anew.`,
  ),
  FIELD_CORNERS: entry<{ name: string; cell: number; shape: string; have: number; need: number }>(
    'input',
    (f) =>
      `Cell ${f.cell} of "${f.name}" is a ${f.shape} and names ${f.have} nodes instead of ${f.need}. Write the file anew.`,
  ),
  FIELD_SHAPE: entry<{ name: string; cell: number; type: number }>(
    'input',
    (f) =>
      `Cell ${f.cell} of "${f.name}" is of type ${f.type}, which is not read here. Write the field as points, lines, triangles, quadrilaterals, polygons, tetrahedra, pyramids, prisms or hexahedra, straight or with nodes in the middle of their edges.`,
  ),
  FIELD_TOO_LARGE: entry<{ name: string; what: string; have: number; most: number }>(
    'input',
    (f) =>
      `"${f.name}" has ${f.have} ${f.what}, and at most ${f.most} fit here. Write the surface or the zones that are needed.`,
  ),
  FIELD_EMPTY: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" holds no nodes. Write the field with its nodes and cells.`,
  ),
  FIELD_PLANE: entry<Record<never, never>>(
    'input',
    () => 'The direction that the plane looks to has no length. Type three numbers that are not all zero.',
  ),
  FIELD_CUT_NOTHING: entry<{ what: string; value: number; low: number; high: number; unit: string }>(
    'input',
    (f) =>
      `No face is cut at ${f.what} = ${`${formatValue(f.value, 6)} ${f.unit}`.trim()}: on the zones chosen it goes from ${formatValue(f.low, 6)} to ${`${formatValue(f.high, 6)} ${f.unit}`.trim()}. Choose a value between them, or further zones.`,
  ),
  FIELD_CUT_ASIDE: entry<{ what: string; value: number; unit: string; count: number }>(
    'input',
    (f) =>
      `Every face that is cut at ${f.what} = ${`${formatValue(f.value, 6)} ${f.unit}`.trim()} has a node that is set aside or has no value (${f.count} of them). Bring nodes back, or choose another value.`,
  ),
  FIELD_NODES_IN_LINE: entry<{ name: string; plane: string }>(
    'input',
    (f) =>
      `The nodes of "${f.name}" lie on a line in the plane of ${f.plane[0]} and ${f.plane[1]}, so no triangles join them. Choose another plane, or send a table of triangles in one archive with them.`,
  ),
  FIELD_CELL_TABLE: entry<{ name: string; line: number; problem: string }>(
    'input',
    (f) =>
      `Line ${f.line} of "${f.name}" joins no cell: ${f.problem}. A table of cells has in each line the numbers of three or four nodes.`,
  ),
  FIELD_ABSENT: entry<{ name: string }>(
    'input',
    (f) =>
      `"${f.name}" is no field: no cells join its samples. Choose a run that was read from a file of a simulated field.`,
  ),
  NOT_DERIVED: entry<{ name: string }>(
    'input',
    (f) =>
      `"${f.name}" is not made from another run, so there is nothing that could be made alike. Choose a derived run.`,
  ),
  FIELD_NODES_MOVED: entry<{ name: string; have: number; nodes: number }>(
    'input',
    (f) =>
      `After its procedure "${f.name}" has ${f.have} samples instead of one for each of its ${f.nodes} nodes, so its cells do not fit. Switch off the steps that resample, average or sort it.`,
  ),
  FIELD_CHANNEL: entry<{ symbol: string; name: string }>(
    'input',
    (f) => `"${f.name}" has no channel of numbers ${f.symbol} that it could be cut at. Choose one of its channels.`,
  ),
  FIELD_ZONE: entry<{ zone: string; name: string; zones: string }>(
    'input',
    (f) => `"${f.name}" has no zone "${f.zone}". Its zones: ${f.zones}.`,
  ),
  FIELD_UNITS: entry<{ name: string; units: string }>(
    'input',
    (f) =>
      `The coordinates of "${f.name}" are in ${f.units}, and lengths need one unit. Declare the same unit for all three.`,
  ),
  FIELD_VARIABLE: entry<{ name: string; variable: string }>(
    'input',
    (f) => `"${f.name}" holds no variable "${f.variable}". Send the file anew and choose among what it holds.`,
  ),
  FIELD_CONTINUED: entry<{ name: string }>(
    'input',
    (f) =>
      `"${f.name}" is a field: its rows are nodes, and further ones would have no cells. Take the other one as a run of its own.`,
  ),
  DERIVED_JOINED: entry<{ name: string }>(
    'input',
    (f) =>
      `"${f.name}" is made anew when the run that it is made from changes; what is added to it would be lost. Add it to that run.`,
  ),
  FIELD_NO_PRESSURE: entry<{ symbol: string; unit: string }>(
    'input',
    (f) =>
      `${f.symbol} in ${f.unit} is no pressure and so has no force. Choose a pressure, or a coefficient without a unit.`,
  ),
  FIELD_NO_SOLIDS: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" has no solid cells, so a section has nothing to cut. Cut its surface instead.`,
  ),
  FIELD_NO_FACE: entry<{ name: string }>(
    'input',
    (f) =>
      `On the zones chosen "${f.name}" has no face whose nodes are all kept. Choose further zones, or bring nodes back.`,
  ),
  FIELD_TOO_MANY_POINTS: entry<{ have: number; most: number }>(
    'input',
    (f) => `These are ${f.have} points, and at most ${f.most} are taken. Put fewer between two places.`,
  ),
  RECIPE_UNKNOWN: entry<{ kind: string }>(
    'input',
    (f) => `No run is made by "${f.kind}" here. See the ways that are listed in the API's document.`,
  ),
  RECIPE_SETTINGS: entry<{ title: string; problem: string }>(
    'input',
    (f) => `${f.title}: ${f.problem}. Change this setting.`,
  ),
};
