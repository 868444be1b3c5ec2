import type { BuiltIn } from './BuiltIn';

/** Defining constants. Source: ISO 2533:1975, table 1, from memory. */
const G = 9.80665;
const R = 287.05287;
const RATIO_OF_HEATS = 1.4;
/** Sutherland's formula for the dynamic viscosity. */
const SUTHERLAND = { beta: 1.458e-6, s: 110.4 };

/** Geopotential height in m at which each layer begins, and its gradient in K/m. Source: ISO 2533:1975, table 4, from memory. */
const layers = [
  { from: -5000, gradient: -0.0065 },
  { from: 11_000, gradient: 0 },
  { from: 20_000, gradient: 0.001 },
  { from: 32_000, gradient: 0.0028 },
  { from: 47_000, gradient: 0 },
  { from: 51_000, gradient: -0.0028 },
  { from: 71_000, gradient: -0.002 },
] as const;

interface Air {
  temperature: number;
  pressure: number;
}

/** From one height to another within a layer: hydrostatic balance of an ideal gas. */
function risen({ temperature, pressure }: Air, by: number, gradient: number): Air {
  const next = temperature + gradient * by;
  const share =
    gradient === 0 ? Math.exp((-G * by) / (R * temperature)) : (next / temperature) ** (-G / (R * gradient));
  return { temperature: next, pressure: pressure * share };
}

/** Air at a geopotential height in m: K, Pa. */
export function airAt(height: number): Air {
  let air: Air = { temperature: 288.15, pressure: 101_325 };
  let at = 0;
  for (const [k, { gradient }] of layers.entries()) {
    const end = layers[k + 1]?.from ?? Infinity;
    const to = Math.min(height, end);
    air = risen(air, to - at, gradient);
    at = to;
    if (height <= end) break;
  }
  return air;
}

/** Thermal conductivity in W/(m K). Source: ISO 2533:1975, equation 22, from memory. */
export const conductivityOf = ({ temperature }: Pick<Air, 'temperature'>): number =>
  (2.648151e-3 * temperature ** 1.5) / (temperature + 245.4 * 10 ** (-12 / temperature));
export const densityOf = ({ temperature, pressure }: Air): number => pressure / (R * temperature);
export const soundSpeedOf = ({ temperature }: Air): number => Math.sqrt(RATIO_OF_HEATS * R * temperature);
export const viscosityOf = ({ temperature }: Pick<Air, 'temperature'>): number =>
  (SUTHERLAND.beta * temperature ** 1.5) / (temperature + SUTHERLAND.s);

const ofHeight = (symbol: string, name: string, unit: string, apply: (air: Air) => number): BuiltIn => ({
  symbol: `atm_${symbol}`,
  name: `${name} of the standard atmosphere`,
  unit,
  arguments: [{ name: 'Geopotential height', unit: 'm', from: -5000, to: 80_000 }],
  source: 'ISO 2533:1975',
  stated: 'a convention: exact as defined; weather differs',
  apply: (height) => apply(airAt(height)),
});

export const atmosphere: readonly BuiltIn[] = [
  ofHeight('T', 'Temperature', 'K', (air) => air.temperature),
  ofHeight('p', 'Pressure', 'Pa', (air) => air.pressure),
  ofHeight('rho', 'Density', 'kg/m^3', densityOf),
  ofHeight('a', 'Speed of sound', 'm/s', soundSpeedOf),
  ofHeight('mu', 'Dynamic viscosity', 'Pa s', viscosityOf),
  ofHeight('lambda', 'Thermal conductivity', 'W/(m K)', conductivityOf),
];
