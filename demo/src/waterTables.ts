import type { TableBody } from '@undameter/contract';

const temperatures = [0, 5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 90, 100];
const source =
  'Common handbook values for water at 101.325 kPa, written from memory; check before use outside the demo';

const table = (symbol: string, name: string, yUnit: string, percent: number, y: number[], more: Partial<TableBody> = {}): TableBody => ({
  isShared: false, symbol, name, xName: 'Temperature', xUnit: '°C', yUnit, source, outside: 'refuse', method: 'monotone', xScale: 'plain', yScale: 'plain',
  uncertainty: { kind: 'reading', percent, statedAs: 'twice' }, notes: '', x: temperatures, y, second: null, ...more,
}); // prettier-ignore

/** Density, viscosity and vapour pressure of water against temperature. */
export const waterTables: readonly TableBody[] = [
  table('rho_w', 'Water density', 'kg/m³', 0.01, [999.84, 999.96, 999.7, 999.1, 998.2, 997.05, 995.65, 994.03, 992.22, 988.04, 983.2, 977.76, 971.79, 965.31, 958.35]), // prettier-ignore
  table('mu_w', 'Water dynamic viscosity', 'mPa·s', 1, [1.792, 1.519, 1.306, 1.138, 1.002, 0.89, 0.797, 0.719, 0.653, 0.547, 0.466, 0.404, 0.354, 0.315, 0.282]), // prettier-ignore
  table('p_v', 'Water vapour pressure', 'kPa', 0.1, [0.611, 0.872, 1.228, 1.706, 2.339, 3.169, 4.247, 5.629, 7.384, 12.35, 19.95, 31.2, 47.41, 70.18, 101.42], { method: 'linear', xScale: 'reciprocal', yScale: 'log' }), // prettier-ignore
];
