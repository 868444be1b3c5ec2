/** A field of a million triangles with ten variables: read, cut once, cut fifty times; against VTK in the same run. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alongCut, cutSurface, facesOf, rangesOfFaces, type Faces } from '@undameter/core';
import { readField, type Field } from '@undameter/formats';
import { medianInPython, timeOf } from './medians';

const [ACROSS, VARIABLES, RUNS, STATIONS] = [707, 10, 5, 50];

/** A bent sheet as a VTK XML file, its arrays appended as they are. */
function sheetFile(): Uint8Array {
  const nodes = (ACROSS + 1) ** 2;
  const points = new Float64Array(3 * nodes);
  const columns = Array.from({ length: VARIABLES }, () => new Float64Array(nodes));
  for (let j = 0; j <= ACROSS; j++)
    for (let i = 0; i <= ACROSS; i++) {
      const [node, u, v] = [j * (ACROSS + 1) + i, i / ACROSS, j / ACROSS];
      const [x, z] = [60 * u + 12 * v * v, 86 * v + 3 * Math.sin(3 * u)];
      points.set([x, 9 * Math.sin(Math.PI * u) * (1 - 0.4 * v), z], 3 * node);
      columns.forEach((column, k) => (column[node] = Math.cos((k + 1) * 0.03 * x) + 0.001 * z));
    }
  const cells = 2 * ACROSS * ACROSS;
  const corners = new Int32Array(3 * cells);
  for (let j = 0, at = 0; j < ACROSS; j++)
    for (let i = 0; i < ACROSS; i++, at += 6) {
      const a = j * (ACROSS + 1) + i;
      corners.set([a, a + 1, a + ACROSS + 2, a, a + ACROSS + 2, a + ACROSS + 1], at);
    }
  const blocks: Uint8Array[] = [];
  let offset = 0;
  const array = (type: string, name: string, data: ArrayBufferView, components = 1): string => {
    const bytes = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
    const at = offset;
    blocks.push(new Uint8Array(Uint32Array.of(bytes.length).buffer), bytes);
    offset += 4 + bytes.length;
    return `<DataArray type="${type}" Name="${name}" NumberOfComponents="${components}" format="appended" offset="${at}"/>`;
  };
  const values = columns.map((column, k) => array('Float64', `q${k}`, column)).join('');
  const places = array('Float64', 'Points', points, 3);
  const ends = Int32Array.from({ length: cells }, (_, k) => 3 * (k + 1));
  const lists =
    array('Int32', 'connectivity', corners) +
    array('Int32', 'offsets', ends) +
    array('UInt8', 'types', new Uint8Array(cells).fill(5));
  const head = `<?xml version="1.0"?><VTKFile type="UnstructuredGrid" version="1.0" byte_order="LittleEndian" header_type="UInt32"><UnstructuredGrid><Piece NumberOfPoints="${nodes}" NumberOfCells="${cells}"><PointData>${values}</PointData><Points>${places}</Points><Cells>${lists}</Cells></Piece></UnstructuredGrid><AppendedData encoding="raw">_`;
  return Buffer.concat([Buffer.from(head), ...blocks, Buffer.from('</AppendedData></VTKFile>')]);
}

const reference = (path: string): string => `
import json, time, statistics, vtk
def read():
    reader = vtk.vtkXMLUnstructuredGridReader(); reader.SetFileName(${JSON.stringify(path)}); reader.Update()
    return reader.GetOutput()
grid = read()
def cut(values):
    plane = vtk.vtkPlane(); plane.SetNormal(0, 0, 1); plane.SetOrigin(0, 0, 0)
    cutter = vtk.vtkCutter(); cutter.SetCutFunction(plane); cutter.SetInputData(grid)
    for k, value in enumerate(values): cutter.SetValue(k, value)
    cutter.Update()
${medianInPython(RUNS)}
stations = [1.7 * (k + 1) for k in range(${STATIONS})]
print(json.dumps([median_ms(read), median_ms(lambda: cut([43.3])), median_ms(lambda: cut(stations))]))`;

/** Cuts with all their columns, as a derived run has them: what is known of the faces serves all of its stations. */
function cutAt(faces: Faces, { coordinates, variables }: Field, stations: readonly number[]): void {
  const ranges = rangesOfFaces(faces, coordinates[2]);
  for (const level of stations) {
    const cut = cutSurface(faces, coordinates[2], { level, ranges });
    for (const values of [...coordinates, ...variables.map((v) => v.values)]) alongCut(cut, values);
  }
}

export async function benchFields(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'undameter-bench-'));
  const path = join(folder, 'sheet.vtu');
  try {
    writeFileSync(path, sheetFile());
    const read = (): Field => readField(new Uint8Array(readFileSync(path)), 'sheet.vtu');
    const field = read();
    const faces = facesOf(field.mesh);
    const stations = Array.from({ length: STATIONS }, (_, k) => 1.7 * (k + 1));
    const ours: [string, number][] = [
      [`field: read 1e6 triangles, ${VARIABLES} variables`, await timeOf(() => facesOf(read().mesh), RUNS)],
      ['field: one cut with all columns', await timeOf(() => cutAt(faces, field, [43.3]), RUNS)],
      [`field: ${STATIONS} cuts with all columns`, await timeOf(() => cutAt(faces, field, stations), RUNS)],
    ];
    const { status, stdout } = spawnSync('/usr/bin/python3', ['-c', reference(path)], { encoding: 'utf8' });
    const theirs = status === 0 ? (JSON.parse(stdout) as number[]) : [];
    if (theirs.length === 0)
      console.log('No reference: install python3-vtk9 (Debian) to see each time as a ratio to its own.\n');
    ours.forEach(([name, ms], k) => {
      const other = theirs[k];
      const ratio = other === undefined ? '–' : (ms / other).toFixed(2);
      console.log(
        `${name.padEnd(46)}${ms.toFixed(1).padStart(9)}${(other?.toFixed(1) ?? '–').padStart(11)}${ratio.padStart(8)}`,
      );
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
