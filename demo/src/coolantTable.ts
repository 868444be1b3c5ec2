import type { TableBody } from '@undameter/contract';

/** Viscosity of the coolant that Loop 3 can be filled with; no coolant that exists. */
export const coolantTable: TableBody = {
  isShared: false,
  symbol: 'mu_c',
  name: 'Coolant dynamic viscosity',
  xName: 'Temperature',
  xUnit: '°C',
  yUnit: 'mPa·s',
  source: 'Invented for the demo: Tern Yard coolant blend, sheet of its supplier',
  method: 'monotone',
  xScale: 'reciprocal',
  yScale: 'log',
  outside: 'refuse',
  uncertainty: { kind: 'reading', percent: 3, statedAs: 'twice' },
  notes: 'Share by mass. Straight in log μ over the share, nearly so in log μ over 1/T.',
  x: [0, 10, 20, 30, 40, 50, 60, 80, 100],
  second: {
    name: 'Coolant share',
    unit: '%',
    method: 'monotone',
    scale: 'plain',
    w: [0, 10, 20, 30, 40, 50, 60],
    isScattered: false,
  },

  y: [
    1.79, 2.4, 3.32, 4.72, 6.93, 10.5, 16.3, 1.31, 1.73, 2.37, 3.34, 4.83, 7.2, 11.1, 1.0, 1.32, 1.78, 2.48, 3.55, 5.22,
    7.89, 0.797, 1.04, 1.39, 1.91, 2.7, 3.92, 5.84, 0.653, 0.843, 1.12, 1.52, 2.12, 3.03, 4.45, 0.547, 0.699, 0.916,
    1.23, 1.7, 2.4, 3.47, 0.466, 0.59, 0.765, 1.02, 1.38, 1.93, 2.75, 0.354, 0.44, 0.558, 0.724, 0.961, 1.3, 1.81,
    0.282, 0.343, 0.427, 0.541, 0.701, 0.925, 1.25,
  ],
};
