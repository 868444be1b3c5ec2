/**
 * What a change names as touched, held against what it does alter: every question of the screens is asked before and after
 * each kind of change, and an answer that reads otherwise must have been named.
 */
import { afterAll, beforeAll, expect, jest, test } from '@jest/globals';
import { isTouched } from '@undameter/contract/touched';
import { dressingOf, houseStyles } from '@undameter/drawing';
import { table } from './bodies';
import { addRun, column, startHere, type ServerHere } from './inProcess';

jest.setTimeout(120_000);
let server: ServerHere;
/** Answers as they were after the last change. */
let before: Map<string, string>;
const limit = { kind: 'between', symbol: 't', low: 5, high: 40, unit: 's' };
const condition = { name: 'steady', limits: [limit] };
const sources = (value: number) => [
  { name: 'calibration', isShared: true, of: { kind: 'absolute', value, statedAs: 'twice' } },
];
const sensor = { name: 'Thermometer 1', unit: '°C', sources: sources(0.2), notes: '' };
const derive = (formula: string) => ({
  steps: [
    {
      id: 'a',
      kind: 'derive',
      version: 1,
      settings: { symbol: 'r', name: 'Density', formula, unit: 'kg/m^3' },
      on: true,
    },
  ],
});
const model = { name: 'Falling', formula: 'a + b*x', meanings: { a: 'start', b: 'slope' } };
const fit = {
  name: 'Density in time',
  runId: 1,
  x: 't',
  y: 'r',
  conditionIds: [1],
  data: 'samples',
  weights: 'absolute',
  model: 'polynomial',
  settings: { degree: 1 },
  choices: {},
};
const comparison = {
  name: 'Fit against run',
  reference: { runId: 1, x: 't', y: 'r', conditionIds: [1], data: 'samples' },
  candidates: [{ source: { kind: 'fit', fitId: 1 }, offset: 0, scale: 1, method: 'linear', uncertainty: 0.1 }],
};
const figure = {
  name: 'Density',
  source: { kind: 'fit', fitId: 1, residuals: 'x' },
  dressing: dressingOf(houseStyles[0]!),
};
const dressed = { name: figure.name, dressing: { ...figure.dressing, title: 'Density' } };
const noResiduals = { ...figure.source, residuals: 'none' };
const channel = { symbol: 'T', name: 'Temperature', unit: '°C' };

/** Every question that a screen with all of it would ask; those with a body are posted. */
const questions: [path: string, body?: object][] = [
  ['/campaigns'],
  ['/campaigns/1'],
  ...['conditions', 'tables', 'fits', 'models', 'comparisons', 'procedures', 'sensors', 'findings', 'figures'].map(
    (collection): [string] => [`/campaigns/1/${collection}`],
  ),
  ['/campaigns/1/axes'],
  ['/tables/1/versions'],
  ['/tables/1/uses'],
  ['/fits/1/result'],
  ['/comparisons/1/result'],
  ['/findings/1/budget'],
  ['/figures/1/content'],
  ['/figures/2/content'],
  ['/fits/trial', { ...fit, campaignId: 1 }],
  ['/fits/judgement', { ...fit, campaignId: 1, series: 0 }],
  ['/comparisons/trial', { ...comparison, campaignId: 1 }],
  ...[1, 2].flatMap((run): [string, object?][] => [
    [`/runs/${run}`],
    [`/runs/${run}/quality`],
    [`/runs/${run}/bench`, {}],
    [`/runs/${run}/traces`, { symbols: ['T'], from: null, to: null, pixels: 100 }],
    [`/runs/${run}/pairs`, { x: 't', symbols: ['T'], from: null, to: null }],
    [`/runs/${run}/histogram`, { symbols: ['T'], from: null, to: null }],
    [`/runs/${run}/spectrum`, { symbols: ['T'], from: null, to: null, as: 'power' }],
    [`/runs/${run}/transfer`, { x: 'T', symbols: ['T'], from: null, to: null }],
    [`/runs/${run}/cycles`, { symbols: ['T'], from: null, to: null }],
    [`/runs/${run}/why`, { at: 3 }],
    [`/runs/${run}/formula`, { formula: 'rho(T)', unit: 'kg/m^3', before: 0 }],
    [`/runs/${run}/map`, { x: 't', y: 'T', columns: 20, rows: 20 }],
    [`/runs/${run}/operating-points`, { conditionIds: [], symbols: ['T'] }],
  ]),
];

beforeAll(async () => {
  server = await startHere();
  const columns = {
    t: { unit: 's', values: column(60, (i) => i) },
    T: { unit: '°C', values: column(60, (i) => 20 + i + Math.sin(7 * i)) },
  };
  const make = async (path: string, body: object) =>
    expect(await server.ask(path, body)).toMatchObject({ status: 201 });
  await make('/campaigns', { name: 'Pump', question: '' });
  await addRun(server.db, 1, 'First', columns);
  await addRun(server.db, 1, 'Second', columns);
  await make('/campaigns/1/tables', table);
  await make('/campaigns/1/sensors', sensor);
  await server.ask('/runs/1/channels/T', { ...channel, sensorId: 1 }, 'PUT');
  await server.ask('/runs/1/procedure', { ...derive('rho(T)'), version: 0 }, 'PUT');
  await make('/campaigns/1/conditions', condition);
  await make('/campaigns/1/models', model);
  await make('/campaigns/1/fits', fit);
  await make('/campaigns/1/comparisons', comparison);
  await make('/campaigns/1/findings', { origin: { kind: 'parameter', fitId: 1, conditionId: 1, parameter: 'a1' } });
  await make('/campaigns/1/figures', figure);
  const along = { kind: 'conditions', runId: 1, panels: [['T']], from: null, to: null };
  await make('/campaigns/1/figures', { ...figure, source: along });
  before = await answers();
});
afterAll(() => server.close());

const answers = async (): Promise<Map<string, string>> => {
  const found = new Map<string, string>();
  for (const [path, body] of questions) {
    const { status, body: answer } = await server.ask(path, body);
    expect([path, status, answer]).toEqual([path, 200, answer]);
    // How long it took is no part of the answer.
    found.set(
      path,
      JSON.stringify(answer, (key, value: unknown) => (key === 'milliseconds' ? undefined : value)),
    );
  }
  return found;
};

test.each<[what: string, method: string, path: string, body: object, altersAtLeast: string]>([
  ['the name of a campaign', 'PUT', '/campaigns/1', { name: 'Pump 3', question: 'How dense?' }, '/campaigns'],
  ['the name of a run', 'PUT', '/runs/1', { name: 'First sweep' }, '/campaigns/1/findings'],
  ['a procedure', 'PUT', '/runs/1/procedure', { ...derive('2*rho(T)'), version: 1 }, '/fits/1/result'],
  ['a step taken back', 'POST', '/runs/1/procedure/history', { direction: 'undo' }, '/fits/1/result'],
  ['the uncertainty of a channel', 'PUT', '/runs/2/channels/T', { ...channel, sensorId: 1 }, '/campaigns/1/sensors'],
  ['a certificate', 'PUT', '/sensors/1', { ...sensor, sources: sources(0.5) }, '/findings/1/budget'],
  ['the knots of a table', 'PUT', '/tables/1', { ...table, y: [1000, 950] }, '/runs/1/bench'],
  [
    'the limits of a condition',
    'PUT',
    '/conditions/1',
    { ...condition, limits: [{ ...limit, low: 20 }] },
    '/fits/1/result',
  ],
  ['the name of a condition', 'PUT', '/conditions/1', { ...condition, name: 'calm' }, '/campaigns/1/findings'],
  ['a fit', 'PUT', '/fits/1', { ...fit, settings: { degree: 2 } }, '/comparisons/1/result'],
  ['a comparison', 'PUT', '/comparisons/1', { ...comparison, name: 'Against it' }, '/campaigns/1/comparisons'],
  ['a formula', 'PUT', '/models/1', { ...model, name: 'Rising' }, '/campaigns/1/models'],
  ['what a finding means', 'PUT', '/findings/1', { meaning: 'It gets thinner.' }, '/campaigns/1/findings'],
  [
    'a finding more',
    'POST',
    '/campaigns/1/findings',
    { origin: { kind: 'goodness', fitId: 1, conditionId: 1 } },
    '/campaigns/1',
  ],
  [
    'the axes of a chart',
    'PUT',
    '/campaigns/1/axes',
    { chart: 'signals 1', axes: [{ axis: 'T', look: { low: 0 } }] },
    '/campaigns/1/axes',
  ],
  ['how a figure is dressed', 'PUT', '/figures/1/dressing', { ...dressed, name: 'Thinner' }, '/campaigns/1/figures'],
  ['what a figure shows', 'PUT', '/figures/1', { ...figure, source: noResiduals }, '/figures/1/content'],
  ['a figure frozen', 'PUT', '/figures/1/frozen', { isFrozen: true }, '/figures/1/content'],
  ['a condition more', 'POST', '/campaigns/1/conditions', { ...condition, name: 'other' }, '/runs/2/bench'],
  ['a fit more', 'POST', '/campaigns/1/fits', { ...fit, name: 'other' }, '/campaigns/1'],
])('%s: %s %s', async (_, method, path, body, altersAtLeast) => {
  const reply = await server.ask(path, body, method);
  expect([200, 201]).toContain(reply.status);
  const after = await answers();
  const altered = questions.map(([asked]) => asked).filter((asked) => before.get(asked) !== after.get(asked));
  expect(altered).toContain(altersAtLeast);
  const touched = reply.headers.get('undameter-touched') ?? '';
  expect(altered.filter((asked) => !isTouched(asked, touched))).toEqual([]);
  before = after;
});
