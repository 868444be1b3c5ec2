/** One body for each route that takes one, in the scenario of the demo campaign; a test sends every one of them. */

const smooth = {
  id: 'calm',
  kind: 'smooth',
  version: 1,
  settings: {
    channel: 'p_d',
    method: 'savitzkyGolay',
    window: 15,
    order: 2,
    symbol: 'p_d_s',
    name: 'Discharge pressure, smoothed',
  },
  on: true,
};

const condition = {
  name: 'Near 2900 rpm, valve open',
  limits: [
    { kind: 'tolerance', symbol: 'n', value: 2900, tolerance: 25, unit: 'rpm' },
    { kind: 'between', symbol: 'z_v', low: 60, high: null, unit: '%' },
  ],
};

const fit = {
  name: 'Head against flow at 2900 rpm',
  runId: 1,
  x: 'Q',
  y: 'H',
  conditionIds: [3],
  data: 'samples',
  weights: 'none',
  model: 'polynomial',
  settings: { degree: 2 },
  choices: { fixed: { a1: 0 } },
};
const trialFit = { ...fit, campaignId: 1 };

const comparison = {
  name: 'Simulation at 2900 rpm',
  reference: { runId: 1, x: 'Q', y: 'H', conditionIds: [3], data: 'operatingPoints' },
  candidates: [
    {
      source: { kind: 'run', runId: 6, x: 'Q', y: 'H' },
      offset: 0,
      scale: 1,
      method: 'monotone',
      uncertainty: 0.14,
    },
    { source: { kind: 'fit', fitId: 1 }, offset: 0, scale: 1, method: 'linear', uncertainty: null },
  ],
};

const figureDressing = {
  styleName: 'Report',
  look: {
    widthMm: 160,
    heightMm: 100,
    fontPt: 9,
    linePt: 1,
    axisPt: 0.6,
    symbolMm: 1.8,
    colours: ['#1c9a66', '#5a337f', '#a2700e'],
    toldBy: 'colour',
    grid: true,
    frame: 'axes',
    ground: '#ffffff',
    barsFactor: 2,
  },
  title: 'What the Loop 3 pump delivers',
  caption: 'Head against flow at three speeds.',
  noteShown: true,
  axes: { 'main.x': { every: 20, digits: 0 }, 'main.y': { labels: 'along' } },
  series: { 'condition 3': { colour: '#a01931', line: 'dashed', width: 1.5 } },
  key: { place: 'ends', corner: 'free', order: [] },
  equations: {
    'condition 3': { at: null, leader: true, units: true, uncertainty: true, rSquared: false, residual: false },
  },
  notes: [],
  lines: [],
  points: [],
};
const typedRun = {
  name: 'Head by hand',
  kind: 'measured',
  columns: [
    { symbol: 'Q', name: 'Flow', unit: 'L/min', uncertainty: { kind: 'absolute', value: 0.5, statedAs: 'limits' } },
    { symbol: 'H', name: 'Head', unit: 'm' },
  ],
  rows: [
    { row: 1, cells: [10.2, 27.3] },
    { row: 2, cells: [35.8, 25.9], note: 'valve was still moving' },
  ],
  computed: [{ symbol: 'P_h', name: 'Hydraulic power', unit: 'W', formula: '1000 [kg/m^3] * 9.81 [m/s^2] * H * Q' }],
};
const torque = {
  ...{ symbol: 'M', name: 'Shaft torque', unit: 'N*m', access: 'read', scale: 1, offset: 0, resolution: 0 },
  ...{
    low: -50,
    high: 50,
    source: { by: 'register', table: 'input', address: 2, type: 'float32', order: 'ABCD', unit: 1 },
  },
};
const line = { protocol: 'modbus', host: '127.0.0.1', port: 5020, timeoutMs: 1000 };
const drive = { name: 'Torque flange', ...line, quantities: [torque] };
const how = { samples: 10, every: 0.1, restSeconds: 2, waitSeconds: 60 };
const madeUpRun = {
  name: 'Coast-down to try',
  recipe: {
    x: { symbol: 't', name: 'Time', unit: 's', at: { from: 0, to: 10, count: 201 } },
    y: { symbol: 'n', name: 'Speed', unit: 'rpm', formula: '2900 [rpm] * exp(-t / 3.2 [s])' },
    noise: { distribution: 'normal', size: 12, growth: 'absolute', seed: 1, outliers: { percent: 1, by: 200 } },
  },
};
const houseStyle = {
  name: 'Journal, one column',
  look: { ...figureDressing.look, widthMm: 85, heightMm: 60, fontPt: 8 },
  key: { place: 'inside', corner: 'free', order: [] },
  axes: {},
};
const figure = {
  name: 'Head against flow',
  source: { kind: 'fit', fitId: 1, residuals: 'none' },
  dressing: figureDressing,
};

const table = {
  isShared: false,
  symbol: 'k_v',
  name: 'Flow coefficient of the valve',
  xName: 'Valve position',
  xUnit: '%',
  yUnit: 'm^3/h',
  source: 'Made up, for this example',
  method: 'monotone',
  xScale: 'plain',
  yScale: 'plain',
  outside: 'refuse',
  uncertainty: { kind: 'reading', percent: 2, statedAs: 'twice' },
  notes: '',
  x: [0, 25, 50, 75, 100],
  y: [0.2, 2.1, 6.3, 12.4, 17.8],
  second: null,
};

const sensor = {
  name: 'Flow meter 2',
  unit: 'L/min',
  sources: [
    { name: 'calibration', isShared: true, of: { kind: 'reading', percent: 0.3, statedAs: 'twice' } },
    { name: 'resolution', isShared: false, of: { kind: 'absolute', value: 0.05, statedAs: 'limits' } },
  ],
  notes: 'Certificate 2-08, made up',
};

const procedure = {
  name: 'Calm discharge pressure',
  steps: [smooth],
  channels: [{ symbol: 'p_d', name: 'Discharge pressure', unit: 'kPa' }],
};

const model = {
  name: 'Head with a knee',
  formula: 'H_0 - r*x^2 - s*x^4',
  meanings: { H_0: 'head at zero flow', r: 'loss', s: 'loss that comes late' },
};

const layout = {
  encoding: 'utf-8',
  delimiter: ',',
  decimal: '.',
  headingLine: 1,
  unitsLine: null,
  firstDataLine: 2,
};
const asNumber = (index: number) => ({ index, reads: 'number' });

const window = { symbols: ['p_d'], from: null, to: null };
const formula = { formula: 'p_d - p_s', unit: 'kPa', before: 0 };
const readings = { ...trialFit, series: 0, atX: 80, atY: 20, other: null };

const report = {
  name: 'Head of the Loop 3 pump',
  kind: 'note',
  document: {
    type: 'doc',
    content: [
      { type: 'heading', attrs: { level: 1 }, content: [{ type: 'text', text: 'Finding' }] },
      {
        type: 'living',
        attrs: {
          id: 'f1',
          source: { kind: 'finding', findingId: 1 },
          taken: null,
          kept: null,
          hidden: [],
          caption: null,
        },
      },
    ],
  },
  page: { size: 'A4', headLeft: 'Tern Yard hydraulics lab', headRight: 'Loop 3', author: '', contents: false },
};
const template = { name: 'Short note', document: report.document };

export const examples: Readonly<Record<string, unknown>> = {
  createCampaign: { name: 'Second impeller', question: 'Is the new impeller better beyond 100 L/min?' },
  changeCampaign: { name: 'Second impeller, trimmed' },
  choosePart: { parts: ['Samples'] },
  readAgain: { layout },
  startImport: {
    campaignId: 1,
    name: 'Sweep, third day',
    kind: 'measured',
    layout,
    columns: [
      { reading: asNumber(0), name: 'Time', symbol: 't', unit: 's' },
      { reading: asNumber(1), name: 'Flow', symbol: 'Q', unit: 'L/min' },
    ],
    width: 2,
    along: 0,
  },
  saveLayout: {
    name: 'Logger of the pump rig',
    layout,
    columns: [
      {
        heading: 'Time',
        unitFound: 's',
        choice: { index: 0, keep: true, name: 'Time', symbol: 't', unit: 's', reading: asNumber(0) },
      },
    ],
    along: 0,
  },
  renameRun: { name: 'Sweep, 18 settings, first day' },
  declareChannel: {
    symbol: 'Q',
    name: 'Flow',
    unit: 'L/min',
    uncertainty: { kind: 'reading', percent: 0.5, statedAs: 'twice' },
  },
  saveProcedure: { steps: [smooth], version: 0 },
  moveInHistory: { direction: 'undo' },
  evaluateRun: { steps: [smooth] },
  traceChannels: { symbols: ['n', 'p_d'], from: 100, to: 160, pixels: 800 },
  judgeSmoothing: { steps: [smooth], channel: 'p_d', made: 'p_d_s' },
  checkFormula: formula,
  checkFormulaByMonteCarlo: formula,
  findOffset: { otherRunId: 1, symbol: 'n', otherSymbol: 'n' },
  joinRun: {
    otherRunId: 2,
    offset: 0,
    rate: 0.00002,
    method: 'linear',
    channels: [{ from: 'n', symbol: 'n_2', name: 'Shaft speed of the second logger' }],
  },
  continueRun: { otherRunId: 2, matches: [{ symbol: 'n', from: 'n' }], times: 'follow' },
  changeConditions: { rename: [{ id: 3, name: '2900 rpm' }], group: { ids: [3], name: 'Rated speed' } },
  createConditions: { conditions: [{ ...condition, name: 'Valve open' }] },
  reportSteady: {
    ...{ kind: 'steady', lasting: 10, settling: 5, constants: 5, timeUnit: 's' },
    steady: [{ symbol: 'n', unit: 'rpm', deviation: 2.5, slope: 0.25 }],
  },
  findSetPoints: { steady: null, symbols: null, cuts: [{ symbol: 'n', at: [1825, 2550] }], approachOf: null },
  mapRun: { x: 'Q', y: 'n', columns: 40, rows: 30 },
  reduceOperatingPoints: { conditionIds: [3], symbols: ['Q', 'H'] },
  createCondition: condition,
  changeCondition: condition,
  createSavedProcedure: procedure,
  changeSavedProcedure: procedure,
  applyProcedure: { steps: [smooth], channels: procedure.channels, runIds: [1, 5], how: 'append', save: false },
  measureStretch: { ...window, from: 100, to: 160 },
  explainSample: { at: 120 },
  getPairs: { ...window, x: 'Q' },
  getRows: { symbols: ['z_rel'], isDistinct: true, unit: '' },
  getSpectra: { ...window, as: 'density', taper: 'hann', segment: 64, overlap: 0.5, conditionIds: [3] },
  getTransfers: { ...window, x: 'n' },
  getHistograms: { ...window, bins: 24 },
  countCycles: { ...window, classes: 32, least: 0.2 },
  createTable: table,
  changeTable: { ...table, method: 'akima' },
  createSensor: sensor,
  changeSensor: sensor,
  createFit: fit,
  changeFit: { ...fit, choices: {} },
  tryFit: trialFit,
  judgeFit: { ...trialFit, series: 0 },
  readFit: readings,
  rankModels: {
    ...trialFit,
    series: 0,
    candidates: [
      { kind: 'polynomial', settings: { degree: 1 } },
      { kind: 'polynomial', settings: { degree: 2 } },
    ],
  },
  createFormulaModel: model,
  changeFormulaModel: model,
  createComparison: comparison,
  changeComparison: comparison,
  tryComparison: { ...comparison, campaignId: 1 },
  startMonteCarlo: { ...readings, draws: 200 },
  writeFinding: { origin: { kind: 'parameter', fitId: 1, conditionId: 3, parameter: 'a0' } },
  keepChartAxes: { chart: 'signals 7', axes: [{ axis: 'Q', look: { low: 0, high: 600, step: 100 } }] },
  createField: {
    uploadId: '0'.repeat(32),
    name: 'Guide vane, another mesh',
    coordinateUnit: 'mm',
    variables: [{ variable: 'Pressure_coefficient', symbol: 'cp', name: 'Pressure coefficient', unit: '' }],
  },
  getFieldSurface: {},
  getFieldValues: { symbol: 'cp' },
  cutField: { recipe: { kind: 'cut', settings: { where: { channel: 'z_rel', values: [0.5] }, zones: [] } } },
  createDerivedRun: {
    name: 'Guide vane, suction side cut by a plane',
    runId: 8,
    recipe: {
      kind: 'cut',
      settings: { where: { point: [30, 0, 43], normal: [0, 0.2, 1] }, zones: ['suction side'] },
    },
  },
  makeAlike: { runId: 9 },
  createTypedRun: typedRun,
  createMadeUpRun: madeUpRun,
  saveSheet: {
    version: 1,
    columns: typedRun.columns,
    rows: [
      { row: 1, cells: [10.2, 27.3] },
      { row: 2, cells: [35.8, null] },
    ],
  },
  createInstrument: drive,
  changeInstrument: drive,
  tryInstrument: { ...line, quantity: torque },
  createBenchRun: {
    ...{ name: 'Head at the bench', byHand: [], plan: [100, 80, 62, 45, 30, 16], how },
    quantities: [
      { instrumentId: 2, quantity: 'z_v' },
      { instrumentId: 2, quantity: 'Q' },
      { instrumentId: 1, quantity: 'p_d' },
    ],
  },
  keepBenchSession: {
    columns: [{ symbol: 'p_d', instrumentId: 1, quantity: 'p_d', spread: null, within: 0.5 }],
    how: { ...how, samples: 2, every: 0.02 },
  },
  sendSetting: { symbol: 'z_v', value: 62 },
  takeReading: { row: null, retakes: null, set: [], anyhow: true, withMissing: false },
  actOnReading: { action: 'anyhow' },
  changePicture: {
    ...{ name: 'Head, old report', shape: 'affine', clickPixels: 0.5, version: 1 },
    barsMean: 'standard',
    page: 1,
    asOne: false,
    x: { name: 'Flow', symbol: 'Q', unit: 'L/min', scale: 'linear' },
    y: { name: 'Head', symbol: 'H', unit: 'm', scale: 'linear' },
    known: [
      { axis: 'x', at: { x: 50.5, y: 380 }, value: 0 },
      { axis: 'x', at: { x: 450, y: 380 }, value: 100 },
      { axis: 'y', at: { x: 50.5, y: 380 }, value: 0 },
      { axis: 'y', at: { x: 50.5, y: 80 }, value: 30 },
    ],
    series: [{ name: '2900 rpm', colour: '#c02942', points: [{ x: 120.3, y: 110.6 }], runId: null }],
  },
  createHouseStyle: houseStyle,
  changeHouseStyle: houseStyle,
  createFigure: figure,
  changeFigure: figure,
  dressFigure: { name: 'Head against flow', dressing: figureDressing },
  freezeFigure: { isFrozen: true },
  askLiving: { sources: [{ kind: 'count', runId: 1, what: 'kept' }], taken: [] },
  createReport: report,
  changeReport: report,
  createTemplate: template,
  changeTemplate: template,
  keepReportVersion: { name: 'as sent' },
  startReportExport: { format: 'pdf' },
  explainFinding: { meaning: 'What the pump gives against a closed valve.' },
};
