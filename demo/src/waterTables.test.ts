import { expect, test } from '@jest/globals';
import { builtInOf, valueOf } from '@undameter/core';
import { waterDensity } from './rig';
import { waterTables } from './waterTables';

test('each table says from which formulation it was computed, and that it did', () => {
  for (const { source } of waterTables) expect(source).toMatch(/^Computed from IAPWS R/);
  const [density] = waterTables;
  // IAPWS R7-97(2012): 998.2 kg/m³ at 20 °C and one atmosphere, as any handbook rounds it.
  expect(density!.y[density!.x.indexOf(20)]).toBeCloseTo(998.2, 1);
});

test('the density that the rig is made with agrees with the formulation within 0.005 %', () => {
  for (const t of [5, 15, 25, 35])
    expect(waterDensity(t) / valueOf(builtInOf('water_rho')!, t + 273.15, 0.101325)).toBeCloseTo(1, 4);
});
