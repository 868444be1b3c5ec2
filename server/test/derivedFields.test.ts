/** Fields that are made of fields: a flat through a block of solids, and the difference of two meshes. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  CampaignRow,
  CutReply,
  DerivedReply,
  FieldReply,
  FieldUploadReply,
  RowsReply,
  RunReply,
} from '@undameter/contract';
import type { Step } from '@undameter/core';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);
let server: ServerHere;
let campaignId: number;
let block: RunReply;
let finer: RunReply;

/** A block of cells of 1 mm along x, 2 by 2 mm across; its pressure is 100 kPa and `rise` more for each mm of x. */
function blockFile(cells: number, rise: number): string {
  const points = Array.from({ length: cells + 1 }, (_, i) =>
    [0, 1, 2, 3].map((c) => [(2 * i) / cells, 2 * (c & 1), 2 * (c >> 1)]),
  ).flat();
  const solids = Array.from({ length: cells }, (_, i) => {
    const [a, b] = [4 * i, 4 * i + 4];
    return [8, a, b, b + 1, a + 1, a + 2, b + 2, b + 3, a + 3].join(' ');
  });
  return [
    '# vtk DataFile Version 4.2',
    'block',
    'ASCII',
    'DATASET UNSTRUCTURED_GRID',
    `POINTS ${points.length} double`,
    ...points.map((p) => p.join(' ')),
    `CELLS ${cells} ${9 * cells}`,
    ...solids,
    `CELL_TYPES ${cells}`,
    Array(cells).fill(12).join(' '),
    `POINT_DATA ${points.length}`,
    'SCALARS p double 1',
    'LOOKUP_TABLE default',
    points.map(([x]) => 100 + rise * x!).join(' '),
    '',
  ].join('\n');
}
async function take(name: string, content: string): Promise<RunReply> {
  const { body: sent } = await server.ask<FieldUploadReply>(`/field-uploads?name=${name}.vtk`, new Blob([content]));
  const variables = [{ variable: 'p', symbol: 'p', name: 'Pressure', unit: 'kPa' }];
  const body = { uploadId: sent.uploadId, name, coordinateUnit: 'mm', variables };
  return (await server.ask<RunReply>(`/campaigns/${campaignId}/fields`, body)).body;
}
type Refused = { code: string; message: string };
const derive = (name: string, runId: number, recipe: object) =>
  server.ask<RunReply & Refused>(`/campaigns/${campaignId}/derived-runs`, { name, runId, recipe });
const rowsOf = async (id: number, ...symbols: string[]) =>
  (await server.ask<RowsReply>(`/runs/${id}/rows`, { symbols, isDistinct: true, unit: null })).body.rows;
const section = { kind: 'section', settings: { where: { channel: 'x', values: [0.5] }, zones: [] } };
const differenceFrom = (other: number) => ({ kind: 'difference', settings: { other, channels: ['p'] } });

beforeAll(async () => {
  server = await startHere();
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Block', question: '' })).body.id;
  block = await take('block', blockFile(2, 10));
  finer = await take('finer', blockFile(4, 11));
});
afterAll(() => server.close());

describe('a section', () => {
  let made: RunReply;
  test('is a run that is a field, with nodes and faces of its own', async () => {
    made = (await derive('Flat', block.id, section)).body;
    expect(made).toMatchObject({ isField: true, origin: 'derived', samples: 4 });
    expect(await rowsOf(made.id, 'x', 'y', 'z', 'p')).toEqual([
      [0.5, 0, 0, 105],
      [0.5, 0, 2, 105],
      [0.5, 2, 0, 105],
      [0.5, 2, 2, 105],
    ]);
    const { body } = await server.ask<FieldReply>(`/runs/${made.id}/field`);
    expect(body).toMatchObject({ nodes: 4, cells: 1, hasSolids: false, coordinates: ['x', 'y', 'z'] });
    expect((await server.ask<FieldReply>(`/runs/${block.id}/field`)).body.hasSolids).toBe(true);
  });
  test('can be cut and integrated as any field', async () => {
    const integrals = { kind: 'integrals', settings: { zones: [], pressure: 'p', reference: 100 } };
    const { body } = await derive('Force on it', made.id, integrals);
    expect(await rowsOf(body.id, 'A', 'p')).toEqual([[4, 105]]);
    // 5 kPa on 4 mm² is 20 mN, along the axis across.
    expect(Math.abs((await rowsOf(body.id, 'F_x'))[0]![0]!)).toBeCloseTo(0.02, 12);
  });
  test('on trial shows its rim, and of a surface is refused', async () => {
    const tried = await server.ask<CutReply>(`/runs/${block.id}/field/cut`, { recipe: section });
    expect(tried.body.said).toEqual(['1 section, 1 face, 4 nodes']);
    expect(tried.body.parts).toMatchObject([{ isClosed: true, x: [0.5, 0.5, 0.5, 0.5, 0.5] }]);
    const flat = { kind: 'section', settings: { where: { channel: 'x', values: [0.5] }, zones: [] } };
    expect((await derive('Flat of a flat', made.id, flat)).body.code).toBe('FIELD_NO_SOLIDS');
  });
});

describe('a difference', () => {
  let made: RunReply;
  test('has the other field at the nodes of the first', async () => {
    made = (await derive('Finer less coarse', block.id, differenceFrom(finer.id))).body;
    expect(made).toMatchObject({ isField: true, samples: 12 });
    expect(await rowsOf(made.id, 'x', 'p', 'p_other', 'p_diff')).toEqual([
      [0, 100, 100, 0],
      [1, 110, 111, -1],
      [2, 120, 122, -2],
    ]);
    const { body } = await server.ask<DerivedReply>(`/runs/${made.id}/derivation`);
    expect(body.said[0]).toContain('p: largest difference −2 kPa, at node 9 (2, 0, 0)');
  });
  test('on trial is told, without a line', async () => {
    const tried = await server.ask<CutReply>(`/runs/${block.id}/field/cut`, { recipe: differenceFrom(finer.id) });
    expect(tried.body.parts).toEqual([]);
    expect(tried.body.said[0]).toContain('p: largest difference −2 kPa');
  });
  test('follows when the other field changes, and says why where it cannot', async () => {
    const warmer: Step = {
      ...{ id: 'a', kind: 'setAside', version: 1, on: true },
      settings: { channel: 'x', ranges: [[1.9, 2]], unit: '', reason: 'outlet' },
    };
    await server.ask(`/runs/${finer.id}/procedure`, { steps: [warmer], version: 0 }, 'PUT');
    const rows = await rowsOf(made.id, 'x', 'p_other', 'distance');
    // What is left of the other one ends at 1.5 mm.
    expect(rows.at(-1)).toEqual([2, 116.5, 0.5]);
    const { body: now } = await server.ask<RunReply>(`/runs/${finer.id}`);
    const gone: Step = { ...warmer, settings: { ...warmer.settings, ranges: [[-1, 3]] } };
    await server.ask(`/runs/${finer.id}/procedure`, { steps: [gone], version: now.procedureVersion }, 'PUT');
    const { body } = await server.ask<DerivedReply>(`/runs/${made.id}/derivation`);
    expect(body.problem?.code).toBe('FIELD_NO_FACE');
    expect((await rowsOf(made.id, 'x', 'p_other', 'distance')).at(-1)).toEqual([2, 116.5, 0.5]);
  });
  test('keeps the other field, and takes none of another campaign or one that is no field', async () => {
    const { body: kept } = await server.ask<Refused>(`/runs/${finer.id}`, undefined, 'DELETE');
    expect(kept.code).toBe('STILL_USED');
    const other = (await server.ask<CampaignRow>('/campaigns', { name: 'Elsewhere', question: '' })).body;
    const here = campaignId;
    campaignId = other.id;
    const stranger = await take('stranger', blockFile(1, 1));
    campaignId = here;
    expect((await derive('B', block.id, differenceFrom(stranger.id))).body.code).toBe('NOT_FOUND');
    const cut = { kind: 'cut', settings: { where: { channel: 'x', values: [0.5] }, zones: [] } };
    const { body: line } = await derive('Line', block.id, cut);
    expect(line.isField).toBe(false);
    expect((await derive('C', block.id, differenceFrom(line.id))).body.code).toBe('FIELD_ABSENT');
  });
});

test('rows are not put below those of a field or of a derived run, nor channels beside those of one', async () => {
  const { body: line } = await derive('Line to add to', block.id, {
    ...{ kind: 'cut', settings: { where: { channel: 'x', values: [0.5] }, zones: [] } },
  });
  const refusal = async (id: number, path: string, body: object) =>
    (await server.ask<Refused>(`/runs/${id}/${path}`, { otherRunId: finer.id, ...body })).body.code;
  const rows = { matches: [{ symbol: 'p', from: 'p' }], times: 'follow' };
  expect(await refusal(block.id, 'continue', rows)).toBe('FIELD_CONTINUED');
  expect(await refusal(line.id, 'continue', rows)).toBe('DERIVED_JOINED');
  const channels = [{ from: 'p', symbol: 'p_2', name: 'Second' }];
  expect(await refusal(line.id, 'join', { channels, offset: 0, method: 'linear' })).toBe('DERIVED_JOINED');
});
