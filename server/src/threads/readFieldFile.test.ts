/** A file of a field on its way to a run: read once, unless what is taken is not what was summed up. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, expect, test } from '@jest/globals';
import { fieldSummary, takeFieldFile } from './readFieldFile';

const folder = mkdtempSync(join(tmpdir(), 'undameter-field-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const put = (name: string, content: string): { path: string; name: string } => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return { path, name };
};
/** Four corners of a square that stands upright: x, y, z and a pressure. */
const square = (first: number): string => `x,y,z,p\n0,0,0,${first}\n1,0.2,0,2\n1,0.2,1,3\n0,0,1,4\n`;
const code = (expected: string) => expect.objectContaining({ code: expected });
const pressures = async (task: Parameters<typeof takeFieldFile>[0]) => [
  ...(await takeFieldFile(task)).variables[0]!.values,
];

test('what was summed up is taken as it was, once', async () => {
  const file = put('a.csv', square(1));
  expect(await fieldSummary(file)).toMatchObject({ nodes: 4, plane: 'xz' });
  put('a.csv', square(10));
  expect(await pressures(file)).toEqual([1, 2, 3, 4]);
  expect(await pressures(file)).toEqual([10, 2, 3, 4]);
});
test('named as it was joined by itself it is the same; joined in another plane it is read again', async () => {
  const file = put('b.csv', square(1));
  await fieldSummary(file);
  put('b.csv', square(10));
  expect(await pressures({ ...file, plane: 'xz' })).toEqual([1, 2, 3, 4]);
  await fieldSummary(file);
  put('b.csv', square(20));
  expect(await pressures({ ...file, plane: 'yz' })).toEqual([20, 2, 3, 4]);
});
test('at another time of its series it is read again; at the one that was summed up it is the same', async () => {
  const file = put('series.cgns', '');
  writeFileSync(file.path, readFileSync('formats/test/fields/unstructured.cgns'));
  expect((await fieldSummary(file)).times).toEqual([0, 0.25, 0.5]);
  expect((await pressures({ ...file, time: 0 }))[0]).toBe(101.25);
  const last = (await pressures(file))[0];
  await fieldSummary(file);
  writeFileSync(file.path, 'no field any more');
  expect((await pressures({ ...file, time: 2 }))[0]).toBe(last);
  expect(last).not.toBe(101.25);
});
test('of two that wait the one summed up first is read again', async () => {
  const [first, second] = [put('c.csv', square(1)), put('d.csv', square(2))];
  await fieldSummary(first);
  await fieldSummary(second);
  put('c.csv', square(30));
  expect(await pressures(first)).toEqual([30, 2, 3, 4]);
});
test('what cannot be read is refused, and what was summed up before is not taken for it', async () => {
  await fieldSummary(put('e.csv', square(1)));
  await expect(fieldSummary(put('f.vtu', 'no field'))).rejects.toEqual(code('FILE_DAMAGED'));
  await expect(takeFieldFile({ path: join(folder, 'f.vtu'), name: 'f.vtu' })).rejects.toEqual(code('FILE_DAMAGED'));
});
test('all of it lies in memory that threads share', async () => {
  const { coordinates, zoneOfNode, mesh, variables } = await takeFieldFile(put('g.csv', square(1)));
  const { nodes, starts, shapes, zones } = mesh;
  for (const part of [...coordinates, zoneOfNode, nodes, starts, shapes, zones, ...variables.map((v) => v.values)])
    expect(part.buffer).toBeInstanceOf(SharedArrayBuffer);
  expect([...mesh.starts]).toEqual([0, 3, 6]);
});
