const CRITICAL_TEMPERATURE = 647.096;
const CRITICAL_DENSITY = 322;

/** Source: IAPWS R12-08, tables 1 and 2, from memory. */
const DILUTE = [1.67752, 2.20462, 0.6366564, -0.241605];
const DENSE: readonly (readonly [i: number, j: number, h: number])[] = [
  [0, 0, 0.520094], [1, 0, 0.0850895], [2, 0, -1.08374], [3, 0, -0.289555], [0, 1, 0.222531], [1, 1, 0.999115],
  [2, 1, 1.88797], [3, 1, 1.26613], [5, 1, 0.120573], [0, 2, -0.281378], [1, 2, -0.906851], [2, 2, -0.772479],
  [3, 2, -0.489837], [4, 2, -0.25704], [0, 3, 0.161913], [1, 3, 0.257399], [0, 4, -0.0325372], [3, 4, 0.0698452],
  [4, 5, 0.00872102], [3, 6, -0.00435673], [5, 6, -0.000593264],
]; // prettier-ignore

/**
 * Dynamic viscosity in Pa·s without the critical enhancement, which matters only very near the critical point.
 * @param temperature  K
 * @param density      kg/m³
 * Source: IAPWS R12-08, equations 10 to 12.
 */
export function waterViscosity(temperature: number, density: number): number {
  const t = temperature / CRITICAL_TEMPERATURE;
  const rho = density / CRITICAL_DENSITY;
  const dilute = (100 * Math.sqrt(t)) / DILUTE.reduce((sum, h, i) => sum + h / t ** i, 0);
  const power = DENSE.reduce((sum, [i, j, h]) => sum + h * (1 / t - 1) ** i * (rho - 1) ** j, 0);
  return 1e-6 * dilute * Math.exp(rho * power);
}

/** Surface tension in N/m against the vapour. Source: IAPWS R1-76(2014). */
export function surfaceTension(temperature: number): number {
  const tau = 1 - temperature / CRITICAL_TEMPERATURE;
  return 0.2358 * tau ** 1.256 * (1 - 0.625 * tau);
}
