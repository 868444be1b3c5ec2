/** Wet steam and the way back from enthalpy and entropy: against the reference library and the forward equations. */
import { describe, expect, test } from '@jest/globals';
import { builtInOf, valueOf } from '../index';
import { saturatedAt, waterByEnthalpyAndEntropy } from './index';

const say = (symbol: string, ...at: number[]): number => valueOf(builtInOf(symbol)!, ...at);
const near = (found: number, expected: number): number => Math.abs(found / expected - 1);

describe('wet steam', () => {
  // Source: computed by the reference library python3-iapws 1.5.3; above 16.529 MPa its backward equations keep to 1e-11 or so.
  test.each([
    [0.1, 417.4364858162317, 2674.9496408321465, 7.3588066410693544],
    [10, 1407.8675005682433, 2725.4725664387406, 5.615889873665327],
    [17, 1690.0358246711987, 2547.412768052419, 5.1785000932630405],
    [20, 1827.1006242179149, 2411.3872113898456, 4.929903968577362],
    [22, 2021.9166507846428, 2164.181767606496, 4.530802854471476],
  ])('between its ends at %d MPa', (p, boiling, dry, entropy) => {
    expect(near(say('water_h_wet', p, 0), boiling)).toBeLessThan(1e-10);
    expect(near(say('water_h_wet', p, 1), dry)).toBeLessThan(1e-10);
    expect(near(say('water_s_wet', p, 1), entropy)).toBeLessThan(1e-10);
    expect(say('water_h_wet', p, 0.25)).toBeCloseTo(0.75 * boiling + 0.25 * dry, 6);
    expect(say('water_x_ph', p, 0.75 * boiling + 0.25 * dry)).toBeCloseTo(0.25, 9);
  });
  test('is none beside the line, and none where the equations no longer meet', () => {
    expect(say('water_x_ph', 1, 700)).toBeNaN();
    expect(say('water_x_ph', 1, 2800)).toBeNaN();
    expect(saturatedAt(22.064)).toBeUndefined();
    expect(saturatedAt(22.06)).toBeDefined();
  });
});

describe('by enthalpy and entropy', () => {
  // One in each region, near the saturation line and by the critical point.
  test.each([
    [300, 3],
    [300, 80],
    [500, 3],
    [274, 0.0006],
    [700, 0.0035],
    [700, 30],
    [650, 25.5837018],
    [640, 21],
    [1500, 0.5],
    [2000, 30],
  ])('%d K and %d MPa are found again', (t, p) => {
    const found = waterByEnthalpyAndEntropy(say('water_h', t, p), say('water_s', t, p))!;
    expect(near(found.temperature, t)).toBeLessThan(1e-10);
    expect(near(found.pressure, p)).toBeLessThan(1e-10);
  });
  test.each([0.00062, 0.1, 10, 21])('wet steam of %d MPa is found again', (p) => {
    const found = waterByEnthalpyAndEntropy(say('water_h_wet', p, 0.3), say('water_s_wet', p, 0.3))!;
    expect(near(found.pressure, p)).toBeLessThan(1e-10);
    expect(near(found.temperature, say('water_Tsat', p))).toBeLessThan(1e-10);
  });
  test.each([
    [100, 5],
    [3000, 2],
    [3000, 14],
    [7400, 1],
  ])('%d kJ/kg with %d kJ/(kg K) is no water', (h, s) => expect(waterByEnthalpyAndEntropy(h, s)).toBeUndefined());
});
