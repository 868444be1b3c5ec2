/** Simulated fields: sent, taken as runs, looked at, cut, and cut anew when they change. */
import { readdirSync, readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  AlikeReply,
  BenchReply,
  CampaignRow,
  ComparisonRow,
  CutReply,
  DerivedReply,
  FieldReply,
  FieldUploadReply,
  FigureRow,
  FigureSource,
  NodeReply,
  RunReply,
} from '@undameter/contract';
import type { Step } from '@undameter/core';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);
let server: ServerHere;
let campaignId: number;

/** A plate of 3 x 3 nodes, 2 wide and 4 high, with a pressure and a velocity, as a legacy file; its lower half is a triangle twice. */
const places = [0, 1, 2].flatMap((j) => [0, 1, 2].map((i) => [i, 0.5 * i, 2 * j]));
const plate = (more = 0): string => `# vtk DataFile Version 4.2
plate
ASCII
DATASET UNSTRUCTURED_GRID
POINTS 9 double
${places.map((p) => p.join(' ')).join('\n')}
CELLS 6 26
3 0 1 4
3 0 4 3
3 1 2 5
3 1 5 4
4 3 4 7 6
4 4 5 8 7
CELL_TYPES 6
5 5 5 5 9 9
POINT_DATA 9
SCALARS Static_Pressure double 1
LOOKUP_TABLE default
${places.map(([x, , z]) => 100 + 10 * x! + z! + more).join(' ')}
VECTORS U double
${places.map(([x]) => `${x} 0 1`).join('\n')}
`;
type Refused = { code: string; message: string };
const send = (name: string, content: BlobPart) =>
  server.ask<FieldUploadReply & Refused>(`/field-uploads?name=${name}`, new Blob([content]));
const pressure = { variable: 'Static_Pressure', symbol: 'p', name: 'Pressure', unit: 'kPa' };
const body = (uploadId: string, name: string, change: object = {}) => ({
  ...{ uploadId, name, coordinateUnit: 'mm', variables: [pressure] },
  ...change,
});
const take = (uploadId: string, name: string, change: object = {}) =>
  server.ask<RunReply & Refused>(`/campaigns/${campaignId}/fields`, body(uploadId, name, change));
const cut = (values: number[], channel = 'z', zones: string[] = []) => ({
  kind: 'cut',
  settings: { where: { channel, values }, zones },
});
const derive = (name: string, runId: number, recipe: object) =>
  server.ask<RunReply & Refused>(`/campaigns/${campaignId}/derived-runs`, { name, runId, recipe });
const asIs = { offset: 0, scale: 1, method: 'linear', uncertainty: null };
const zRel: Step = {
  ...{ id: 'a', kind: 'derive', version: 1, on: true },
  settings: { symbol: 'z_rel', name: 'Relative height', formula: 'z / 4 [mm]', unit: '' },
};
const columnsOf = async (runId: number, symbols: string[]): Promise<Record<string, number[]>> => {
  const reply = await fetch(`${server.address}/api/runs/${runId}/export?which=kept&symbols=${symbols.join()}`);
  const [, ...lines] = (await reply.text()).trim().split(/\r?\n/);
  const rows = lines.map((line) => line.split(',').map(Number));
  return Object.fromEntries(symbols.map((symbol, c) => [symbol, rows.map((row) => row[c]!)]));
};

let field: RunReply;
beforeAll(async () => {
  server = await startHere();
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Guide vane', question: '' })).body.id;
  const { body: sent } = await send('plate.vtk', plate());
  field = (await take(sent.uploadId, 'Plate')).body;
});
afterAll(() => server.close());

describe('a table of nodes', () => {
  const rows = places.map(([x, y, z]) => `${x},${y},${z},${100 + 10 * x!}`);
  const nodes = ['x (cm),y (cm),z (cm),Wall pressure (kPa)', ...rows].join('\n');

  test('brings its units, says in which plane it is joined, and is taken in another', async () => {
    const { body: sent } = await send('nodes.csv', nodes);
    expect(sent).toMatchObject({ nodes: 9, coordinateUnit: 'cm', plane: 'xz', cells: 8 });
    expect(sent.variables[0]).toMatchObject({ variable: 'Wall pressure', unit: 'kPa', isRemembered: false });
    expect(sent.remarks.join()).toContain('in the plane of x and z');
    const wall = { variable: 'Wall pressure', symbol: 'p_w', name: 'Wall pressure', unit: 'kPa' };
    const { body: made } = await take(sent.uploadId, 'Nodes', { coordinateUnit: 'cm', plane: 'yz', variables: [wall] });
    const { body: about } = await server.ask<FieldReply>(`/runs/${made.id}/field`);
    expect(about).toMatchObject({ nodes: 9, cells: 8, remarks: [expect.stringContaining('in the plane of y and z')] });
    await server.ask(`/runs/${made.id}`, undefined, 'DELETE');
  });
  test('of a log is refused, with what a field is', async () => {
    const { body: refusedLog } = await send('log.csv', 't,p\n0,1\n1,2\n');
    expect(refusedLog).toMatchObject({ code: 'FILE_DAMAGED', message: expect.stringContaining('table of nodes') });
  });
});

describe('a file with a series of times', () => {
  test('tells them, and is taken at one of them', async () => {
    const bytes = readFileSync('formats/test/fields/unstructured.cgns');
    const { body: sent } = await send('block.cgns', new Uint8Array(bytes));
    expect(sent).toMatchObject({ times: [0, 0.25, 0.5], coordinateUnit: 'm', nodes: 24 });
    expect(sent.variables[0]).toMatchObject({ variable: 'Pressure', unit: 'Pa', lowest: 119.25, isRemembered: false });
    const variables = [{ variable: 'Pressure', symbol: 'p', name: 'Pressure', unit: 'Pa' }];
    const { body: taken } = await take(sent.uploadId, 'First time', { variables, time: 0 });
    expect((await columnsOf(taken.id, ['p'])).p![0]).toBe(101.25);
    expect(taken.declared[3]!.labels).toEqual(['solids', 'solids, Wall', 'faces']);
    expect((await server.ask(`/runs/${taken.id}`, undefined, 'DELETE')).status).toBe(204);
  });
});

describe('a file of a field', () => {
  test('tells what it holds, and takes units from the last one with a variable of that name', async () => {
    const { status, body: sent } = await send('plate.vtk', plate());
    expect(status).toBe(201);
    expect(sent).toMatchObject({
      nodes: 9,
      cells: 6,
      zones: [{ name: 'zone 1', nodes: 9, cells: 6 }],
      coordinateUnit: 'mm',
    });
    expect(
      sent.variables.map((v) => [v.variable, v.symbol, v.unit, v.isRemembered, v.lowest, v.highest, v.missing]),
    ).toEqual([
      ['Static_Pressure', 'p', 'kPa', true, 100, 124, 0],
      ['U x', 'U_x', '', false, 0, 2, 0],
      ['U y', 'U_y', '', false, 0, 0, 0],
      ['U z', 'U_z', '', false, 1, 1, 0],
      ['U magnitude', 'U_magnitude', '', false, 1, Math.hypot(2, 0, 1), 0],
    ]);
    expect((await server.ask(`/field-uploads/${sent.uploadId}`, undefined, 'DELETE')).status).toBe(204);
    expect((await take(sent.uploadId, 'Late')).body.code).toBe('UPLOAD_MISSING');
  });
  test('becomes a simulated run whose samples are its nodes', async () => {
    expect(field).toMatchObject({
      name: 'Plate',
      kind: 'simulated',
      origin: 'field',
      samples: 9,
      fileName: 'plate.vtk',
    });
    expect(field.declared.map((c) => `${c.symbol} ${c.unit}`.trim())).toEqual([
      'x mm',
      'y mm',
      'z mm',
      'zone',
      'p kPa',
    ]);
    expect((await server.ask<FieldReply>(`/runs/${field.id}/field`)).body).toEqual({
      ...{
        nodes: 9,
        cells: 6,
        hasSolids: false,
        zones: ['zone 1'],
        coordinates: ['x', 'y', 'z'],
        zone: 'zone',
        remarks: [],
      },
    });
  });
  test('is at hand as soon as it is a run, without being read back', async () => {
    const { body: sent } = await send('plate.vtk', plate());
    const { body: made } = await take(sent.uploadId, 'At hand');
    await server.db.sql`delete from sample_chunk where sample_set = ${made.sampleSet}`;
    await server.db.sql`delete from field_mesh where run_id = ${made.id}`;
    const cutAt = (id: number) => server.ask<CutReply>(`/runs/${id}/field/cut`, { recipe: cut([1]) });
    expect((await cutAt(made.id)).body).toEqual((await cutAt(field.id)).body);
    expect((await server.ask(`/runs/${made.id}`, undefined, 'DELETE')).status).toBe(204);
  });
  test('of another kind, cut off or empty is refused and leaves nothing', async () => {
    for (const [content, words] of [
      ['time,flow\n1,2\n', 'does not begin as one'],
      [plate().slice(0, 120), 'the coordinates ends after'],
      ['', 'does not begin as one'],
    ] as const) {
      const { status, body: refused } = await send('plate.vtk', content);
      expect([status, refused.message]).toEqual([422, expect.stringContaining(words)]);
    }
    expect(readdirSync(`${server.data}/waitingFields`)).toEqual([]);
  });
  test('is not taken with a symbol twice, a unit that is none, a variable that it has not, or a name that is taken', async () => {
    const { body: sent } = await send('plate.vtk', plate());
    const codes = [
      (await take(sent.uploadId, 'A', { variables: [pressure, pressure] })).body.code,
      (await take(sent.uploadId, 'A', { variables: [{ ...pressure, symbol: 'z' }] })).body.code,
      (await take(sent.uploadId, 'A', { variables: [{ ...pressure, symbol: '1p' }] })).body.code,
      (await take(sent.uploadId, 'A', { coordinateUnit: 'furlongs' })).body.code,
      (await take(sent.uploadId, 'A', { variables: [{ ...pressure, variable: 'Temperature' }] })).body.code,
      (await take(sent.uploadId, 'Plate')).body.code,
    ];
    expect(codes).toEqual([
      'SYMBOL_TAKEN',
      'SYMBOL_TAKEN',
      'SYMBOL_INVALID',
      'UNIT_UNKNOWN',
      'FIELD_VARIABLE',
      'NAME_TAKEN',
    ]);
    expect((await take(sent.uploadId, 'A')).status).toBe(201);
  });
});

describe('a picture of a field', () => {
  const bytesOf = async (path: string, asked: object) => {
    const reply = await fetch(`${server.address}/api/runs/${field.id}/field/${path}`, {
      ...{ method: 'POST', body: JSON.stringify(asked), headers: { 'content-type': 'application/json' } },
    });
    expect(reply.headers.get('content-type')).toBe('application/octet-stream');
    return reply.arrayBuffer();
  };
  test('has its triangles, the sides of its faces and the zone of each', async () => {
    const bytes = await bytesOf('surface', {});
    const [nodes, triangles, edges] = new Uint32Array(bytes, 0, 3);
    expect([nodes, triangles, edges]).toEqual([9, 8, 4 * 3 + 2 * 4]);
    expect([...new Float32Array(bytes, 12, 27)]).toEqual(places.flat());
    expect([...new Uint32Array(bytes, 12 + 108, 3)]).toEqual([0, 1, 4]);
    expect([...new Uint16Array(bytes, 12 + 108 + 96 + 160)]).toEqual(Array(8).fill(0));
  });
  test('has the values of a channel, also of a step on trial; what is set aside has none', async () => {
    expect([...new Float32Array(await bytesOf('values', { symbol: 'p' }))].slice(0, 3)).toEqual([100, 110, 120]);
    expect([...new Float32Array(await bytesOf('values', { symbol: 'z_rel', steps: [zRel] }))].slice(-1)).toEqual([1]);
    const aside: Step = {
      ...{ id: 'b', kind: 'setAsideLimits', version: 1, on: true },
      settings: { channel: 'x', method: 'outside', low: 0, high: 1, unit: 'mm', reason: '' },
    };
    const kept = [...new Float32Array(await bytesOf('values', { symbol: 'p', steps: [aside] }))];
    expect(kept.slice(0, 3)).toEqual([100, 110, NaN]);
    expect((await server.ask(`/runs/${field.id}/field/values`, { symbol: 'T' })).status).toBe(422);
  });
  test('tells everything of a node', async () => {
    const { body: node } = await server.ask<NodeReply>(`/runs/${field.id}/field/nodes/6`);
    expect(node.isKept).toBe(true);
    expect(node.values.map((v) => [v.symbol, v.value, v.word])).toEqual([
      ['x', 2, null],
      ['y', 1, null],
      ['z', 2, null],
      ['zone', 0, 'zone 1'],
      ['p', 122, null],
    ]);
    expect((await server.ask(`/runs/${field.id}/field/nodes/10`)).status).toBe(404);
  });
  test('a cut on trial has its lines, and keeps nothing', async () => {
    const { body: lines } = await server.ask<CutReply>(`/runs/${field.id}/field/cut`, {
      ...{ recipe: cut([0.25], 'z_rel'), steps: [zRel] },
    });
    expect(lines.parts).toHaveLength(1);
    expect(lines.parts[0]).toMatchObject({ station: 0.25, zone: 'zone 1', isClosed: false });
    expect(new Set(lines.parts[0]!.z)).toEqual(new Set([1]));
    expect(lines.said).toEqual(['1 cut, 1 part (0 closed), 5 points']);
    const { body: refused } = await server.ask(`/runs/${field.id}/field/cut`, { recipe: cut([9]) });
    expect(refused).toMatchObject({ code: 'FIELD_CUT_NOTHING' });
  });
  test('places on trial have their points on the surface', async () => {
    const recipe = {
      kind: 'places',
      settings: {
        places: [
          [2, 1, 1],
          [2, 1, 3],
        ],
        between: 1,
        zones: [],
      },
    };
    const { body: path } = await server.ask<CutReply>(`/runs/${field.id}/field/cut`, { recipe });
    expect(path.parts).toHaveLength(1);
    expect(path.parts[0]!.z.map((z) => Math.round(1e9 * z) / 1e9)).toEqual([1, 2, 3]);
    expect(path.said).toEqual(['3 points on the surface', expect.stringContaining('At most 0 mm')]);
  });
  test('a run that is no field says so', async () => {
    const typed = await server.ask<RunReply>(`/campaigns/${campaignId}/typed-runs`, {
      ...{ name: 'Taps', kind: 'measured', computed: [] },
      ...{ columns: [{ symbol: 'a', name: 'a', unit: '' }], rows: [{ row: 1, cells: [1] }] },
    });
    expect((await server.ask(`/runs/${typed.body.id}/field`)).body).toBeNull();
    expect((await server.ask(`/runs/${typed.body.id}/field/cut`, { recipe: cut([1]) })).body.code).toBe('FIELD_ABSENT');
    expect((await derive('No', typed.body.id, cut([1]))).body.code).toBe('FIELD_ABSENT');
    expect((await server.ask(`/runs/${typed.body.id}/derivation`)).body).toBeNull();
  });
});

describe('a run made from a field', () => {
  let slice: RunReply;
  beforeAll(async () => {
    slice = (await derive('Cut at 1 and 3 mm', field.id, cut([1, 3]))).body;
  });
  const derivation = async () => (await server.ask<DerivedReply>(`/runs/${slice.id}/derivation`)).body;

  test('has the points of the cut, ordered along it, and says how it was made', async () => {
    expect(slice).toMatchObject({
      origin: 'derived',
      kind: 'simulated',
      along: 's',
      samples: 8,
      fileName: 'made from Plate',
    });
    const { station, x, p } = await columnsOf(slice.id, ['station', 'x', 'p']);
    expect([station, x]).toEqual([[1, 1, 1, 1, 1, 3, 3, 3], expect.arrayContaining([0, 1, 2])]);
    p!.forEach((v, k) => expect(v).toBeCloseTo(100 + 10 * x![k]! + station![k]!, 12));
    expect(await derivation()).toEqual({
      ...{ fromRunId: field.id, fromName: 'Plate', recipe: cut([1, 3]), words: 'cut at z = 1, 3' },
      ...{ said: ['2 cuts, 2 parts (0 closed), 8 points'], problem: null },
    });
  });
  test('is a run like any other: a step of its own goes on', async () => {
    const steps = [{ ...zRel, settings: { symbol: 'dp', name: 'Difference', formula: 'p - 100 [kPa]', unit: 'Pa' } }];
    await server.ask(`/runs/${slice.id}/procedure`, { steps, version: 0 }, 'PUT');
    expect((await columnsOf(slice.id, ['dp'])).dp![0]).toBeCloseTo(
      1000 * ((await columnsOf(slice.id, ['p'])).p![0]! - 100),
      9,
    );
  });
  test('follows when a step of the field is changed, and names all runs as touched', async () => {
    const put = (version: number, formula: string) =>
      server.ask(
        `/runs/${field.id}/procedure`,
        { version, steps: [{ ...zRel, settings: { ...zRel.settings, formula } }] },
        'PUT',
      );
    const { headers } = await put(0, 'z / 4 [mm]');
    expect(headers.get('undameter-touched')).toContain('runs');
    const { body: now } = await server.ask<RunReply>(`/runs/${slice.id}`);
    expect(now.declared.map((c) => c.symbol)).toContain('z_rel');
    expect(now.sampleSet).not.toBe(slice.sampleSet);
    expect(now.procedure).toHaveLength(1);
    expect((await columnsOf(slice.id, ['z_rel'])).z_rel!.slice(-1)).toEqual([0.75]);
    await put(1, 'z / 8 [mm]');
    expect((await columnsOf(slice.id, ['z_rel'])).z_rel!.slice(-1)).toEqual([0.375]);
  });
  test('follows when a unit of the field is declared anew', async () => {
    for (const axis of ['x', 'y', 'z'])
      await server.ask(`/runs/${field.id}/channels/${axis}`, { symbol: axis, name: axis, unit: 'cm' }, 'PUT');
    expect((await server.ask<RunReply>(`/runs/${slice.id}`)).body.declared.find((c) => c.symbol === 's')!.unit).toBe(
      'cm',
    );
  });
  test('stays as it was, and says why, where it cannot follow', async () => {
    const before = (await server.ask<RunReply>(`/runs/${slice.id}`)).body;
    await server.ask(`/runs/${field.id}/channels/y`, { symbol: 'y', name: 'y', unit: 'mm' }, 'PUT');
    expect((await derivation()).problem).toMatchObject({ code: 'FIELD_UNITS' });
    const after = (await server.ask<RunReply>(`/runs/${slice.id}`)).body;
    expect([after.samples, after.sampleSet]).toEqual([before.samples, before.sampleSet]);
    await server.ask(`/runs/${field.id}/channels/y`, { symbol: 'y', name: 'y', unit: 'cm' }, 'PUT');
    expect((await derivation()).problem).toBeNull();
  });
  test('is left alone by a change elsewhere', async () => {
    const before = (await server.ask<RunReply>(`/runs/${slice.id}`)).body.sampleSet;
    await server.ask(`/campaigns/${campaignId}/typed-runs`, {
      ...{ name: 'Other', kind: 'measured', computed: [] },
      ...{ columns: [{ symbol: 'a', name: 'a', unit: '' }], rows: [{ row: 1, cells: [1] }] },
    });
    expect((await server.ask<RunReply>(`/runs/${slice.id}`)).body.sampleSet).toBe(before);
  });
  test('is made of another field in one action, with the same steps', async () => {
    const { body: sent } = await send('finer.vtk', plate(7));
    const { body: finer } = await take(sent.uploadId, 'Finer');
    const { procedure } = (await server.ask<RunReply>(`/runs/${slice.id}`)).body;
    const { body: alike } = await server.ask<AlikeReply>(`/runs/${slice.id}/alike`, { runId: finer.id });
    expect(alike).toMatchObject({ run: { name: expect.stringContaining('Finer') }, comparisons: [], figures: [] });
    const { body: made } = await server.ask<RunReply>(`/runs/${alike.run.id}`);
    expect(made.procedure).toEqual(procedure);
    const [before, after] = [await columnsOf(slice.id, ['dp']), await columnsOf(made.id, ['dp'])];
    after['dp']!.forEach((v, k) => expect(v - before['dp']![k]!).toBeCloseTo(7000, 8));
  });
  test('takes its comparisons and figures along, and leaves others alone', async () => {
    const { body: sent } = await send('third.vtk', plate(9));
    const { body: third } = await take(sent.uploadId, 'Third');
    const against = (name: string, runId: number) =>
      server.ask<ComparisonRow>(`/campaigns/${campaignId}/comparisons`, {
        name,
        reference: { runId: field.id, x: 'x', y: 'p', conditionIds: [], data: 'samples' },
        candidates: [{ ...asIs, source: { kind: 'run', runId, x: 'x', y: 'p' } }],
      });
    const { body: own } = await against('Slice against its field', slice.id);
    await against('Field against itself', field.id);
    const keep = (name: string, source: FigureSource) =>
      server.ask(`/campaigns/${campaignId}/figures`, { name, source, dressing: dressingOf(houseStyles[0]!) });
    const chart: FigureSource = { kind: 'comparison', comparisonId: own.id, below: 'none' };
    await keep('Compared', { kind: 'together', charts: [{ id: 'c1', source: chart }] });
    await keep('Of the field', { kind: 'run', runId: field.id, panels: [['p']], from: null, to: null });
    const { body: alike } = await server.ask<AlikeReply>(`/runs/${slice.id}/alike`, { runId: third.id });
    expect(alike.comparisons).toEqual([{ id: expect.any(Number), name: 'Slice against its field, of Third' }]);
    expect(alike.figures).toEqual([{ id: expect.any(Number), name: 'Compared, of Third' }]);
    const all = (await server.ask<ComparisonRow[]>(`/campaigns/${campaignId}/comparisons`)).body;
    const copied = all.find((c) => c.id === alike.comparisons[0]!.id)!;
    expect(copied.reference.runId).toBe(field.id);
    expect(copied.candidates[0]!.source).toMatchObject({ runId: alike.run.id });
    const sheets = (await server.ask<FigureRow[]>(`/campaigns/${campaignId}/figures`)).body;
    const copy = sheets.find((f) => f.id === alike.figures[0]!.id)!;
    expect(copy.source).toMatchObject({ charts: [{ source: { comparisonId: copied.id } }] });
    // Of conditions that a comparison does not have there is no chart, and that is said.
    const { body: gone } = await server.ask<FigureRow>(`/campaigns/${campaignId}/figures`, {
      ...{ name: 'Gone', dressing: dressingOf(houseStyles[0]!) },
      source: { ...chart, only: [999] },
    });
    const { body: drawn } = await server.ask<Refused>(`/figures/${gone.id}/content`);
    expect(JSON.stringify(drawn)).toContain('There is no condition of the comparison');
    await server.ask(`/figures/${gone.id}`, undefined, 'DELETE');
    for (const { id } of [...alike.figures, ...sheets]) await server.ask(`/figures/${id}`, undefined, 'DELETE');
    for (const { id } of all) await server.ask(`/comparisons/${id}`, undefined, 'DELETE');
  });
  test('is refused of a run that is not made from another, and of one that is no field', async () => {
    const { body } = await server.ask<Refused>(`/runs/${field.id}/alike`, { runId: field.id });
    expect(body).toMatchObject({
      code: 'NOT_DERIVED',
      message: expect.stringContaining('is not made from another run'),
    });
    expect((await server.ask<Refused>(`/runs/${slice.id}/alike`, { runId: slice.id })).body.code).toBe('FIELD_ABSENT');
  });
  test('keeps the field that it is made from', async () => {
    expect((await server.ask(`/runs/${field.id}`, undefined, 'DELETE')).body).toMatchObject({
      code: 'STILL_USED',
      message: expect.stringContaining('a run that is made from it'),
    });
    expect((await server.ask<BenchReply>(`/runs/${slice.id}/bench`, {})).status).toBeLessThan(500);
  });
  test('is refused of another campaign, by an unknown way, and with settings that do not fit', async () => {
    const { body: other } = await server.ask<CampaignRow>('/campaigns', { name: 'Other rig', question: '' });
    const elsewhere = await server.ask(`/campaigns/${other.id}/derived-runs`, {
      name: 'A',
      runId: field.id,
      recipe: cut([1]),
    });
    expect([elsewhere.status, elsewhere.body.code]).toEqual([404, 'NOT_FOUND']);
    expect((await derive('A', field.id, { kind: 'melt', settings: {} })).body.code).toBe('RECIPE_UNKNOWN');
    expect((await derive('A', field.id, cut([]))).body.code).toBe('RECIPE_SETTINGS');
    expect((await derive('A', field.id, cut([99]))).body.code).toBe('FIELD_CUT_NOTHING');
  });
  test('goes with its campaign', async () => {
    expect((await server.ask(`/runs/${slice.id}`, undefined, 'DELETE')).status).toBe(204);
    expect((await server.ask(`/runs/${field.id}`, undefined, 'DELETE')).status).toBe(204);
  });
});
