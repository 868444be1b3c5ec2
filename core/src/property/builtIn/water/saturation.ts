/** Coefficients of the saturation line. Source: IAPWS R7-97(2012), table 34, from memory. */
const SATURATION = [
  0, 1167.0521452767, -724213.16703206, -17.073846940092, 12020.82470247, -3232555.0322333, 14.91510861353,
  -4823.2657361591, 405113.40542057, -0.23855557567849, 650.17534844798,
] as const; // prettier-ignore

/** Saturation pressure in MPa at 273.15 … 647.096 K. Source: IAPWS R7-97(2012), equation 30. */
export function saturationPressure(temperature: number): number {
  const n = SATURATION;
  const theta = temperature + n[9] / (temperature - n[10]);
  const a = theta * theta + n[1] * theta + n[2];
  const b = n[3] * theta * theta + n[4] * theta + n[5];
  const c = n[6] * theta * theta + n[7] * theta + n[8];
  const root = (2 * c) / (-b + Math.sqrt(b * b - 4 * a * c));
  // A power by itself would cost more than all the rest.
  const square = root * root;
  return square * square;
}

/** Saturation temperature in K at 611.213 Pa … 22.064 MPa, given in MPa. Source: IAPWS R7-97(2012), equation 31. */
export function saturationTemperature(pressure: number): number {
  const n = SATURATION;
  const beta = pressure ** 0.25;
  const e = beta * beta + n[3] * beta + n[6];
  const f = n[1] * beta * beta + n[4] * beta + n[7];
  const g = n[2] * beta * beta + n[5] * beta + n[8];
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g));
  return (n[10] + d - Math.sqrt((n[10] + d) ** 2 - 4 * (n[9] + n[10] * d))) / 2;
}
