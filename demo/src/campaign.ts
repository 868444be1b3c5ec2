import type { RunKind, SensorBody } from '@undameter/contract';
import type { SteadyLimit, Step, Uncertainty } from '@undameter/core';
import { coastdownLog, pulsationLog, secondSweepLog, simulatedHead, sweepLog, warmupLog, type DemoFile } from './logs';
import { rig } from './rig';

export const demoCampaign = {
  name: 'Loop 3: head and efficiency',
  question:
    'What head does the Loop 3 pump deliver against flow at each speed, how sure is that, and does the simulated curve agree?',
};

/** A run of the demo: its file, what its columns are called, and its procedure. */
export interface DemoRun {
  file: () => DemoFile;
  name: string;
  kind: RunKind;
  /** Symbol, name and uncertainty or sensor by the place of the column; what is not listed is left out. */
  columns: Record<number, { symbol: string; name?: string; uncertainty?: Uncertainty; sensor?: string }>;
  along: number | null;
  steps: Step[];
}

const step = (id: string, kind: string, settings: Record<string, unknown>): Step => ({
  id,
  kind,
  version: 1,
  settings,
  on: true,
});

/** Inner diameter of the loop's pipes. */
const PIPE = `${rig.pipeDiameterMm} [mm]`;

const sweepSteps: Step[] = [
  // Limits instead of times, so that the procedure fits another day's sweep as well.
  step('trim', 'trim', { channel: 'n', from: 1300, to: 3000, unit: 'rpm' }),
  step('spikes', 'setAsideOutliers', {
    channel: 'p_d',
    window: 11,
    threshold: 12,
    reason: 'pressure spikes, input at its rail',
  }),
  step('zero', 'timeFromZero', { channel: 't' }),
  step('density', 'derive', { name: 'Water density', symbol: 'rho', formula: 'rho_w(T_w)', unit: 'kg/m^3' }),
  step('head', 'derive', { name: 'Head', symbol: 'H', formula: '(p_d - p_s) / (rho * g_n)', unit: 'm' }),
  step('power', 'derive', { name: 'Hydraulic power', symbol: 'P_h', formula: '(p_d - p_s) * Q', unit: 'W' }),
  step('efficiency', 'derive', { name: 'Efficiency', symbol: 'eta', formula: 'P_h / (M * n)', unit: '%' }),
  // Both pressures are absolute; suction and discharge are pipes of 50 mm.
  step('npsh', 'derive', {
    name: 'Net positive suction head',
    symbol: 'NPSH',
    formula: `(p_s - p_v(T_w)) / (rho * g_n) + (4 * Q / (pi * ${PIPE}^2))^2 / (2 * g_n)`,
    unit: 'm',
  }),
  step('reynolds', 'derive', {
    name: 'Reynolds number of the pipe',
    symbol: 'Re',
    formula: `4 * rho * Q / (pi * ${PIPE} * mu_w(T_w))`,
    unit: '',
  }),
  step('smooth', 'smooth', {
    channel: 'p_d',
    method: 'savitzkyGolay',
    window: 21,
    order: 3,
    symbol: 'p_d_s',
    name: 'Discharge pressure, smoothed',
  }),
  // By the affinity laws a pump of one size has one curve when flow and head are brought to one speed.
  step('flowAtRated', 'derive', {
    name: 'Flow at 2900 rpm',
    symbol: 'Q_n',
    formula: 'Q * 2900 [rpm] / n',
    unit: 'L/min',
  }),
  step('headAtRated', 'derive', {
    name: 'Head at 2900 rpm',
    symbol: 'H_n',
    formula: 'H * (2900 [rpm] / n)^2',
    unit: 'm',
  }),
];

/** From the data sheets of the sensors, whose limits are taken as never passed. */
const fullScale = (percent: number, to: number): Uncertainty => ({
  kind: 'fullScale',
  percent,
  fullScale: to,
  statedAs: 'limits',
});
const within = (value: number): Uncertainty => ({ kind: 'absolute', value, statedAs: 'limits' });

/** One thermometer hangs in the tank on all days, so that its error is the same in all runs. */
const thermometer: SensorBody = {
  name: 'Thermometer 3',
  unit: '°C',
  sources: [
    { name: 'calibration', isShared: false, of: { kind: 'absolute', value: 0.1, statedAs: 'twice' } },
    { name: 'drift', isShared: false, of: { kind: 'absolute', value: 0.1, statedAs: 'limits' } },
  ],
  notes: 'Certificate 3-17, made up: four-wire Pt100, calibrated at 10, 30 and 50 °C.',
};
export const demoSensors: readonly SensorBody[] = [thermometer];

const sweepColumns: DemoRun['columns'] = {
  0: { symbol: 't' },
  1: { symbol: 'n', uncertainty: within(1) },
  2: { symbol: 'z_v' },
  3: { symbol: 'Q', uncertainty: { kind: 'reading', percent: 0.5, statedAs: 'twice' } },
  4: { symbol: 'p_s', uncertainty: fullScale(0.25, 250) },
  5: { symbol: 'p_d', uncertainty: fullScale(0.25, 600) },
  6: { symbol: 'M', uncertainty: fullScale(0.2, 5) },
  7: { symbol: 'T_w', sensor: thermometer.name },
  8: { symbol: 'T_b1' },
};

export const demoRuns: readonly DemoRun[] = [
  {
    file: sweepLog,
    name: 'Sweep, 18 settings',
    kind: 'measured',
    columns: sweepColumns,
    along: 0,
    steps: sweepSteps,
  },
  {
    file: coastdownLog,
    name: 'Coast-down from 2900 rpm',
    kind: 'measured',
    columns: { 0: { symbol: 't' }, 1: { symbol: 'n' } },
    along: 0,
    steps: [
      step('rate', 'differentiate', {
        channel: 'n',
        against: 't',
        method: 'savitzkyGolay',
        window: 101,
        order: 2,
        symbol: 'dn_dt',
        name: 'Rate of shaft speed',
      }),
      step('drag', 'derive', {
        name: 'Drag torque',
        symbol: 'M_d',
        formula: `-${rig.inertia} [kg m^2] * dn_dt`,
        unit: 'N·m',
      }),
    ],
  },
  {
    file: warmupLog,
    name: 'Warm-up, heater on',
    kind: 'measured',
    columns: {
      0: { symbol: 't', name: 'Time' },
      1: { symbol: 'T_w', sensor: thermometer.name },
      2: { symbol: 'P_el' },
    },
    along: 0,
    steps: [
      // What a filling with the coolant blend would be like at the temperatures of the warm-up.
      step('coolant', 'derive', {
        name: 'Viscosity with 35 % coolant',
        symbol: 'mu_35',
        formula: 'mu_c(T_w, 35 [%])',
        unit: 'mPa·s',
      }),
    ],
  },
  {
    file: pulsationLog,
    name: 'Pulsation at 2 kHz',
    kind: 'measured',
    columns: { 0: { symbol: 't', name: 'Time' }, 1: { symbol: 'p_d' } },
    along: 0,
    steps: [
      step('smooth', 'smooth', {
        channel: 'p_d',
        method: 'movingAverage',
        window: 7,
        order: 3,
        symbol: 'p_d_s',
        name: 'Discharge pressure, smoothed',
      }),
    ],
  },
  {
    // No steps: the procedure of the first sweep waits to be applied to it.
    file: secondSweepLog,
    name: 'Sweep, second day',
    kind: 'measured',
    columns: sweepColumns,
    along: 0,
    steps: [],
  },
  {
    file: simulatedHead,
    name: 'Simulated head curve',
    kind: 'simulated',
    columns: {
      0: { symbol: 'n', name: 'Shaft speed' },
      1: { symbol: 'Q', name: 'Flow' },
      2: { symbol: 'H', name: 'Head' },
    },
    along: null,
    steps: [],
  },
];

/** Calm for ten seconds, the first five of which are left for settling; limits at about twice the noise of the rig. */
const steady: SteadyLimit = {
  kind: 'steady',
  steady: [
    { symbol: 'n', unit: 'rpm', deviation: 2.5, slope: 0.25 },
    { symbol: 'z_v', unit: '%', deviation: 1, slope: 0.1 },
    { symbol: 'Q', unit: 'L/min', deviation: 0.6, slope: 0.06 },
    { symbol: 'p_d', unit: 'kPa', deviation: 1, slope: 0.1 },
  ],
  lasting: 10,
  settling: 5,
  timeUnit: 's',
};

/** One condition a speed: its steady stretches are the valve settings. */
export const demoConditions = rig.speedsRpm.map((speed) => ({
  name: `${speed} rpm`,
  limits: [{ kind: 'tolerance' as const, symbol: 'n', value: speed, tolerance: 20, unit: 'rpm' }, steady],
}));

/** A model of the engineer's own: the speed while friction and drag slow the shaft down, kept in the campaign. */
export const demoCoasting = {
  name: 'Coasting to rest',
  formula: 'n_s*tan(phi - x/tau)',
  meanings: {
    n_s: 'speed at which drag and friction are equal',
    phi: 'angle of the start: the arctangent of the first speed over n_s',
    tau: 'time constant of coasting',
  },
};
