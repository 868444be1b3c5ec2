/** Pictures of charts: kept as they were sent, read by their axes, made into runs that can be corrected. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { CampaignRow, PictureRow, RunReply, SheetReply, SheetVersion } from '@undameter/contract';
import { checkWhole } from '../src/pictures/checkWhole';
import { mediaTypeOf } from '../src/pictures/mediaTypeOf';
import { startHere, type ServerHere } from './inProcess';

jest.setTimeout(60_000);
let server: ServerHere;
let campaignId: number;
/** The first bytes of a PNG; nobody decodes them here. */
const png = Buffer.from('89504e470d0a1a0a0000000d494844520000000049454e44ae426082', 'hex');
const svg = '<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>';

beforeAll(async () => {
  server = await startHere();
  campaignId = (await server.ask<CampaignRow>('/campaigns', { name: 'Old reports', question: '' })).body.id;
});
afterAll(() => server.close());

const send = (name: string, content: BlobPart) =>
  server.ask<PictureRow & { code: string; message: string }>(
    `/campaigns/${campaignId}/pictures?name=${name}`,
    new Blob([content]),
  );
const bodyOf = ({ id: _, campaignId: __, mediaType: ___, bytes: ____, ...body }: PictureRow) => body;
const keep = (id: number, body: object) =>
  server.ask<PictureRow & { code: string; message: string }>(`/pictures/${id}`, body, 'PUT');
const makeRuns = (id: number) =>
  server.ask<PictureRow & { code: string; message: string }>(`/pictures/${id}/runs`, {}, 'POST');
const axis = (name: string, symbol: string, unit: string) => ({ name, symbol, unit, scale: 'linear' as const });
const axes = {
  x: axis('Flow', 'Q', 'L/min'),
  y: axis('Head', 'H', 'm'),
  // x from 0 to 100 at pixels 50 to 450, y from 0 to 20 at 380 to 80.
  known: [
    { axis: 'x' as const, at: { x: 50, y: 380 }, value: 0 },
    { axis: 'x' as const, at: { x: 450, y: 380 }, value: 100 },
    { axis: 'y' as const, at: { x: 50, y: 380 }, value: 0 },
    { axis: 'y' as const, at: { x: 50, y: 80 }, value: 20 },
  ],
};
const series = (name: string, points: [number, number][], runId: number | null = null) => ({
  ...{ name, colour: '#c02942', runId },
  points: points.map(([x, y]) => ({ x, y })),
});

describe('a picture', () => {
  let row: PictureRow;
  beforeAll(async () => {
    const { status, body, headers } = await send('head.png', png);
    expect([status, headers.get('location')]).toEqual([201, `/api/pictures/${body.id}`]);
    row = body;
  });

  test('is kept as it was sent, and comes back byte by byte', async () => {
    expect(row).toMatchObject({ name: 'head', mediaType: 'image/png', bytes: png.length, known: [], version: 1 });
    const reply = await fetch(`${server.address}/api/pictures/${row.id}/file`);
    expect(Buffer.from(await reply.arrayBuffer())).toEqual(png);
    expect(reply.headers.get('content-type')).toBe('image/png');
  });
  test('of the same name gets another one', async () =>
    expect((await send('head.png', png)).body.name).toBe('head, 2'));
  test('that is a drawing runs nothing and loads nothing when it is opened', async () => {
    const { body } = await send('chart.svg', svg);
    const reply = await fetch(`${server.address}/api/pictures/${body.id}/file`);
    expect(reply.headers.get('content-type')).toBe('image/svg+xml');
    expect(reply.headers.get('content-security-policy')).toBe("default-src 'none'; style-src 'unsafe-inline'; sandbox");
    expect(reply.headers.get('x-content-type-options')).toBe('nosniff');
  });
  test('that is none is refused by what is in it, whatever its name says', async () => {
    const { status, body } = await send('report.png', 'a letter');
    expect([status, body.code]).toEqual([422, 'PICTURE_UNKNOWN']);
    expect((await send('report.png', png.subarray(0, 16))).body.code).toBe('PICTURE_CUT_OFF');
    expect((await send('empty.png', '')).body.code).toBe('PICTURE_UNKNOWN');
  });

  test('gives a run of each series: values by its axes, each with its ±', async () => {
    const filled = [
      series('2900 rpm', [
        [250, 230],
        [150, 305],
      ]),
      series('1450 rpm', [[450, 80]]),
      series('empty', []),
    ];
    await keep(row.id, { ...bodyOf(row), ...axes, series: filled });
    const { status, body } = await makeRuns(row.id);
    expect(status).toBe(200);
    const ids = body.series.map((s) => s.runId);
    expect(ids[2]).toBeNull();
    const { body: run } = await server.ask<RunReply>(`/runs/${ids[0]}`);
    expect(run).toMatchObject({ name: 'head: 2900 rpm', origin: 'typed', samples: 2 });
    expect(run.declared.map((c) => [c.symbol, c.unit])).toEqual([
      ['row', ''],
      ['Q', 'L/min'],
      ['u_Q', 'L/min'],
      ['c_Q', 'L/min'],
      ['H', 'm'],
      ['u_H', 'm'],
      ['c_H', 'm'],
    ]);
    // The click is another one for each point, the axes are the same for all and for both runs.
    const told = (symbol: string, effect: string) => ({ kind: 'channel', symbol, statedAs: 'standard', effect });
    expect(run.declared[1]!.uncertainty).toEqual({
      kind: 'several',
      sources: [
        { name: 'place on the picture', isShared: false, of: told('u_Q', 'random') },
        { name: 'x axis of head', isShared: true, of: told('c_Q', 'systematic') },
      ],
    });
    const { body: sheet } = await server.ask<SheetReply>(`/runs/${ids[0]}/sheet`);
    // ± 0.13 L/min and ± 0.033 m: two digits of them, three of the ± themselves.
    expect(sheet.columns.map((column) => column.decimals)).toEqual([2, 3, 3, 3, 4, 4]);
    const [q, u, c, h] = sheet.rows[0]!.cells as number[];
    expect([q, h]).toEqual([50, 10]);
    // 0.25 L/min a pixel. In the middle: half a pixel of the place, a quarter each of both ends of x, and as much of
    // both ends of y, by which the place could lean.
    expect([u, c]).toEqual([expect.closeTo(0.125, 6), expect.closeTo(0.25 * Math.sqrt(4 * 0.0625), 6)]);
  });

  test('corrected, its runs follow, and keep what they said before', async () => {
    const { body: now } = await server.ask<PictureRow>(`/pictures/${row.id}`);
    const moved = now.series.map((s, k) => (k === 0 ? { ...s, points: [{ x: 254, y: 230 }, s.points[1]!] } : s));
    const { body: kept } = await keep(row.id, { ...bodyOf(now), series: moved });
    await makeRuns(row.id);
    const runId = kept.series[0]!.runId!;
    expect((await server.ask<SheetReply>(`/runs/${runId}/sheet`)).body.rows[0]!.cells[0]).toBe(51);
    const versions = async (id: number) => (await server.ask<SheetVersion[]>(`/runs/${id}/sheet/versions`)).body.length;
    expect(await versions(runId)).toBe(2);
    // What did not move has no new state.
    expect(await versions(kept.series[1]!.runId!)).toBe(1);
  });

  test('with another unit on an axis, its runs have that unit too', async () => {
    const { body: now } = await server.ask<PictureRow>(`/pictures/${row.id}`);
    await keep(row.id, { ...bodyOf(now), y: { ...now.y, unit: 'ft' } });
    const { body } = await makeRuns(row.id);
    const { body: run } = await server.ask<RunReply>(`/runs/${body.series[0]!.runId!}`);
    expect(run.declared[4]).toMatchObject({ symbol: 'H', unit: 'ft' });
  });

  test('whose second run cannot be made keeps the first, and makes none twice', async () => {
    const { body: fresh } = await send('twin.png', png);
    const two = [series('a', [[250, 230]]), series('b', [[250, 230]])];
    const taken = { name: 'twin: b', kind: 'measured', columns: [{ symbol: 'x', name: 'x', unit: '' }] };
    await server.ask(`/campaigns/${campaignId}/typed-runs`, { ...taken, rows: [{ row: 1, cells: [1] }], computed: [] });
    await keep(fresh.id, { ...bodyOf(fresh), ...axes, series: two });
    expect((await makeRuns(fresh.id)).body.code).toBe('NAME_TAKEN');
    const { body: now } = await server.ask<PictureRow>(`/pictures/${fresh.id}`);
    expect(now.series.map((s) => s.runId !== null)).toEqual([true, false]);
    await keep(fresh.id, { ...bodyOf(now), series: [now.series[0]!, { ...now.series[1]!, name: 'c' }] });
    const { body: made } = await makeRuns(fresh.id);
    expect(made.series[0]!.runId).toBe(now.series[0]!.runId);
    expect(made.series[1]!.runId).not.toBeNull();
    // Two of one name would be one run.
    await keep(fresh.id, { ...bodyOf(made), series: made.series.map((s) => ({ ...s, name: 'a ' })) });
    expect((await makeRuns(fresh.id)).body.code).toBe('PICTURE_SERIES_TWICE');
  });

  test('gives one run of all its series on wish, with a column that names them, and the same one again', async () => {
    const { body: fresh } = await send('both.png', png);
    const two = [series('2900 rpm', [[250, 230]]), series('none', []), series('1450 rpm', [[450, 80]])];
    await keep(fresh.id, { ...bodyOf(fresh), ...axes, series: two, asOne: true });
    const { body: made } = await makeRuns(fresh.id);
    const [first, none, last] = made.series.map((s) => s.runId);
    expect([none, last]).toEqual([null, first]);
    const { body: run } = await server.ask<RunReply>(`/runs/${first}`);
    expect(run).toMatchObject({ name: 'both', samples: 2 });
    const { body: sheet } = await server.ask<SheetReply>(`/runs/${first}/sheet`);
    expect(sheet.columns[0]).toMatchObject({ symbol: 'series', words: ['2900 rpm', '1450 rpm'] });
    expect(sheet.rows.map((r) => r.cells.slice(0, 2))).toEqual([
      [0, 50],
      [1, 100],
    ]);
    // It is found again with one series more, and taken apart each becomes a run of its own.
    const more = made.series.map((s) => (s.name === 'none' ? { ...s, points: [{ x: 50, y: 380 }] } : s));
    await keep(fresh.id, { ...bodyOf(made), series: more });
    const { body: again } = await makeRuns(fresh.id);
    expect(again.series.map((s) => s.runId)).toEqual([first, first, first]);
    await keep(fresh.id, { ...bodyOf(again), asOne: false });
    const { body: apart } = await makeRuns(fresh.id);
    expect(new Set([first, ...apart.series.map((s) => s.runId)]).size).toBe(4);
  });

  test('with error bars has half of each as a source of its own, stated as the picture says', async () => {
    const { body: fresh } = await send('bars.png', png);
    const points = [
      { x: 250, y: 230, bar: { up: 30, down: 15 } },
      { x: 150, y: 305 },
    ];
    const barred = { ...series('a', []), points };
    await keep(fresh.id, { ...bodyOf(fresh), ...axes, series: [barred], barsMean: 'twice' });
    const { body: made } = await makeRuns(fresh.id);
    const { body: sheet } = await server.ask<SheetReply>(`/runs/${made.series[0]!.runId}/sheet`);
    // 15 pixels are one of the head; up 2 and down 1 are 1.5 to each side.
    expect(sheet.columns.at(-1)!.symbol).toBe('b_H');
    expect(sheet.rows.map((r) => r.cells.at(-1))).toEqual([1.5, 0]);
    expect(sheet.columns[3]!.uncertainty).toMatchObject({
      sources: [{}, {}, { name: 'error bars', of: { symbol: 'b_H', statedAs: 'twice', effect: 'random' } }],
    });
  });

  test('with dates counts them from the day of the first known one, in a unit of time', async () => {
    const { body: fresh } = await send('days.png', png);
    const seconds = Date.UTC(2026, 2, 1, 8) / 1000;
    const known = axes.known.map((k) => (k.axis === 'x' ? { ...k, value: seconds + (k.value / 100) * 4 * 86400 } : k));
    const x = { name: 'Time', symbol: 't', unit: 'kPa', scale: 'dates' };
    const { body: kept } = await keep(fresh.id, {
      ...{ ...bodyOf(fresh), ...axes, known, x },
      series: [series('a', [[250, 230]])],
    });
    expect((await makeRuns(fresh.id)).body).toMatchObject({ code: 'PICTURE_AXIS_NO_TIME' });
    await keep(fresh.id, { ...bodyOf(kept), x: { ...kept.x, unit: 'h' } });
    const { body: made } = await makeRuns(fresh.id);
    const { body: sheet } = await server.ask<SheetReply>(`/runs/${made.series[0]!.runId}/sheet`);
    expect(sheet.columns[0]).toMatchObject({ name: 'Time since 2026-03-01 00:00', unit: 'h' });
    expect(sheet.rows[0]!.cells[0]).toBeCloseTo(8 + 48, 6);
  });

  test('that somebody else changed meanwhile is not overwritten', async () => {
    const { body: now } = await server.ask<PictureRow>(`/pictures/${row.id}`);
    await keep(row.id, { ...bodyOf(now), clickPixels: 1 });
    const { status, body } = await keep(row.id, { ...bodyOf(now), clickPixels: 2 });
    expect([status, body.code]).toEqual([409, 'CHANGED_MEANWHILE']);
  });

  test('without axes, without points, or with axes that contradict each other makes no run', async () => {
    const { body: fresh } = await send('bare.png', png);
    expect((await makeRuns(fresh.id)).body.code).toBe('PICTURE_NO_POINTS');
    const { body: pointed } = await keep(fresh.id, { ...bodyOf(fresh), series: [series('a', [[1, 2]])] });
    expect((await makeRuns(fresh.id)).body.code).toBe('PICTURE_TOO_FEW_POINTS');
    const bad = [
      ...axes.known,
      { axis: 'x', at: { x: 250, y: 380 }, value: 80 },
      { axis: 'x', at: { x: 150, y: 380 }, value: 25 },
    ];
    await keep(fresh.id, { ...bodyOf(pointed), known: bad });
    expect((await makeRuns(fresh.id)).body.message).toContain('contradict each other');
    const { body: same } = await keep(fresh.id, { ...bodyOf(pointed), version: 3, y: axes.x, x: axes.x });
    expect(same.code).toBe('SYMBOL_TAKEN');
  });
});

describe('a file that was cut off', () => {
  const jpeg = (...parts: string[]) => Buffer.from(parts.join(''), 'hex');
  const [start, thumbnail, scan, end] = ['ffd8', 'ffe10006ffd80000ffd9'.slice(0, 16), 'ffda0002', 'ffd9'];
  const riff = (size: number) =>
    Buffer.concat([Buffer.from('RIFF'), Buffer.from([size, 0, 0, 0]), Buffer.from('WEBP')]);
  test.each<[string, string, Buffer, boolean]>([
    ['a JPEG to its end', 'image/jpeg', jpeg(start!, scan!, '112233', end!), true],
    ['a JPEG with something behind it', 'image/jpeg', jpeg(start!, scan!, '11', end!, '0000'), true],
    ['a JPEG without its end', 'image/jpeg', jpeg(start!, scan!, '112233'), false],
    [
      'a JPEG of which only the small one in its head has an end',
      'image/jpeg',
      jpeg(start!, 'ffe10006ffd8ffd9', scan!, '11'),
      false,
    ],
    ['a JPEG that ends in its head', 'image/jpeg', jpeg(start!, thumbnail!), false],
    ['a WebP to its end', 'image/webp', riff(4), true],
    ['a WebP that says it is longer', 'image/webp', riff(40), false],
    ['a drawing to its end', 'image/svg+xml', Buffer.from('<svg><path/></svg>\n'), true],
    ['an empty drawing', 'image/svg+xml', Buffer.from('<svg width="3"/>'), true],
    ['a drawing without its end', 'image/svg+xml', Buffer.from('<svg><path d="M0 0'), false],
  ])('%s', (_, mediaType, bytes, isWhole) => {
    const check = () => checkWhole(bytes, mediaType, 'a');
    if (isWhole) expect(check).not.toThrow();
    else expect(check).toThrow('ends in the middle');
  });
});

test.each([
  ['application/pdf', Buffer.from('\n%PDF-1.7')],
  ['image/svg+xml', Buffer.from('<svg><title>was %PDF-1.7</title></svg>')],
  ['image/jpeg', Buffer.from('ffd8ffe000104a46', 'hex')],
  ['image/webp', Buffer.from('RIFF\0\0\0\0WEBPVP8 ')],
  ['image/svg+xml', Buffer.from('<!-- a chart -->\n<svg width="3">')],
])('%s is known by its first bytes', (mediaType, bytes) => expect(mediaTypeOf(bytes, 'a')).toBe(mediaType));
