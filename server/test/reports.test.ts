/** Reports over their routes: what lives in them, what moves, what is lost, versions, templates, and the ways out. */
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type {
  BlockNode,
  FindingRow,
  LivingEntry,
  LivingNow,
  LivingReply,
  LivingSource,
  ReportDocument,
  ReportExportReply,
  ReportRow,
  TemplateRow,
  VersionRow,
} from '@undameter/contract';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { heading, livingBlock, livingOf, paragraph, reference, value } from '@undameter/writing';
import { table } from './bodies';
import { addRun, column, startHere, type ServerHere } from './inProcess';
import { readDocx, readPdf } from './readBack';

jest.setTimeout(120_000);
let server: ServerHere;

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
const slope: LivingSource = {
  kind: 'number',
  origin: { kind: 'parameter', fitId: 1, conditionId: 1, parameter: 'a1' },
};
const kept: LivingSource = { kind: 'count', runId: 1, what: 'kept' };
const page = { size: 'A4', headLeft: 'Hydraulics lab', headRight: 'Loop 3', author: 'A. Tester', contents: true };

const make = async (path: string, body: object): Promise<void> =>
  expect(await server.ask(path, body)).toMatchObject({ status: 201 });
const say = async (...sources: LivingSource[]): Promise<LivingNow[]> =>
  (await server.ask<LivingReply>('/campaigns/1/living', { sources, taken: [] })).body.now;
const bodyOf = (content: BlockNode[], over: object = {}) => ({
  name: 'What the spring holds',
  kind: 'laboratory report',
  document: { type: 'doc', content } satisfies ReportDocument,
  page,
  ...over,
});
const write = async (content: BlockNode[], over: object = {}): Promise<ReportRow> => {
  const { status, body } = await server.ask<ReportRow>('/campaigns/1/reports', bodyOf(content, over));
  expect([status, body]).toEqual([201, expect.anything()]);
  return body;
};
/** Sets a sample aside that lies off the line, or brings it back. */
async function setAside(isOn: boolean): Promise<void> {
  const { body } = await server.ask<{ procedureVersion: number }>('/runs/1');
  const settings = { channel: 't', ranges: [[200, 200]], unit: 's', reason: 'the plate slipped' };
  const steps = isOn ? [{ id: 'slip', kind: 'setAside', version: 1, settings, on: true }] : [];
  const saved = await server.ask('/runs/1/procedure', { steps, version: body.procedureVersion }, 'PUT');
  expect(saved.status).toBe(200);
}
async function taken(id: number, format: string): Promise<Uint8Array> {
  const started = await server.ask<ReportExportReply>(`/reports/${id}/exports`, { format });
  expect(started.status).toBe(202);
  const path = `/report-exports/${started.body.jobId}`;
  for (;;) {
    const { body } = await server.ask<ReportExportReply>(path);
    if (body.state === 'running') {
      await new Promise((resolve) => setTimeout(resolve, 30));
      continue;
    }
    expect(body).toMatchObject({ state: 'done', error: null, done: body.wanted });
    return new Uint8Array(await (await fetch(`${server.address}/api${path}/file`)).arrayBuffer());
  }
}

beforeAll(async () => {
  server = await startHere();
  await make('/campaigns', { name: 'Spring', question: 'How stiff is it?' });
  await make('/campaigns', { name: 'Another', question: '' });
  await addRun(server.db, 1, 'Press', {
    t: { unit: 's', values: column(400, (i) => i) },
    p: { unit: 'kPa', values: column(400, (i) => 100 + i / 2 + Math.sin(i) + (i === 200 ? 30 : 0)) },
  });
  await make('/campaigns/1/conditions', {
    name: 'middle',
    limits: [{ kind: 'between', symbol: 't', low: 100, high: 300, unit: 's' }],
  });
  await make('/campaigns/1/tables', table);
  await make('/campaigns/1/fits', fit);
  await make('/campaigns/1/comparisons', {
    name: 'Line against its points',
    reference: { runId: 1, x: 't', y: 'p', conditionIds: [1], data: 'samples' },
    candidates: [
      { source: { kind: 'fit', fitId: 1 }, offset: 0, scale: 1, method: 'linear', uncertainty: null },
      { source: { kind: 'run', runId: 1, x: 't', y: 'p' }, offset: 2, scale: 1, method: 'linear', uncertainty: 0.5 },
    ],
  });
  await make('/campaigns/1/findings', {
    origin: { kind: 'parameter', fitId: 1, conditionId: 1, parameter: 'a1' },
  });
  await make('/campaigns/1/figures', {
    name: 'The line',
    source: { kind: 'fit', fitId: 1, residuals: 'none' },
    dressing: { ...dressingOf(houseStyles[0]!), caption: 'Pressure over time.' },
  });
});
afterAll(() => server.close());

describe('what a living thing says', () => {
  test('a number is the one of the board, rounded by its ±, with its unit and its origin', async () => {
    const [now] = await say(slope);
    const { body: findings } = await server.ask<FindingRow[]>('/campaigns/1/findings');
    expect(now).toMatchObject({
      content: { form: 'number', text: expect.stringMatching(/^0\.\d+ ± 0\.\d+ kPa\/s$/) },
      origin: { place: 'models', thing: 1, words: 'Models: fit Line' },
      problem: null,
    });
    expect(now!.basis).toContainEqual({ what: 'samples kept of Press', value: '400 of 400' });
    // The finding, a slope, says it per unit: the same digits.
    const { text } = now!.content as { text: string };
    expect(findings[0]!.sentence).toContain(text.split(' kPa')[0]);
  });
  test.each<[LivingSource, object]>([
    [kept, { form: 'number', text: '400' }],
    [
      { kind: 'count', runId: 1, what: 'setAside' },
      { form: 'number', text: '0' },
    ],
    [
      { kind: 'setAside', runId: 1 },
      { form: 'prose', paragraphs: ['No sample of Press was set aside.'] },
    ],
    [{ kind: 'sensors' }, { form: 'prose', paragraphs: ['No sensor of this campaign is stated.'] }],
    [
      { kind: 'procedure', runId: 1 },
      { form: 'list', lead: 'Press (log.csv) holds 400 logged samples; nothing was done to them.', items: [] },
    ],
    [
      { kind: 'figure', figureId: 1 },
      { form: 'figure', caption: 'Pressure over time.', widthMm: 160 },
    ],
  ])('%j: %j', async (source, content) => expect((await say(source))[0]!.content).toMatchObject(content));

  test('a board has a line for each series, and says what its ± are', async () => {
    const [now] = await say({ kind: 'parameters', fitId: 1 });
    expect(now!.content).toMatchObject({
      form: 'table',
      columns: [
        { title: 'Series' },
        { title: 'a_{0} (kPa)', isNumber: true },
        { title: 'a_{1} (kPa/s)' },
        { title: 'Residual s (kPa)' },
        { title: 'R²' },
        { title: 'Points' },
      ],
      rows: [
        {
          cells: [
            'middle',
            expect.stringContaining('±'),
            expect.stringContaining('±'),
            expect.anything(),
            expect.anything(),
            '201',
          ],
        },
      ],
      note: '± are 95 % intervals: random only, no systematic error of the channels is declared.',
    });
  });
  test('a comparison says of a curve held against its own points that it is not tested', async () => {
    const [board, both, second] = await say(
      { kind: 'differences', comparisonId: 1 },
      { kind: 'verdict', comparisonId: 1 },
      { kind: 'verdict', comparisonId: 1, candidate: 1 },
    );
    const rows = (board!.content as { rows: { cells: string[] }[] }).rows.map((r) => r.cells);
    expect(rows.map((r) => [r[1], r[6]])).toEqual([
      ['Line', 'not tested'],
      ['Press', expect.stringMatching(/^(agrees|differs|doubtful)$/)],
    ]);
    // candidate − reference: the second lies 2 above.
    expect(rows[1]![3]).toBe('2.0 ± 1.0');
    expect((both!.content as { paragraphs: string[] }).paragraphs).toHaveLength(2);
    expect((second!.content as { paragraphs: string[] }).paragraphs).toHaveLength(1);
  });
  test('sources of error hold the budget, and what was set aside only once something is', async () => {
    const lines = async () =>
      ((await say({ kind: 'errors' }))[0]!.content as { rows?: { cells: string[] }[] }).rows?.map((r) =>
        r.cells.join(' | '),
      ) ?? [];
    expect((await lines()).join('\n')).toContain('% of u² of finding 1');
    expect((await lines()).join('\n')).not.toContain('set aside');
    await setAside(true);
    expect((await lines()).join('\n')).toContain('Samples of Press set aside | selection | 1 of 400 (0.25 %)');
    await setAside(false);
  });
  test('data for an appendix are thinned, and it is said how far', async () => {
    const source = { kind: 'data' as const, runId: 1, symbols: ['t', 'p'], rows: 30 };
    const [thin, whole] = await say(source, { ...source, rows: 400 });
    expect(thin!.content).toMatchObject({ note: expect.stringContaining('Every 14-th of 400 kept samples') });
    expect((thin!.content as { rows: unknown[] }).rows).toHaveLength(29);
    expect(whole!.content).toMatchObject({ note: 'All 400 kept samples.' });
  });
  test('the same says the same under one hash; a thing of another campaign is not there', async () => {
    const [a, b, c] = await Promise.all([say(slope), say(slope), say(kept)]);
    expect([a[0]!.hash === b[0]!.hash, a[0]!.hash === c[0]!.hash]).toEqual([true, false]);
    const other = await server.ask<LivingReply>('/campaigns/2/living', { sources: [slope, kept], taken: [] });
    for (const now of other.body.now)
      expect(now).toMatchObject({ hash: null, content: null, problem: { code: 'NOT_FOUND' } });
  });
  test('what can be put in is listed by group, each with what it says now', async () => {
    const { body } = await server.ask<LivingEntry[]>('/campaigns/1/living');
    expect(new Set(body.map((e) => e.group))).toEqual(new Set(['numbers', 'findings', 'figures', 'tables', 'words']));
    const named = body.find((e) => e.name === 'p, slope (a1), middle');
    expect(named).toMatchObject({ text: expect.stringMatching(/ ± .* kPa\/s$/), from: 'Models: fit Line' });
    const all = await say(...body.map((e) => e.source));
    expect(all.filter((n) => n.problem !== null)).toEqual([]);
    expect((await server.ask('/campaigns/77/living')).status).toBe(404);
  });
});

describe('sources of error name', () => {
  const linesNow = async (): Promise<string> => {
    const { rows = [] } = (await say({ kind: 'errors' }))[0]!.content as { rows?: { cells: string[] }[] };
    return rows.map((r) => r.cells.join(' | ')).join('\n');
  };
  const procedure = async (steps: object[]): Promise<void> => {
    const { body } = await server.ask<{ procedureVersion: number }>('/runs/1');
    const saved = await server.ask('/runs/1/procedure', { steps, version: body.procedureVersion }, 'PUT');
    expect(saved.status).toBe(200);
  };
  const smoothing = {
    id: 'calm',
    kind: 'smooth',
    version: 1,
    settings: { channel: 'p', method: 'movingMean', window: 5, order: 0, symbol: 'p_s', name: 'Calm' },
    on: true,
  };

  test('a smoothing only where a finding stands on what it made', async () => {
    await procedure([{ ...smoothing, settings: { ...smoothing.settings, method: 'savitzkyGolay', order: 1 } }]);
    expect(await linesNow()).not.toContain('Smoothing');
    await make('/campaigns/1/fits', { ...fit, name: 'Calm line', y: 'p_s' });
    const { body: fits } = await server.ask<{ id: number; name: string }[]>('/campaigns/1/fits');
    const { id } = fits.find((f) => f.name === 'Calm line')!;
    const origin = { kind: 'parameter', fitId: id, conditionId: 1, parameter: 'a1' };
    const { body: finding } = await server.ask<FindingRow>('/campaigns/1/findings', { origin });
    expect(await linesNow()).toMatch(/Smoothing of p \| .*takes [\d.]+ kPa \(standard deviation\)/);
    for (const path of [`/findings/${finding.id}`, `/fits/${id}`])
      expect((await server.ask(path, undefined, 'DELETE')).status).toBe(204);
    await procedure([]);
  });
  test('an extrapolation only where a finding lies beyond the points', async () => {
    const pinned = async (at: number): Promise<number> => {
      const origin = { kind: 'reading', fitId: 1, conditionId: 1, what: 'at', at };
      return (await server.ask<FindingRow>('/campaigns/1/findings', { origin })).body.id;
    };
    const within = await pinned(200);
    expect(await linesNow()).not.toContain('Extrapolation');
    const beyond = await pinned(400);
    // The points reach from 100 to 300: 400 lies half of that range beyond.
    expect(await linesNow()).toContain('Extrapolation of the curve | model | finding 3 lies 50 % of the range');
    for (const id of [within, beyond]) await server.ask(`/findings/${id}`, undefined, 'DELETE');
  });
  test('what the judgement of a fit doubts, and nothing that it passes', async () => {
    const lines = (await linesNow()).split('\n').filter((l) => l.includes(' of the fit '));
    expect(lines.length).toBeGreaterThan(0);
    for (const line of lines) expect(line).toMatch(/\| model, (doubtful|failed) \|/);
  });
});

describe('tables of what was stated', () => {
  test('the rig: what the file says, and which file it was', async () => {
    const [now] = await say({ kind: 'rig', runId: 1 });
    expect(now).toMatchObject({
      content: { rows: expect.arrayContaining([{ key: expect.anything(), cells: ['Samples', '400'] }]) },
      origin: { place: 'intake' },
    });
  });
  test('sensors: amount, what it means, and whose it is', async () => {
    const sources = [
      { name: 'calibration', isShared: false, of: { kind: 'absolute', value: 0.2, statedAs: 'twice' } },
      {
        name: 'linearity',
        isShared: false,
        of: { kind: 'fullScale', percent: 0.1, fullScale: 400, statedAs: 'limits' },
      },
    ];
    const { body } = await server.ask<{ id: number }>('/campaigns/1/sensors', {
      ...{ name: 'Gauge 7', unit: 'kPa', sources, notes: 'Certificate 7-1, made up.' },
    });
    const [now] = await say({ kind: 'sensors' });
    const { rows, note } = now!.content as { rows: { cells: string[] }[]; note: string };
    expect(rows.map((r) => r.cells)).toEqual([
      ['Gauge 7', 'calibration', '0.2 kPa', 'k = 2', ''],
      ['Gauge 7', 'linearity', '0.1 % of 400 kPa', 'limits that are not passed', ''],
    ]);
    expect(note).toBe('Certificate 7-1, made up.');
    await server.ask(`/sensors/${body.id}`, undefined, 'DELETE');
  });
  test('a budget: its lines, and their root of squares as one standard deviation', async () => {
    const [now] = await say({ kind: 'budget', findingId: 1 });
    const { rows, note } = now!.content as { rows: { cells: string[] }[]; note: string };
    expect(rows).toHaveLength(1);
    expect(rows[0]!.cells.slice(1)).toEqual(['random', expect.anything(), '100 %']);
    expect(note).toBe(`Together u = ${rows[0]!.cells[2]} kPa/s, as one standard deviation.`);
  });
});

test('letters that the PDF cannot show are named with it, and none where it shows all', async () => {
  const named = async (words: string, format = 'pdf'): Promise<string> => {
    const { id } = await write([paragraph(words)]);
    const { body } = await server.ask<ReportExportReply>(`/reports/${id}/exports`, { format });
    await server.ask(`/report-exports/${body.jobId}`, undefined, 'DELETE');
    return body.notShown;
  };
  expect(await named('Smile 😀 שלום')).toBe('😀שלום');
  expect(await named('12\u202f140 Ω, p₁ ≤ 3 m³')).toBe('');
  expect(await named('Smile 😀', 'docx')).toBe('');
});

test('one sample set aside moves the number, and what was taken stays until it is asked for', async () => {
  const report = await write([paragraph('The slope is ', value('s', slope), '.')]);
  const [before] = livingOf(report.document);
  expect(before!.taken).toMatch(/^[0-9a-f]{32}$/);
  await setAside(true);
  const body = { sources: [slope], taken: [before!.taken!] };
  const { now, taken: old } = (await server.ask<LivingReply>('/campaigns/1/living', body)).body;
  expect(now[0]!.hash).not.toBe(before!.taken);
  expect(now[0]!.basis).toContainEqual({ what: 'samples kept of Press', value: '399 of 400' });
  expect(old[0]!.basis).toContainEqual({ what: 'samples kept of Press', value: '400 of 400' });
  const pages = (await readPdf(await taken(report.id, 'pdf'))).pages.join(' ').replace(/\s+/g, ' ');
  expect(pages).toContain((old[0]!.content as { text: string }).text);
  expect(pages).not.toContain((now[0]!.content as { text: string }).text);
  await setAside(false);
  expect((await say(slope))[0]!.hash).toBe(before!.taken);
});

test('an export under way while the data change holds what was taken when it began', async () => {
  const board: LivingSource = { kind: 'parameters', fitId: 1 };
  const said = async () => {
    const [number, table] = await say(slope, board);
    const { rows } = table!.content as { rows: { cells: string[] }[] };
    return [(number!.content as { text: string }).text, rows[0]!.cells.join(' ')] as const;
  };
  const report = await write([paragraph('The slope is ', value('s', slope), '.'), livingBlock('t', board)]);
  const before = await said();
  const leaving = taken(report.id, 'pdf');
  await setAside(true);
  const pages = (await readPdf(await leaving)).pages.join(' ').replace(/\s+/g, ' ');
  const after = await said();
  await setAside(false);
  expect([after[0] === before[0], after[1] === before[1]]).toEqual([false, false]);
  for (const text of before) expect(pages).toContain(text);
  for (const text of after) expect(pages).not.toContain(text);
});

describe('a report leaves', () => {
  const blocks = [
    heading(1, 'Question & answer'),
    paragraph('The slope is ', value('s', slope), ', as ', reference('f'), ' and ', reference('t'), ' show.'),
    livingBlock('f', { kind: 'figure', figureId: 1 }),
    heading(2, 'Numbers'),
    livingBlock('t', { kind: 'parameters', fitId: 1 }),
    livingBlock('d', { kind: 'procedure', runId: 1 }),
  ];
  let report: ReportRow;
  let board: string[];
  beforeAll(async () => {
    report = await write(blocks);
    const [now] = await say({ kind: 'parameters', fitId: 1 });
    board = (now!.content as { rows: { cells: string[] }[] }).rows[0]!.cells;
  });

  test('as PDF: text with the digits of the board, title, language, outline, contents, page numbers, A4', async () => {
    const pdf = await readPdf(await taken(report.id, 'pdf'));
    const text = pdf.pages.join('\n').replace(/[\s\u202f]+/g, ' ');
    for (const cell of board) expect(text).toContain(cell.replace(/\s/g, ' '));
    expect(text).toContain('as Figure 1 and Table 1 show');
    expect(text).toContain('Contents');
    expect(text).toContain(`1 / ${pdf.pages.length}`);
    // The figure is of vectors, its letters text.
    expect(text).toContain('Figure 1. Pressure over time.');
    expect(pdf).toMatchObject({ title: 'What the spring holds', language: 'en-GB' });
    expect(pdf.outline).toEqual(['1  Question & answer', '1.1  Numbers']);
    expect(pdf.size.map((points) => Math.round(points!))).toEqual([595, 842]);
  });
  test('as PDF on Letter where that is wanted', async () => {
    const letter = await write(blocks, { page: { ...page, size: 'LETTER' } });
    expect((await readPdf(await taken(letter.id, 'pdf'))).size).toEqual([612, 792]);
  });
  test('as a word-processor document: headings, captions, the table and the picture', async () => {
    const html = await readDocx(await taken(report.id, 'docx'));
    expect(html).toMatch(/<h1>.*Question &amp; answer<\/h1>/);
    expect(html).toMatch(/<h2>.*Numbers<\/h2>/);
    expect(html).toContain('<img alt=');
    for (const cell of board) expect(html).toContain(cell);
    expect(html.replace(/<[^>]+>/g, '')).toContain('. Line: y = a0');
  });
  test('as one web page that needs no other file, its texts escaped', async () => {
    const html = Buffer.from(await taken(report.id, 'html')).toString();
    expect(html).toContain('Question &amp; answer</h2>');
    expect(html).toContain('src="data:image/svg+xml;base64,');
    expect(html).not.toMatch(/(src|href)="(?!data:|#)/);
    for (const cell of board) expect(html).toContain(cell);
  });
  test('as Markdown with its pictures', async () => {
    const archive = Buffer.from(await taken(report.id, 'md'));
    expect(archive.subarray(0, 2).toString()).toBe('PK');
    for (const name of ['report.md', 'figure-1.png']) expect(archive.includes(name)).toBe(true);
  });
  test('an export that is not there, or was not written, is a 404', async () => {
    for (const path of [`/report-exports/${'a'.repeat(32)}`, `/report-exports/${'a'.repeat(32)}/file`])
      expect((await server.ask(path)).status).toBe(404);
    expect((await server.ask('/reports/999/exports', { format: 'pdf' })).status).toBe(404);
    expect((await server.ask(`/reports/${report.id}/exports`, { format: 'exe' })).status).toBe(422);
  });
});

test('a finding that was deleted leaves its last sentence, and says that it lost its origin', async () => {
  const origin = { kind: 'goodness', fitId: 1, conditionId: 1 };
  const { body: finding } = await server.ask<FindingRow>('/campaigns/1/findings', { origin });
  const source: LivingSource = { kind: 'finding', findingId: finding.id };
  const report = await write([livingBlock('g', source)]);
  await server.ask(`/findings/${finding.id}`, undefined, 'DELETE');
  const [attrs] = livingOf(report.document);
  const reply = await server.ask<LivingReply>('/campaigns/1/living', { sources: [source], taken: [attrs!.taken!] });
  expect(reply.body.now[0]).toMatchObject({ content: null, problem: { code: 'NOT_FOUND' } });
  expect(reply.body.taken[0]!.content).toMatchObject({ paragraphs: [finding.sentence] });
  expect((await readPdf(await taken(report.id, 'pdf'))).pages.join(' ').replace(/\s+/g, ' ')).toContain(
    finding.sentence.slice(0, 40),
  );
});

test('a figure is drawn as it was taken, though its dressing has changed since', async () => {
  const report = await write([livingBlock('f', { kind: 'figure', figureId: 1 })]);
  const [{ taken: hash }] = livingOf(report.document) as unknown as [{ taken: string }];
  const picture = async (): Promise<string> =>
    (await fetch(`${server.address}/api/living/${hash}/picture?format=svg`)).text();
  expect(await picture()).not.toContain('Another title');
  const dressing = { ...dressingOf(houseStyles[0]!), title: 'Another title' };
  await server.ask('/figures/1/dressing', { name: 'The line', dressing }, 'PUT');
  expect(await picture()).not.toContain('Another title');
  const [now] = await say({ kind: 'figure', figureId: 1 });
  expect(now!.hash).not.toBe(hash);
  const anew = await fetch(`${server.address}/api/living/${now!.hash}/picture?format=svg`);
  expect(await anew.text()).toContain('Another title');
  expect((await fetch(`${server.address}/api/living/${'b'.repeat(32)}/picture?format=svg`)).status).toBe(404);
});

test('a named state is kept, read again, gone back to and forgotten; a name once', async () => {
  const report = await write([paragraph('First words.')]);
  const kept1 = await server.ask<VersionRow>(`/reports/${report.id}/versions`, { name: 'as sent' });
  expect(kept1.status).toBe(201);
  expect(await server.ask(`/reports/${report.id}/versions`, { name: 'as sent' })).toMatchObject({
    status: 409,
    body: { code: 'NAME_TAKEN' },
  });
  await server.ask(`/reports/${report.id}`, bodyOf([paragraph('Other words.')]), 'PUT');
  const path = `/reports/${report.id}/versions/${kept1.body.id}`;
  expect(JSON.stringify((await server.ask(path)).body)).toContain('First words.');
  const restored = await server.ask<ReportRow>(`${path}/restored`, undefined, 'PUT');
  expect(JSON.stringify(restored.body.document)).toContain('First words.');
  expect((await server.ask(path, undefined, 'DELETE')).status).toBe(204);
  expect((await server.ask(path)).status).toBe(404);
});

test('a template is there for every campaign, under a name that its campaign has once', async () => {
  const body = { name: 'Ours', document: bodyOf([heading(1, 'Result')]).document };
  const { status, body: saved } = await server.ask<TemplateRow>('/campaigns/1/templates', body);
  expect([status, saved]).toEqual([201, { id: saved.id, campaignId: 1, ...body }]);
  expect((await server.ask<TemplateRow[]>('/campaigns/2/templates')).body).toEqual([saved]);
  expect((await server.ask('/campaigns/1/templates', body)).status).toBe(409);
  const renamed = await server.ask<TemplateRow>(`/templates/${saved.id}`, { ...body, name: 'Theirs' }, 'PUT');
  expect(renamed.body.name).toBe('Theirs');
  expect((await server.ask(`/templates/${saved.id}`, { ...body, document: {} }, 'PUT')).status).toBe(422);
  expect((await server.ask(`/templates/${saved.id}`, undefined, 'DELETE')).status).toBe(204);
  expect((await server.ask(`/templates/${saved.id}`)).status).toBe(404);
});

test.each<[string, unknown[], string]>([
  ['a node that is none', [{ type: 'iframe' }], '"iframe" cannot stand in "doc"'],
  ['a table in a table', [{ type: 'table', content: [{ type: 'table' }] }], '"table" cannot stand in "table"'],
  [
    'an unknown way to set a text',
    [{ type: 'paragraph', content: [{ type: 'text', text: 'a', marks: [{ type: 'blink' }] }] }],
    'blink',
  ],
  [
    'a source that is none',
    [{ type: 'living', attrs: { id: 'a', source: { kind: 'shell' } } }],
    'stands on is not known',
  ],
])('%s is refused, with where it is', async (_, content, words) => {
  const { status, body } = await server.ask('/campaigns/1/reports', bodyOf(content as BlockNode[]));
  expect([status, body.message]).toEqual([422, expect.stringContaining(words)]);
  expect(body.message).toContain('the report');
});
