import type { TableBody } from '@undameter/contract';
import { builtInOf, valueOf } from '@undameter/core';

const temperatures = [0.01, 5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 90, 99];
const ATMOSPHERE = 0.101325;

const table = (
  symbol: string,
  name: string,
  yUnit: string,
  source: string,
  percent: number,
  y: number[],
  more: Partial<TableBody> = {},
): TableBody => ({
  isShared: false,
  symbol,
  name,
  xName: 'Temperature',
  xUnit: '°C',
  yUnit,
  source,
  outside: 'refuse',
  method: 'monotone',
  xScale: 'plain',
  yScale: 'plain',
  uncertainty: { kind: 'reading', percent, statedAs: 'twice' },
  notes: '',
  x: temperatures,
  y,
  second: null,
  ...more,
});

/** A built-in formulation at the knots, to six digits, at the pressure of one atmosphere where it asks for one. */
function computed(symbol: string, factor: number): number[] {
  const formulation = builtInOf(symbol)!;
  return temperatures.map((t) => Number((factor * valueOf(formulation, t + 273.15, ATMOSPHERE)).toPrecision(6)));
}
const sourceOf = (symbol: string): string => `Computed from ${builtInOf(symbol)!.source}, at 101.325 kPa`;

/** Density, viscosity and vapour pressure of water against temperature. */
export const waterTables: readonly TableBody[] = [
  table('rho_w', 'Water density', 'kg/m³', sourceOf('water_rho'), 0.01, computed('water_rho', 1)),
  table('mu_w', 'Water dynamic viscosity', 'mPa·s', sourceOf('water_mu'), 1, computed('water_mu', 1000)),
  table(
    'p_v',
    'Water vapour pressure',
    'kPa',
    `Computed from ${builtInOf('water_psat')!.source}`,
    0.1,
    computed('water_psat', 1000),
    { method: 'linear', xScale: 'reciprocal', yScale: 'log' },
  ),
];
