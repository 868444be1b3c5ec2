/**
 * The units that can be written, each by its scale to SI base units.
 * Sources: SI Brochure 9th ed. (2019) for SI units, prefixes and accepted units;
 * NIST SP 811 (2008), appendix B, for the others: the international yard and pound
 * (1959), standard gravity 9.80665 m/s², International Table and thermochemical
 * calories and Btu, conventional columns of mercury and water.
 * The ton of refrigeration is 12 000 Btu/h with the ISO 31-4 Btu of 1055.056 J.
 */
import type { Dimension } from './dimension';

export interface UnitDefinition {
  /** First the symbol, then other spellings found in logs. */
  names: readonly string[];
  /** Value of one of it in SI base units (for a temperature: size of one degree). */
  scale: number;
  dimension: Dimension;
  /** Which names take prefixes: the symbol short ones (k), the long names long ones (kilo). */
  prefixes?: boolean;
  /** SI value at a reading of zero; only temperatures with an own zero point. */
  offset?: number;
  datum?: Datum;
}

/**
 * From where a reading counts, where its unit says it: from the absolute zero, from the ambient pressure, or from
 * another reading. A K or a kPa may be any of them and says nothing.
 */
export type Datum = 'absolute' | 'gauge' | 'difference';

const L: Dimension = [1, 0, 0, 0, 0, 0, 0, 0];
const AREA: Dimension = [2, 0, 0, 0, 0, 0, 0, 0];
const VOLUME: Dimension = [3, 0, 0, 0, 0, 0, 0, 0];
const M: Dimension = [0, 1, 0, 0, 0, 0, 0, 0];
const T: Dimension = [0, 0, 1, 0, 0, 0, 0, 0];
const PER_T: Dimension = [0, 0, -1, 0, 0, 0, 0, 0];
const I: Dimension = [0, 0, 0, 1, 0, 0, 0, 0];
const TH: Dimension = [0, 0, 0, 0, 1, 0, 0, 0];
const N: Dimension = [0, 0, 0, 0, 0, 1, 0, 0];
const J: Dimension = [0, 0, 0, 0, 0, 0, 1, 0];
const ONE: Dimension = [0, 0, 0, 0, 0, 0, 0, 0];
const ANGLE: Dimension = [0, 0, 0, 0, 0, 0, 0, 1];
const ROTATION: Dimension = [0, 0, -1, 0, 0, 0, 0, 1];
const FORCE: Dimension = [1, 1, -2, 0, 0, 0, 0, 0];
const PRESSURE: Dimension = [-1, 1, -2, 0, 0, 0, 0, 0];
const ENERGY: Dimension = [2, 1, -2, 0, 0, 0, 0, 0];
const POWER: Dimension = [2, 1, -3, 0, 0, 0, 0, 0];
const SPEED: Dimension = [1, 0, -1, 0, 0, 0, 0, 0];
const FLOW: Dimension = [3, 0, -1, 0, 0, 0, 0, 0];
const VISCOSITY: Dimension = [-1, 1, -1, 0, 0, 0, 0, 0];
const KINEMATIC: Dimension = [2, 0, -1, 0, 0, 0, 0, 0];

const INCH = 0.0254;
const FOOT = 0.3048;
const POUND = 0.45359237;
const GRAVITY = 9.80665;
const POUND_FORCE = POUND * GRAVITY;
const US_GALLON = 231 * INCH ** 3;
const IMPERIAL_GALLON = 4.54609e-3;
const BTU_IT = 1055.05585262;
const MERCURY = 13595.1 * GRAVITY;
/** J/(mol K), exact: SI Brochure 9th ed., from k and N_A. */
const GAS_CONSTANT = 8.31446261815324;

const unit = (
  names: string,
  scale: number,
  dimension: Dimension,
  more: { prefixes?: boolean; offset?: number; datum?: Datum } = {},
): UnitDefinition => ({ names: names.split(' '), scale, dimension, ...more });
const P = { prefixes: true };

/** A unit of pressure by itself, above ambient pressure (g) and above vacuum (a). */
const withDatum = (names: string, scale: number, more = {}): UnitDefinition[] => {
  const symbol = names.split(' ')[0]!;
  const marked = (letter: string): string =>
    `${symbol}(${letter}) ${symbol}_${letter} ${symbol === 'Pa' ? '' : symbol + letter}`.trim();
  return [
    unit(names, scale, PRESSURE, more),
    unit(marked('g'), scale, PRESSURE, { ...more, datum: 'gauge' }),
    unit(marked('a'), scale, PRESSURE, { ...more, datum: 'absolute' }),
  ];
};

export const definitions: readonly UnitDefinition[] = [
  // plain numbers, and angles, which are counted apart from them (see docs/decisions)
  unit('1 - dimensionless', 1, ONE),
  unit('% percent', 0.01, ONE),
  unit('‰ permille', 1e-3, ONE),
  unit('ppm', 1e-6, ONE),
  unit('rad radian radians', 1, ANGLE, P),
  unit('sr steradian', 1, ONE),
  unit('° deg degree degrees', Math.PI / 180, ANGLE),
  unit('rev revolution revolutions turn turns', 2 * Math.PI, ANGLE),
  // time, frequency, speed of rotation
  unit('s sec secs second seconds', 1, T, P),
  unit('min minute minutes', 60, T),
  unit('h hr hrs hour hours', 3600, T),
  unit('d day days', 86400, T),
  unit('week weeks', 604800, T),
  unit('julian_year', 31557600, T),
  unit('Hz hertz', 1, PER_T, P),
  unit('Bq becquerel', 1, PER_T, P),
  unit('rpm RPM U/min', (2 * Math.PI) / 60, ROTATION),
  // length, area, volume
  unit('m meter meters metre metres', 1, L, P),
  unit('Å angstrom', 1e-10, L),
  unit('micron', 1e-6, L),
  unit('in inch inches', INCH, L),
  unit('mil thou', INCH / 1000, L),
  unit('ft foot feet', FOOT, L),
  unit('yd yard yards', 3 * FOOT, L),
  unit('mi mile miles', 5280 * FOOT, L),
  unit('nmi nautical_mile', 1852, L),
  unit('ha hectare', 1e4, AREA),
  unit('acre acres', 43560 * (1200 / 3937) ** 2, AREA),
  unit('L l liter liters litre litres', 1e-3, VOLUME, P),
  unit('gal gallon gallons', US_GALLON, VOLUME),
  unit('gal_imp imperial_gallon', IMPERIAL_GALLON, VOLUME),
  unit('qt quart', US_GALLON / 4, VOLUME),
  unit('pt pint', US_GALLON / 8, VOLUME),
  unit('floz fluid_ounce', US_GALLON / 128, VOLUME),
  unit('bbl oil_barrel barrel', 42 * US_GALLON, VOLUME),
  // mass
  unit('g gram grams', 1e-3, M, P),
  unit('t tonne tonnes metric_ton', 1000, M, P),
  unit('u dalton atomic_mass_constant', 1.6605390666e-27, M),
  unit('lb lbm lbs pound pounds', POUND, M),
  unit('oz ounce ounces', POUND / 16, M),
  unit('gr grain', POUND / 7000, M),
  unit('slug', POUND_FORCE / FOOT, M),
  unit('ton_short short_ton', 2000 * POUND, M),
  unit('ton_long long_ton', 2240 * POUND, M),
  // speed, acceleration, flow
  unit('mph', (5280 * FOOT) / 3600, SPEED),
  unit('kph', 1000 / 3600, SPEED),
  unit('kn knot knots', 1852 / 3600, SPEED),
  unit('g_n g0 standard_gravity', GRAVITY, [1, 0, -2, 0, 0, 0, 0, 0]),
  unit('Gal galileo', 0.01, [1, 0, -2, 0, 0, 0, 0, 0]),
  unit('lpm LPM', 1e-3 / 60, FLOW),
  unit('cfm CFM', FOOT ** 3 / 60, FLOW),
  unit('gpm GPM', US_GALLON / 60, FLOW),
  // force, torque
  unit('N newton newtons', 1, FORCE, P),
  unit('Nm', 1, ENERGY, P),
  unit('dyn dyne', 1e-5, FORCE),
  unit('kgf kp kilogram_force', GRAVITY, FORCE),
  unit('lbf pound_force', POUND_FORCE, FORCE),
  unit('ozf ounce_force', POUND_FORCE / 16, FORCE),
  unit('kip kips', 1000 * POUND_FORCE, FORCE),
  unit('pdl poundal', POUND * FOOT, FORCE),
  // pressure
  ...withDatum('Pa pascal pascals', 1, P),
  ...withDatum('bar bars', 1e5, P),
  unit('atm atmosphere', 101325, PRESSURE),
  unit('at technical_atmosphere', GRAVITY * 1e4, PRESSURE),
  ...withDatum('psi', POUND_FORCE / INCH ** 2),
  unit('ksi', (1000 * POUND_FORCE) / INCH ** 2, PRESSURE),
  unit('psf', POUND_FORCE / FOOT ** 2, PRESSURE),
  unit('Torr torr', 101325 / 760, PRESSURE),
  unit('mmHg', MERCURY * 1e-3, PRESSURE),
  unit('inHg', MERCURY * INCH, PRESSURE),
  unit('mmH2O', GRAVITY, PRESSURE),
  unit('mH2O', GRAVITY * 1000, PRESSURE),
  unit('inH2O', GRAVITY * 1000 * INCH, PRESSURE),
  // of the density of water at that temperature, as NIST SP 811 rounds them
  unit('inH2O(4°C) inH2O(39.2°F) inH2O_4C inH2O_39F inch_H2O_39F', 249.082, PRESSURE),
  unit('inH2O(60°F) inH2O_60F inch_H2O_60F', 248.84, PRESSURE),
  // energy, power
  unit('J joule joules', 1, ENERGY, P),
  unit('W watt watts', 1, POWER, P),
  unit('Wh watt_hour', 3600, ENERGY, P),
  unit('eV electronvolt electron_volt', 1.602176634e-19, ENERGY, P),
  unit('erg', 1e-7, ENERGY),
  unit('cal calorie cal_th', 4.184, ENERGY, P),
  unit('cal_IT international_calorie', 4.1868, ENERGY),
  unit('Btu BTU Btu_IT', BTU_IT, ENERGY),
  unit('Btu_th', (4.184 * BTU_IT) / 4.1868, ENERGY),
  unit('hp horsepower', 550 * FOOT * POUND_FORCE, POWER),
  unit('PS metric_horsepower', 75 * GRAVITY, POWER),
  unit('hp_el electrical_horsepower', 746, POWER),
  unit('hp_boiler', 9809.5, POWER),
  unit('ton_refrigeration refrigeration_ton', (12000 * 1055.056) / 3600, POWER),
  // viscosity
  unit('P poise', 0.1, VISCOSITY, P),
  unit('St stokes', 1e-4, KINEMATIC, P),
  // electricity and light
  unit('A ampere amperes amp', 1, I, P),
  unit('C coulomb', 1, [0, 0, 1, 1, 0, 0, 0, 0], P),
  unit('Ah', 3600, [0, 0, 1, 1, 0, 0, 0, 0], P),
  unit('V volt volts', 1, [2, 1, -3, -1, 0, 0, 0, 0], P),
  unit('Ω ohm ohms Ohm', 1, [2, 1, -3, -2, 0, 0, 0, 0], P),
  unit('S siemens', 1, [-2, -1, 3, 2, 0, 0, 0, 0], P),
  unit('F farad', 1, [-2, -1, 4, 2, 0, 0, 0, 0], P),
  unit('H henry', 1, [2, 1, -2, -2, 0, 0, 0, 0], P),
  unit('Wb weber', 1, [2, 1, -2, -1, 0, 0, 0, 0], P),
  unit('T tesla', 1, [0, 1, -2, -1, 0, 0, 0, 0], P),
  unit('G gauss', 1e-4, [0, 1, -2, -1, 0, 0, 0, 0], P),
  unit('VA', 1, POWER, P),
  unit('cd candela', 1, J, P),
  unit('lm lumen', 1, J, P),
  unit('lx lux', 1, [-2, 0, 0, 0, 0, 0, 1, 0], P),
  unit('mol mole moles', 1, N, P),
  // the ideal gas in one cubic metre at 273.15 K and 101 325 Pa (DIN 1343) is an amount, not a volume
  unit('m³(n) m3(n) m^3(n)', 101325 / (GAS_CONSTANT * 273.15), N),
  // temperature: K and °R may measure from absolute zero or count a difference, °C and °F have a zero point of their own
  unit('K kelvin kelvins', 1, TH, P),
  unit('°R degR rankine', 5 / 9, TH),
  unit('°C degC ℃ celsius Celsius', 1, TH, { offset: 273.15, datum: 'absolute' }),
  unit('°F degF ℉ fahrenheit Fahrenheit', 5 / 9, TH, { offset: 459.67 * (5 / 9), datum: 'absolute' }),
  unit('ΔK delta_K', 1, TH, { datum: 'difference' }),
  unit('Δ°C delta_degC', 1, TH, { datum: 'difference' }),
  unit('Δ°F delta_degF', 5 / 9, TH, { datum: 'difference' }),
];

/** SI prefixes, short and long (SI Brochure, table 7). */
export const prefixes: readonly { short: string; long: string; factor: number }[] = [
  { short: 'Y', long: 'yotta', factor: 1e24 },
  { short: 'Z', long: 'zetta', factor: 1e21 },
  { short: 'E', long: 'exa', factor: 1e18 },
  { short: 'P', long: 'peta', factor: 1e15 },
  { short: 'T', long: 'tera', factor: 1e12 },
  { short: 'G', long: 'giga', factor: 1e9 },
  { short: 'M', long: 'mega', factor: 1e6 },
  { short: 'k', long: 'kilo', factor: 1e3 },
  { short: 'h', long: 'hecto', factor: 1e2 },
  { short: 'da', long: 'deca', factor: 10 },
  { short: 'd', long: 'deci', factor: 0.1 },
  { short: 'c', long: 'centi', factor: 0.01 },
  { short: 'm', long: 'milli', factor: 1e-3 },
  { short: 'µ', long: 'micro', factor: 1e-6 },
  { short: 'u', long: 'micro', factor: 1e-6 },
  { short: 'n', long: 'nano', factor: 1e-9 },
  { short: 'p', long: 'pico', factor: 1e-12 },
  { short: 'f', long: 'femto', factor: 1e-15 },
  { short: 'a', long: 'atto', factor: 1e-18 },
];
