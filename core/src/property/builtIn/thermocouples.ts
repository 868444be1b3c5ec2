import { rootBetween } from '../../number/rootBetween';
import type { BuiltIn } from './BuiltIn';
import { thermocouples, type EmfPiece } from './thermocoupleCoefficients';

export type ThermocoupleType = keyof typeof thermocouples;

function polynomial({ coefficients, bump }: EmfPiece, x: number): number {
  let sum = 0;
  for (let k = coefficients.length - 1; k >= 0; k--) sum = sum * x + coefficients[k]!;
  return bump ? sum + bump[0] * Math.exp(bump[1] * (x - bump[2]) ** 2) : sum;
}

const pieceOf = (pieces: readonly EmfPiece[], x: number): EmfPiece => pieces.find((p) => x <= p.to) ?? pieces.at(-1)!;

/** Electromotive force in mV of a junction at t °C against one at 0 °C. */
export const emfOf = (type: ThermocoupleType, t: number): number =>
  polynomial(pieceOf(thermocouples[type].emf, t), t) / 1000;

/** About the temperature of an electromotive force in mV, by the published inverse polynomials: good to 0.06 K; undefined for a type without them. */
export function aboutTemperatureOf(type: ThermocoupleType, emf: number): number | undefined {
  const { inverse } = thermocouples[type];
  return inverse && polynomial(pieceOf(inverse, emf * 1000), emf * 1000);
}

/** The temperature in °C at which the reference function takes an electromotive force in mV, within the limits of the type. */
export function temperatureOf(type: ThermocoupleType, emf: number): number {
  const about = aboutTemperatureOf(type, emf);
  const missed = (t: number): number => emfOf(type, t) - emf;
  const { from, to, rising = from } = limits[type];
  const [low, high] = about === undefined ? [rising, to] : [about - ABOUT, about + ABOUT];
  return missed(low) > 0 === missed(high) > 0 ? rootBetween(missed, rising, to) : rootBetween(missed, low, high);
}
/** The published inverses are off by less. */
const ABOUT = 0.2;

/** Where each is stated; `rising` where its force falls at first, so that one force would have two temperatures. */
const limits: Record<ThermocoupleType, { from: number; to: number; rising?: number; stated: string }> = {
  K: { from: -200, to: 1372, stated: 'class 1: ±1.5 °C or ±0.4 % of t, whichever is larger (−40 to 1000 °C)' },
  T: { from: -200, to: 400, stated: 'class 1: ±0.5 °C or ±0.4 % of t, whichever is larger (−40 to 350 °C)' },
  J: { from: -210, to: 1200, stated: 'class 1: ±1.5 °C or ±0.4 % of t, whichever is larger (−40 to 750 °C)' },
  N: { from: -200, to: 1300, stated: 'class 1: ±1.5 °C or ±0.4 % of t, whichever is larger (−40 to 1000 °C)' },
  E: { from: -200, to: 1000, stated: 'class 1: ±1.5 °C or ±0.4 % of t, whichever is larger (−40 to 800 °C)' },
  S: { from: -50, to: 1768.1, stated: 'class 1: ±1 °C, above 1100 °C ±(1 + 0.003 (t − 1100)) °C' },
  R: { from: -50, to: 1768.1, stated: 'class 1: ±1 °C, above 1100 °C ±(1 + 0.003 (t − 1100)) °C' },
  B: { from: 0, to: 1820, rising: 250, stated: 'class 2: ±0.25 % of t (600 to 1700 °C)' },
};

const source = 'IEC 60584-1:2013, ITS-90 reference functions';

export const thermocoupleFunctions: readonly BuiltIn[] = (Object.keys(limits) as ThermocoupleType[]).flatMap((type) => {
  const { from, to, rising = from, stated } = limits[type];
  const [least, most] = [emfOf(type, rising), emfOf(type, to)];
  const cold = { name: 'Cold junction', unit: '°C', from: Math.max(from, -40), to: 100 };
  return [
    {
      symbol: `TC_${type}_emf`,
      name: `Electromotive force of a type ${type} thermocouple`,
      unit: 'mV',
      arguments: [{ name: 'Temperature', unit: '°C', from, to }, cold],
      source,
      stated,
      apply: (t, c) => emfOf(type, t) - emfOf(type, c),
    },
    {
      symbol: `TC_${type}_T`,
      name: `Temperature of a type ${type} thermocouple`,
      unit: '°C',
      arguments: [{ name: 'Electromotive force', unit: 'mV', from: least - emfOf(type, 100), to: most - emfOf(type, cold.from) }, cold],
      source,
      stated,
      apply: (emf, c) => {
        const whole = emf + emfOf(type, c);
        return whole >= least && whole <= most ? temperatureOf(type, whole) : NaN;
      },
    },
  ] satisfies BuiltIn[];
}); // prettier-ignore
