/** Dry gases and mixtures: against the reference library, constants of the publications, and where they say nothing. */
import { describe, expect, test } from '@jest/globals';
import { builtInOf, valueOf } from '../index';
import { argon, carbonDioxide, nitrogen, oxygen, stateOfGas } from './index';

const gas = { nitrogen, oxygen, carbonDioxide, argon };
const say = (symbol: string, ...at: number[]): number => valueOf(builtInOf(symbol)!, ...at);
const near = (found: number, expected: number): number => Math.abs(found / expected - 1);

describe('a dry gas', () => {
  // Source: computed by the reference library CoolProp 8.0.0.
  test.each([
    ['nitrogen', 300, 10, 111.72541323673002, 1.1949342801841059, 0.764862678555409, 379.52065065078926],
    ['nitrogen', 150, 5, 168.90471914225282, 2.365340902152036, 0.8817190312651253, 226.09404424505897],
    ['nitrogen', 110, 2, 627.7855267505194, 2.641830323778115, 0.9637447972487285, 493.42915781938274],
    ['oxygen', 300, 10, 134.57393573305146, 1.0859535166899874, 0.6809488574271908, 339.3532222524639],
    ['oxygen', 150, 5, 717.2574568469595, 3.616436942507901, 0.853780639173296, 330.9282585244966],
    ['oxygen', 110, 2, 1040.9714776508163, 1.7861774854302221, 0.8684450224182115, 746.7040132212302],
    ['carbonDioxide', 300, 10, 801.6163419193396, 2.990586835751733, 0.9496420110321945, 414.2782432635977],
    ['carbonDioxide', 304.5, 7.5, 583.5839863454293, 24.945827478033575, 1.2911875923136524, 191.69034942134036],
    ['carbonDioxide', 250, 1, 23.435198780539743, 0.965785299710145, 0.6671564299841852, 235.0755070720819],
    ['carbonDioxide', 500, 80, 699.1644407278087, 1.4893479791640507, 0.9295626156116318, 620.6960376298762],
    ['argon', 300, 10, 167.6026252184904, 0.6481478567233867, 0.3290471022603213, 338.4176767422073],
    ['argon', 150, 5, 765.3732541821433, 5.151063740736458, 0.5262192793116933, 248.19035882751618],
    ['argon', 110, 2, 1250.208866644109, 1.1984473622964358, 0.47598657577446774, 681.287462948209],
  ] as const)('%s at %d K and %d MPa', (name, t, p, rho, cp, cv, a) => {
    const found = stateOfGas(gas[name], t, p);
    expect(near(found.density, rho)).toBeLessThan(1e-8);
    expect(near(found.heatCapacity, cp)).toBeLessThan(1e-7);
    expect(near(found.isochoricHeatCapacity, cv)).toBeLessThan(1e-7);
    expect(near(found.soundSpeed, a)).toBeLessThan(1e-7);
  });
  // Source: the publications named in each file; critical pressures, and densities of the liquid at the triple point; from memory.
  test.each([
    ['nitrogen', 63.151, 0.0126, 867.2],
    ['oxygen', 54.361, 0.0002, 1306.1],
    ['carbonDioxide', 216.592, 0.52, 1178.5],
    ['argon', 83.8058, 0.0692, 1416.8],
  ] as const)('%s: its liquid at the triple point is as dense as published', (name, t, p, rho) =>
    expect(near(stateOfGas(gas[name], t, p).density, rho)).toBeLessThan(1e-4),
  );
  test('is the stable one of liquid and gas: at either side of the boiling pressure', () => {
    // Source: boiling points at 101.325 kPa, 77.355 K, 90.188 K and 87.302 K, from memory.
    for (const [equation, boiling] of [
      [nitrogen, 77.355],
      [oxygen, 90.188],
      [argon, 87.302],
    ] as const) {
      expect(stateOfGas(equation, boiling - 0.01, 0.101325).density).toBeGreaterThan(700);
      expect(stateOfGas(equation, boiling + 0.01, 0.101325).density).toBeLessThan(10);
    }
  });
  test('says nothing outside its range, and counts enthalpy and entropy from 25 °C and an atmosphere', () => {
    expect(say('CO2_rho', 230, 1)).toBeNaN();
    expect(say('O2_rho', 301, 1)).toBeNaN();
    expect(say('N2_rho', 300, 101)).toBeNaN();
    // From there a hardly compressed gas takes up its heat capacity.
    expect(say('N2_h', 308.15, 0.101325)).toBeCloseTo(10 * say('N2_cp', 303.15, 0.101325), 3);
  });
});

describe('a mixture of ideal gases', () => {
  test('adds up by amounts, what is left over being nitrogen', () => {
    const [o2, n2] = [say('gas_cp', 500, 1, 0, 0, 0) * 31.9988, say('gas_cp', 500, 0, 0, 0, 0) * 28.0134];
    const mass = 0.25 * 31.9988 + 0.75 * 28.0134;
    expect(say('gas_cp', 500, 0.25, 0, 0, 0)).toBeCloseTo((0.25 * o2 + 0.75 * n2) / mass, 12);
    expect(say('gas_M', 500, 0.25, 0, 0, 0)).toBeCloseTo(mass, 12);
  });
  test('says nothing of more than the whole', () => {
    expect(say('gas_cp', 500, 0.5, 0.5, 0, 0)).not.toBeNaN();
    expect(say('gas_cp', 500, 0.5, 0.5, 0.1, 0)).toBeNaN();
  });
  test('has one enthalpy at 1000 K from both sides, and none at 25 °C', () => {
    for (const shares of [
      [0, 0, 0, 0],
      [1, 0, 0, 0],
      [0, 1, 0, 0],
      [0, 0, 1, 0],
    ]) {
      expect(near(say('gas_h', 1000 - 1e-9, ...shares), say('gas_h', 1000, ...shares))).toBeLessThan(1e-5);
      expect(say('gas_h', 298.15, ...shares)).toBe(0);
    }
  });
});
