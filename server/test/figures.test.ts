/** Figures over their routes: what each source gives, following, freezing, losing what they stand on, and the ways out. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { FigureReply, FigureRow, FigureSource } from '@undameter/contract';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { table } from './bodies';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(120_000);
let server: ServerHere;
const dressing = dressingOf(houseStyles[0]!);
const window = { from: null, to: null };

const keep = async (source: object, over: object = {}): Promise<FigureRow> => {
  const { status, body } = await server.ask<FigureRow>('/campaigns/1/figures', {
    name: 'Figure',
    source,
    dressing,
    ...over,
  });
  expect([status, body]).toEqual([201, expect.anything()]);
  return body;
};
const shownBy = async ({ id }: FigureRow) => (await server.ask<FigureReply>(`/figures/${id}/content`)).body;
const bytesOf = async (path: string): Promise<Uint8Array> => {
  const reply = await fetch(`${server.address}/api${path}`);
  expect([path, reply.status]).toEqual([path, 200]);
  return new Uint8Array(await reply.arrayBuffer());
};
const contentOf = async (source: FigureSource) => (await shownBy(await keep(source))).content!;

const limit = { kind: 'between', symbol: 't', low: 100, high: 300, unit: 's' };
const fit = {
  name: 'Line',
  runId: 1,
  x: 't',
  y: 'p',
  conditionIds: [1],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 1 },
  choices: {},
};
const candidate = { source: { kind: 'fit', fitId: 1 }, offset: 0, scale: 1, method: 'linear', uncertainty: null };

beforeAll(async () => {
  server = await startHere();
  const made = async (path: string, body: object) =>
    expect(await server.ask(path, body)).toMatchObject({ status: 201 });
  await made('/campaigns', { name: 'Pump', question: '' });
  await addRun(server.db, 1, 'Sweep', {
    t: { unit: 's', values: column(400, (i) => i) },
    p: { unit: 'kPa', values: column(400, (i) => 100 + i / 2 + Math.sin(i)) },
    q: { unit: 'kPa', values: column(400, (i) => 50 + Math.cos(i / 9)) },
    n: { unit: 'rpm', values: column(400, (i) => 1450 + (i % 7)) },
    T: { unit: '°C', values: column(400, (i) => 20 + i / 100) },
  });
  await made('/campaigns/1/conditions', { name: 'middle', limits: [limit] });
  await made('/campaigns/1/tables', table);
  await made('/campaigns/1/fits', fit);
  await made('/campaigns/1/comparisons', {
    name: 'Line against its points',
    reference: { runId: 1, x: 't', y: 'p', conditionIds: [1], data: 'samples' },
    candidates: [candidate],
  });
});
afterAll(() => server.close());

describe('what a figure shows', () => {
  test('channels of one unit share an axis, a second unit has the axis at the right', async () => {
    const { panels, about } = await contentOf({ kind: 'run', runId: 1, panels: [['p', 'q', 'n'], ['T']], ...window });
    expect(panels.map((p) => [p.y.symbol, p.y.unit, p.right?.unit ?? null, p.x?.symbol ?? null])).toEqual([
      ['p, q', 'kPa', 'rpm', null],
      ['T', '°C', null, 't'],
    ]);
    expect(panels[0]!.series.map((s) => [s.id, s.side, s.name])).toEqual([
      ['p', 'left', 'p'],
      ['q', 'left', 'q'],
      // The title of its axis names it.
      ['n', 'right', ''],
    ]);
    expect(about).toBe('from the run "Sweep": 400 of 400 samples kept');
  });
  test('three units in one panel are refused with a sentence', async () => {
    const figure = await keep({ kind: 'run', runId: 1, panels: [['p', 'n', 'T']], ...window });
    expect(await shownBy(figure)).toMatchObject({
      content: null,
      problem: { code: 'PANEL_UNITS', message: expect.stringContaining('kPa, rpm, °C') },
    });
  });
  test('a window of a run is the range of its axis, and few samples have symbols', async () => {
    const { panels } = await contentOf({ kind: 'run', runId: 1, panels: [['p']], from: 10, to: 40 });
    expect(panels[0]!.x!.range).toEqual([10, 40]);
    // And the sample before it, from which the line comes in.
    expect(panels[0]!.series[0]!.points!.x).toEqual(Array.from({ length: 32 }, (_, i) => 9 + i));
    const whole = await contentOf({ kind: 'run', runId: 1, panels: [['p']], ...window });
    expect(whole.panels[0]!.series[0]!.points).toBeNull();
  });
  test('channels over another one', async () => {
    const { panels } = await contentOf({ kind: 'channels', runId: 1, panels: [['p']], x: 'q', ...window });
    expect([panels[0]!.x!.symbol, panels[0]!.series[0]!.points!.y[3]]).toEqual(['q', 101.5 + Math.sin(3)]);
  });
  test('a spectrum is on logarithmic axes, its unit that of a density, without zero frequency', async () => {
    const { panels } = await contentOf({ kind: 'spectrum', runId: 1, panels: [['p']], as: 'density', ...window });
    expect([panels[0]!.x!.log, panels[0]!.x!.unit, panels[0]!.y.unit]).toEqual([true, 'Hz', 'kPa²/Hz']);
    const { x, y, low, high } = panels[0]!.series[0]!.curve!;
    expect(x[0]).toBeGreaterThan(0);
    expect(low[5]! < y[5]! && y[5]! < high[5]!).toBe(true);
    const amplitude = await contentOf({ kind: 'spectrum', runId: 1, panels: [['p']], as: 'amplitude', ...window });
    expect(amplitude.panels[0]!.y.unit).toBe('kPa');
  });
  test('a spectrum of a condition is named by it', async () => {
    const { panels, about } = await contentOf({
      ...{ kind: 'spectrum', runId: 1, panels: [['p']], as: 'power', ...window },
      ...{ conditionIds: [1], segment: 16, taper: 'none' },
    });
    expect(panels[0]!.series.map((s) => [s.id, s.name])).toEqual([['p 1', 'middle']]);
    expect(panels[0]!.y.unit).toBe('kPa²');
    expect(about).toMatch(/window: None, averaged over \d+ segments? of 16 samples; band of 95 %$/);
  });
  test('how a channel follows another has gain, phase and coherence over one axis', async () => {
    const { panels, about } = await contentOf({ kind: 'transfer', runId: 1, symbol: 'p', x: 'q', ...window });
    expect(panels.map((p) => [p.id, p.y.log, p.x?.unit])).toEqual([
      ['gain', true, undefined],
      ['phase', false, undefined],
      ['coherence', false, 'Hz'],
    ]);
    expect(about).toMatch(/averaged over \d+ segments of \d+ samples/);
  });
  test('load cycles are how many are at least so large', async () => {
    const { panels } = await contentOf({ kind: 'cycles', runId: 1, symbol: 'p', ...window });
    const { x, y } = panels[0]!.series[0]!.curve!;
    expect(x.at(-1)! >= x[0]! && y.at(-1)! < y[0]!).toBe(true);
  });
  test('a histogram holds every kept sample', async () => {
    const { panels } = await contentOf({ kind: 'histogram', runId: 1, symbol: 'q', ...window });
    expect(panels[0]!.series[0]!.cells!.counts.reduce((a, b) => a + b, 0)).toBe(400);
    // With the normal distribution over it, as on the screen.
    expect(panels[0]!.series.map((s) => [s.id, s.nature])).toEqual([
      ['q', 'measured'],
      ['q normal', 'model'],
    ]);
  });
  test('the samples of conditions over the thin line of the run', async () => {
    const { panels } = await contentOf({ kind: 'conditions', runId: 1, panels: [['p']], ...window });
    expect(panels[0]!.series.map((s) => [s.id, s.points !== null, s.curve !== null])).toEqual([
      ['condition 1', true, false],
      ['p', false, true],
    ]);
  });
  test('a map with operating points', async () => {
    const { panels } = await contentOf({ kind: 'map', runId: 1, x: 'p', y: 'n' });
    expect(panels[0]!.map!.dwell.length).toBe(3600);
    expect(panels[0]!.series.map((s) => s.id)).toEqual(['condition 1']);
  });
  test('a table: its knots, and the curve that is drawn through them', async () => {
    const { panels, about } = await contentOf({ kind: 'table', tableId: 1 });
    const [series] = panels[0]!.series;
    expect([series!.points!.x, series!.points!.y]).toEqual([
      [0, 100],
      [1000, 960],
    ]);
    expect(series!.curve!.y[200]).toBeCloseTo(980, 9);
    expect(about).toContain('made up');
  });
  test('a fit with its equation, and its residuals in each of their views', async () => {
    const { panels } = await contentOf({ kind: 'fit', fitId: 1, residuals: 'x' });
    expect(panels.map((p) => [p.id, p.x?.symbol ?? null])).toEqual([
      ['main', null],
      ['residuals', 't'],
    ]);
    const [series] = panels[0]!.series;
    expect(series!.equation).toMatchObject({ x: 't', y: { symbol: 'p', unit: 'kPa' } });
    expect(series!.equation!.parameters[1]!.value).toBeCloseTo(0.5, 2);
    expect(panels[1]!.levels).toEqual([0]);
    const views = ['none', 'fitted', 'time', 'histogram', 'normal'] as const;
    const names = [];
    for (const residuals of views)
      names.push((await contentOf({ kind: 'fit', fitId: 1, residuals })).panels[1]?.x?.name);
    expect(names).toEqual([
      undefined,
      'Fitted p',
      'Number of the point, in the order of measuring',
      'Residual',
      'Where a normal distribution would have it, in standard deviations',
    ]);
  });
  test('a comparison with its differences, or the line of equality', async () => {
    const difference = await contentOf({ kind: 'comparison', comparisonId: 1, below: 'difference' });
    expect(difference.panels.map((p) => p.y.name)).toEqual(['p', 'Candidate − reference']);
    expect(difference.panels[0]!.series.map((s) => [s.name, s.nature])).toEqual([
      ['Sweep', 'measured'],
      ['Line', 'model'],
    ]);
    const equality = await contentOf({ kind: 'comparison', comparisonId: 1, below: 'equality' });
    expect(equality.panels[1]!.series.map((s) => s.id)).toEqual(['condition 1 candidate 1', 'equal']);
    expect((await contentOf({ kind: 'comparison', comparisonId: 1, below: 'none' })).panels).toHaveLength(1);
  });
  test('a channel that is not there is said', async () => {
    const figure = await keep({ kind: 'run', runId: 1, panels: [['zz']], ...window });
    expect(await shownBy(figure)).toMatchObject({ content: null, problem: { code: 'CHANNEL_UNKNOWN' } });
    const { status, body } = await server.ask(`/figures/${figure.id}/picture?format=svg`);
    expect([status, body.code]).toEqual([422, 'CHANNEL_UNKNOWN']);
  });
  test('places of its curves, found anew; of a series that is not there none', async () => {
    const marks = [
      { series: 'condition 1', what: 'zero' },
      { series: 'condition 1', what: 'crossing', other: 'all' },
      { series: 'condition 9', what: 'optimum' },
      { series: 'condition 1', what: 'byHand', at: 5, words: 'knee' },
      { series: 'condition 1', what: 'byHand', at: 6 },
    ];
    const kept = await keep({ kind: 'fit', fitId: 1, residuals: 'x', marks });
    const [main, below] = (await shownBy(kept)).content!.panels;
    expect(main!.marks!.map((m) => [m.label, m.series, Math.round(m.x), m.y, m.outside > 0.5])).toEqual([
      ['zero', 'condition 1', expect.any(Number), 0, true],
      ['knee, set by hand', 'condition 1', 5, expect.any(Number), expect.any(Boolean)],
      ['set by hand', 'condition 1', 6, expect.any(Number), expect.any(Boolean)],
    ]);
    expect(main!.marks!.map((m) => m.xHalf === null)).toEqual([false, true, true]);
    expect(main!.marks![1]!.yHalf).toBeGreaterThan(0);
    expect(main!.marks![0]!.xHalf).toBeGreaterThan(0);
    expect(below!.marks).toBeUndefined();
  });
  test('several charts on one sheet, each under its own id, with one colour for a condition', async () => {
    const both = await keep({
      kind: 'together',
      charts: [
        { id: '', source: { kind: 'fit', fitId: 1, residuals: 'none' } },
        { id: 'c1', source: { kind: 'run', runId: 1, panels: [['p'], ['T']], ...window } },
      ],
    });
    const { panels, about } = (await shownBy(both)).content!;
    expect(panels.map((p) => [p.id, p.chart, p.series[0]!.id])).toEqual([
      ['main', '', 'condition 1'],
      ['c1/panel 1', 'c1', 'c1/p'],
      ['c1/panel 2', 'c1', 'c1/T'],
    ]);
    expect(about).toMatch(/^a from the fit "Line".*; b from the run "Sweep": 400 of 400 samples kept$/);
    const csv = new TextDecoder().decode(await bytesOf(`/figures/${both.id}/data?format=csv`));
    expect(csv).toContain('b: curve, T [°C]');
  });
  test('a chart of what is in no run of the campaign is refused', async () => {
    const charts = [{ id: '', source: { kind: 'fit', fitId: 77, residuals: 'none' } }];
    const { status } = await server.ask('/campaigns/1/figures', {
      name: 'F',
      dressing,
      source: { kind: 'together', charts },
    });
    expect(status).toBe(404);
  });
  test('two charts of one id are refused', async () => {
    const chart = { id: 'c1', source: { kind: 'fit', fitId: 1, residuals: 'none' } };
    const source = { kind: 'together', charts: [chart, chart] };
    const { status, body } = await server.ask('/campaigns/1/figures', { name: 'F', dressing, source });
    expect([status, body]).toEqual([422, expect.objectContaining({ code: 'FIGURE_CHARTS_ALIKE' })]);
  });
});

describe('a figure in time', () => {
  const other = (degree: number) => server.ask('/fits/1', { ...fit, settings: { degree } }, 'PUT');
  const parameters = (reply: FigureReply) => reply.content!.panels[0]!.series[0]!.equation!.parameters.length;

  test('follows its fit; frozen it stays and says that its data moved; then it follows again', async () => {
    const figure = await keep({ kind: 'fit', fitId: 1, residuals: 'none' });
    expect([parameters(await shownBy(figure)), figure.frozenAt]).toEqual([2, null]);
    await other(2);
    expect(await shownBy(figure).then((r) => [parameters(r), r.isFrozen, r.hasMoved])).toEqual([3, false, false]);
    const { body: frozen } = await server.ask<FigureRow>(`/figures/${figure.id}/frozen`, { isFrozen: true }, 'PUT');
    expect(frozen.frozenAt).toMatch(/^\d{4}-\d\d-\d\dT/);
    expect(await shownBy(figure).then((r) => [parameters(r), r.isFrozen, r.hasMoved])).toEqual([3, true, false]);
    await other(1);
    expect(await shownBy(figure).then((r) => [parameters(r), r.isFrozen, r.hasMoved])).toEqual([3, true, true]);
    await server.ask(`/figures/${figure.id}/frozen`, { isFrozen: false }, 'PUT');
    expect(await shownBy(figure).then((r) => [parameters(r), r.isFrozen])).toEqual([2, false]);
  });
  test('of a deleted fit says so, keeps its last picture, and can still be dressed', async () => {
    const { body: doomed } = await server.ask<{ id: number }>('/campaigns/1/fits', { ...fit, name: 'Doomed' });
    const figure = await keep({ kind: 'fit', fitId: doomed.id, residuals: 'none' });
    await shownBy(figure);
    expect((await server.ask(`/fits/${doomed.id}`, undefined, 'DELETE')).status).toBe(204);
    const reply = await shownBy(figure);
    expect([parameters(reply), reply.problem!.code]).toEqual([2, 'NOT_FOUND']);
    const dressed = { ...dressing, title: 'As it was' };
    const { status } = await server.ask(`/figures/${figure.id}/dressing`, { name: 'Kept', dressing: dressed }, 'PUT');
    expect(status).toBe(200);
    expect((await fetch(`${server.address}/api/figures/${figure.id}/picture?format=svg`)).status).toBe(200);
    expect((await server.ask(`/figures/${figure.id}/frozen`, { isFrozen: true }, 'PUT')).status).toBe(200);
  });
  test('that could never be drawn cannot be frozen', async () => {
    const figure = await keep({ kind: 'run', runId: 1, panels: [['zz']], ...window });
    const { status } = await server.ask(`/figures/${figure.id}/frozen`, { isFrozen: true }, 'PUT');
    expect(status).toBe(422);
  });
});

describe('the ways out', () => {
  let id = 0;
  beforeAll(async () => {
    id = (
      await keep(
        { kind: 'fit', fitId: 1, residuals: 'none' },
        { name: 'Druck über der Zeit', dressing: { ...dressing, title: 'Pressure ρ²' } },
      )
    ).id;
  });
  test('a PNG has the pixels of its size and states its density', async () => {
    const png = await bytesOf(`/figures/${id}/picture?format=png&dpi=600`);
    const view = new DataView(png.buffer);
    expect([view.getUint32(16), view.getUint32(20)]).toEqual([3780, 2362]);
    // 600 dpi are 23 622 pixels a metre.
    expect([view.getUint32(41), view.getUint32(45), png[49]]).toEqual([23622, 23622, 1]);
  });
  test('an SVG states its size in millimetres and carries its faces, or none where letters are outlines', async () => {
    const text = new TextDecoder().decode(await bytesOf(`/figures/${id}/picture?format=svg`));
    expect(text).toMatch(/^<svg width="160mm" height="100mm"/);
    expect(text).toContain('>Pressure ρ</text>');
    expect(text).toContain('U+0370-03FF');
    const outlines = new TextDecoder().decode(await bytesOf(`/figures/${id}/picture?format=svg&outlines=true`));
    expect(outlines).not.toMatch(/<text|@font-face/);
    expect(outlines.match(/<path transform/g)!.length).toBeGreaterThan(10);
  });
  test('a PNG of more pixels than can be drawn is refused, the largest sheet as such is not', async () => {
    const large = { ...dressing, look: { ...dressing.look, widthMm: 1200, heightMm: 1200 } };
    const figure = await keep({ kind: 'fit', fitId: 1, residuals: 'none' }, { dressing: large });
    const { status, body } = await server.ask(`/figures/${figure.id}/picture?format=png&dpi=600`);
    expect([status, body.code]).toEqual([413, 'PICTURE_TOO_LARGE']);
    expect((await bytesOf(`/figures/${figure.id}/picture?format=png&dpi=30`)).length).toBeGreaterThan(1000);
  });
  test('a PDF has a page of its size', async () => {
    const text = new TextDecoder('latin1').decode(await bytesOf(`/figures/${id}/picture?format=pdf`));
    expect(text).toMatch(/^%PDF-1/);
    expect(text).toMatch(/MediaBox \[0 0 453\.54\d* 283\.46\d*\]/);
  });
  test('its data are columns with units', async () => {
    const csv = new TextDecoder().decode(await bytesOf(`/figures/${id}/data?format=csv`));
    const [headings, first] = csv.replace('\ufeff', '').split('\r\n');
    expect(headings).toContain('middle: p [kPa]');
    expect(headings).toContain('lower end of the band');
    expect(Number(first!.split(',')[0])).toBe(100);
  });
  test('all figures of a campaign are in one archive, with a sentence for what cannot be drawn', async () => {
    const { body: all } = await server.ask<FigureRow[]>('/campaigns/1/figures');
    const left = (f: FigureRow) => f.id === id || ('panels' in f.source && f.source.panels[0]![0] === 'zz');
    for (const figure of all.filter((f) => !left(f))) await server.ask(`/figures/${figure.id}`, undefined, 'DELETE');
    const zip = new TextDecoder('latin1').decode(await bytesOf('/campaigns/1/figures/archive'));
    expect(zip).toMatch(/^PK/);
    expect(zip.includes('Druck-ber-der-Zeit.png')).toBe(true);
    expect(zip.includes('This run has no channel "zz"')).toBe(true);
  });
  test.each([
    ['format=gif', 'querystring.format must be "png" or "svg" or "pdf"'],
    ['format=png&dpi=5000', 'querystring.dpi must be <= 1200'],
    ['format=png&size=3', '"size"'],
  ])('%s is refused', async (query, sentence) => {
    const { status, body } = await server.ask(`/figures/${id}/picture?${query}`);
    expect([status, body.message]).toEqual([422, expect.stringContaining(sentence)]);
  });
});
