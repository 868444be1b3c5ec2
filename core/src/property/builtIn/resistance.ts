import type { BuiltIn } from './BuiltIn';

/** Callendar–Van Dusen coefficients of industrial platinum. Source: IEC 60751:2008, 4.2. */
const A = 3.9083e-3;
const B = -5.775e-7;
const C = -4.183e-12;

/** R(t)/R(0 °C), t in °C. */
const ratio = (t: number): number => 1 + t * (A + t * B) + (t < 0 ? C * (t - 100) * t ** 3 : 0);
const rate = (t: number): number => A + 2 * B * t + (t < 0 ? C * (4 * t ** 3 - 300 * t * t) : 0);

/** The temperature of a ratio: above 0 °C the root of the quadratic, below it by Newton's method from there. */
function temperature(r: number): number {
  let t = (-A + Math.sqrt(A * A - 4 * B * (1 - r))) / (2 * B);
  if (t < 0) for (let k = 0; k < 6; k++) t -= (ratio(t) - r) / rate(t);
  return t;
}

const source = 'IEC 60751:2008, 4.2';
const stated = 'class A: ±(0.15 + 0.002 |t|) °C; class B: ±(0.3 + 0.005 |t|) °C';

const thermometer = (symbol: string, atZero: number): BuiltIn[] => [
  {
    symbol: `${symbol}_R`,
    name: `Resistance of a ${symbol}`,
    unit: 'ohm',
    arguments: [{ name: 'Temperature', unit: '°C', from: -200, to: 850 }],
    source,
    stated,
    apply: (t) => atZero * ratio(t),
  },
  {
    symbol: `${symbol}_T`,
    name: `Temperature of a ${symbol}`,
    unit: '°C',
    arguments: [{ name: 'Resistance', unit: 'ohm', from: atZero * ratio(-200), to: atZero * ratio(850) }],
    source,
    stated,
    apply: (r) => temperature(r / atZero),
  },
];

export const resistanceThermometers: readonly BuiltIn[] = [
  ...thermometer('Pt100', 100),
  ...thermometer('Pt1000', 1000),
];
