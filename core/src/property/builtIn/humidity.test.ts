/** Humidity from dew point, wet bulb and humidity ratio: each way and back, and where there is none. */
import { describe, expect, test } from '@jest/globals';
import { builtInOf, valueOf } from './index';

const say = (symbol: string, ...at: number[]): number => valueOf(builtInOf(symbol)!, ...at);
const AIR = 101_325;

describe('humidity', () => {
  test.each([
    [5, 0.9],
    [20, 0.5],
    [40, 0.14],
    [60, 0.7],
  ])('at %d °C a relative one of %d is found again each way', (t, phi) => {
    expect(say('air_phi_dew', t, say('air_dew', t, phi))).toBeCloseTo(phi, 8);
    expect(say('air_phi_x', t, AIR, say('air_x', t, AIR, phi))).toBeCloseTo(phi, 10);
    expect(say('air_phi_wet', t, AIR, say('air_wet', t, AIR, phi))).toBeCloseTo(phi, 9);
  });
  test('of saturated air is 1, and both thermometers show the same', () => {
    for (const t of [1, 20, 33.3, 60, 89]) {
      expect(say('air_wet', t, AIR, 1)).toBeCloseTo(t, 9);
      expect(say('air_phi_wet', t, AIR, t)).toBeCloseTo(1, 9);
      expect(say('air_phi_dew', t, t)).toBeCloseTo(1, 12);
    }
  });
  test('is none above saturation, with a wet thermometer that is warmer, too cold for dry air, or freezes', () => {
    expect(say('air_phi_dew', 20, 20.1)).toBeNaN();
    expect(say('air_phi_x', 20, AIR, 0.016)).toBeNaN();
    expect(say('air_phi_wet', 20, AIR, 20.1)).toBeNaN();
    expect(say('air_phi_wet', 40, AIR, 10)).toBeNaN();
    expect(say('air_wet', 5, AIR, 0.05)).toBeNaN();
  });
});
