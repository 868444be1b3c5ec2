/**
 * Every built-in property at a value that its publication, a handbook or a reference library prints. One that has no such
 * value here fails the last test: a formulation nobody has compared is not one to rely on. All values from memory, unless
 * it says otherwise.
 */
import { expect, test } from '@jest/globals';
import { builtInOf, builtIns, valueOf } from './index';

const release = 'IAPWS R7-97(2012), table 5';
const backward = 'IAPWS R7-97(2012), tables 7 and 9; its backward equations keep to 25 mK';
const handbook = 'a handbook of chemistry and physics, water at 20 °C and 1 atm';
const standardAtmosphere = 'ISO 2533:1975, table 5';
const psychrometric = 'as read in any psychrometric chart, common practice';
const iec584 = 'IEC 60584-1:2013, reference tables';
const iec751 = 'IEC 60751:2008, table 1';

const steamTables = 'steam tables after IAPWS R7-97';
const teos = 'computed by the reference library gsw 3.6.16 (TEOS-10), which uses the water of IAPWS R6-95';
const nist = 'NIST tables of fluids';
const janaf = 'NIST-JANAF tables (1998)';

/** As printed: half of the last digit may be lost, or what the source itself says. */
const published: [symbol: string, at: number[], value: number, within: number, source: string][] = [
  ['water_rho', [300, 3], 1 / 0.100215168e-2, 1e-5, release],
  ['water_h', [300, 3], 115.331273, 1e-6, release],
  ['water_s', [300, 3], 0.392294792, 1e-9, release],
  ['water_cp', [300, 3], 4.17301218, 1e-8, release],
  ['water_a', [300, 3], 1507.73921, 1e-5, release],
  ['water_alpha', [293.15, 0.101325], 2.07e-4, 1e-6, handbook],
  ['water_kappa', [293.15, 0.101325], 4.59e-4, 1e-6, handbook],
  ['water_mu', [293.15, 0.101325], 1.0016e-3, 6e-7, 'ISO/TR 3666:1998, 1.0016 mPa·s ± 0.17 %'],
  [
    'water_lambda',
    [293.15, 0.101325],
    0.5980109948505555,
    1e-9,
    'computed by the reference library python3-iapws 1.5.2',
  ],
  ['water_psat', [300], 0.353658941e-2, 1e-11, 'IAPWS R7-97(2012), table 35'],
  ['water_Tsat', [1], 453.035632, 1e-6, 'IAPWS R7-97(2012), table 36'],
  ['water_T_ph', [3, 500], 391.798509, 0.025, backward],
  ['water_T_ph', [80, 500], 378.108626, 0.025, backward],
  ['water_T_ps', [3, 0.5], 307.842258, 0.025, backward],
  ['water_T_ps', [80, 0.5], 309.979785, 0.025, backward],
  ['water_T_hs', [115.331273, 0.392294792], 300, 1e-4, release],
  ['water_p_hs', [115.331273, 0.392294792], 3, 1e-3, release],
  ['water_h_wet', [1, 1], 2777.12, 0.006, steamTables],
  ['water_h_wet', [1, 0], 762.68, 0.006, steamTables],
  ['water_s_wet', [1, 1], 6.58498, 6e-6, steamTables],
  ['water_rho_wet', [0.1, 1], 1 / 1.69402, 2e-6, steamTables],
  ['water_x_ph', [1, (2777.12 + 762.68) / 2], 0.5, 1e-5, steamTables],
  ['sea_rho', [0, 0.101325, 35.16504], 1028.1072, 2e-3, teos],
  ['sea_cp', [15, 0.101325, 35], 3.99393, 1e-3, teos],
  ['sea_a', [15, 0.101325, 35], 1506.47, 1.5, teos],
  ['sea_h', [0, 0.101325, 35.16504], 0, 0.05, 'IAPWS R13-08: zero at the standard state'],
  ['sea_s', [0, 0.101325, 35.16504], 0, 2e-4, 'IAPWS R13-08: zero at the standard state'],
  // Densities at 300 K and one atmosphere as printed by NIST's tables of fluids; ideal heat capacities of NIST-JANAF (1998),
  // which the real gas exceeds by a few parts in a thousand. Both from memory.
  ['N2_rho', [300, 0.101325], 1.138, 5e-4, nist],
  ['O2_rho', [300, 0.101325], 1.3007, 5e-4, nist],
  ['CO2_rho', [300, 0.101325], 1.7966, 5e-4, nist],
  ['Ar_rho', [300, 0.101325], 1.6238, 5e-4, nist],
  ['N2_a', [300, 0.101325], 353.2, 0.1, nist],
  ...(
    [
      ['N2', 29.124, 28.0134],
      ['O2', 29.376, 31.9988],
      ['CO2', 37.129, 44.0098],
      ['Ar', 20.786, 39.948],
    ] as const
  ).flatMap(([gas, cp, mass]): typeof published => [
    [`${gas}_cp`, [298.15, 1e-4], cp / mass, 3e-4, janaf],
    [`${gas}_cv`, [298.15, 1e-4], (cp - 8.31446) / mass, 3e-4, janaf],
    [`${gas}_h`, [298.15, 0.101325], 0, 1e-9, 'counted from there'],
    [`${gas}_s`, [298.15, 0.101325], 0, 1e-9, 'counted from there'],
    [`${gas}_a`, [298.15, 1e-4], Math.sqrt((cp / (cp - 8.31446)) * (8314.46 / mass) * 298.15), 0.05, janaf],
  ]),
  ['gas_cp', [298.15, 0, 0, 0, 0], 29.124 / 28.0134, 2e-4, janaf],
  ['gas_cp', [1000, 1, 0, 0, 0], 34.87 / 31.9988, 5e-4, janaf],
  ['gas_cp', [1000, 0, 1, 0, 0], 54.308 / 44.0095, 5e-4, janaf],
  ['gas_cp', [1000, 0, 0, 1, 0], 41.268 / 18.0153, 2e-3, janaf],
  ['gas_cp', [1000, 0, 0, 0, 1], 20.786 / 39.948, 1e-4, janaf],
  ['gas_h', [1000, 0, 0, 1, 0], 26000 / 18.0153, 0.5, janaf],
  ['gas_h', [1000, 0, 1, 0, 0], 33397 / 44.0095, 0.5, janaf],
  ['gas_M', [300, 0.2095, 0.0004, 0, 0.0093], 28.965, 2e-3, 'ISO 2533:1975, dry air 28.9644 g/mol'],
  ['gas_R', [300, 0.2095, 0.0004, 0, 0.0093], 0.28705, 3e-5, 'ISO 2533:1975, 287.05287 J/(kg K)'],
  ['gas_kappa', [300, 0.2095, 0.0004, 0, 0.0093], 1.4, 1e-3, 'ISO 2533:1975, 1.4 for air'],
  // 40 °C dry and 20 °C wet bulb at 101.325 kPa: 6.5 g/kg, dew point 7 °C, 14 %, as read off the chart.
  ['air_phi_wet', [40, 101_325, 20], 0.14, 5e-3, 'ASHRAE Fundamentals 2017, chapter 1, example 1'],
  ['air_phi_x', [40, 101_325, 0.0065], 0.14, 5e-3, 'ASHRAE Fundamentals 2017, chapter 1, example 1'],
  ['air_phi_dew', [40, 7], 0.14, 6e-3, 'ASHRAE Fundamentals 2017, chapter 1, example 1'],
  ['air_wet', [20, 101_325, 0.5], 13.8, 0.05, psychrometric],
  ['water_sigma', [293.15], 0.07274, 5e-6, 'IAPWS R1-76(2014), table 1'],
  ['air_rho', [20, 101_325, 0.5], 1.1992, 5e-4, 'OIML R 111-1:2004, equation E.3-1, within 2e-4'],
  ['air_rho_dry', [15, 101_325], 1.225, 5e-5, standardAtmosphere],
  ['air_mu', [15], 1.7894e-5, 5e-10, standardAtmosphere],
  ['air_lambda', [15], 0.025343, 1e-6, standardAtmosphere],
  ['air_x', [20, 101_325, 0.5], 0.00726, 1e-5, psychrometric],
  ['air_dew', [20, 0.5], 9.3, 0.05, psychrometric],
  ['air_h', [20, 101_325, 0.5], 38.5, 0.1, psychrometric],
  ['atm_T', [11_000], 216.65, 1e-9, standardAtmosphere],
  ['atm_p', [11_000], 22_632, 0.5, standardAtmosphere],
  ['atm_rho', [11_000], 0.36392, 5e-6, standardAtmosphere],
  ['atm_a', [11_000], 295.07, 5e-3, standardAtmosphere],
  ['atm_mu', [0], 1.7894e-5, 5e-10, standardAtmosphere],
  ['atm_lambda', [0], 0.025343, 1e-6, standardAtmosphere],
  ['Pt100_R', [100], 138.51, 5e-3, iec751],
  ['Pt100_T', [138.51], 100, 0.0133, iec751],
  ['Pt1000_R', [100], 1385.1, 5e-2, iec751],
  ['Pt1000_T', [1385.1], 100, 0.0133, iec751],
  ...(
    [
      ['K', 1000, 41.276],
      ['T', 200, 9.288],
      ['J', 500, 27.393],
      ['N', 1000, 36.256],
      ['E', 900, 68.787],
      ['S', 1000, 9.587],
      ['R', 1000, 10.506],
      ['B', 1000, 4.834],
    ] as const
  ).flatMap(([type, t, emf]): typeof published => [
    [`TC_${type}_emf`, [t, 0], emf, 5.1e-4, iec584],
    // The last digit of the table is worth a tenth of a degree where a type is least sensitive.
    [`TC_${type}_T`, [emf, 0], t, 0.1, iec584],
  ]),
];

test.each(published)('%s at %j is %d within %d. Source: %s', (symbol, at, value, within) =>
  expect(Math.abs(valueOf(builtInOf(symbol)!, ...at) - value)).toBeLessThanOrEqual(within),
);

test('none is without a published value', () =>
  expect(builtIns.map((b) => b.symbol).filter((symbol) => !published.some((row) => row[0] === symbol))).toEqual([]));
