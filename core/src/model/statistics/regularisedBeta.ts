/** I_x(a, b) by its continued fraction (Abramowitz and Stegun 26.5.8, evaluated by Lentz's method). */
export function regularisedBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
  return x < (a + 1) / (a + b + 2) ? (front * betaFraction(x, a, b)) / a : 1 - (front * betaFraction(1 - x, b, a)) / b;
}

function betaFraction(x: number, a: number, b: number): number {
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / guard(1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m <= 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / guard(1 + even * d);
    c = guard(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / guard(1 + odd * d);
    c = guard(1 + odd / c);
    h *= d * c;
    if (Math.abs(d * c - 1) < 1e-16) break;
  }
  return h;

  function guard(value: number): number {
    return Math.abs(value) < tiny ? tiny : value;
  }
}

/** ln Γ(z) for z > 0: Stirling's series (Abramowitz and Stegun 6.1.41) after raising z above 15. */
function logGamma(z: number): number {
  let shift = 0;
  while (z < 15) shift += Math.log(z++);
  const w = 1 / (z * z);
  const series = (1 / 12 - w * (1 / 360 - w * (1 / 1260 - w * (1 / 1680 - w * (1 / 1188 - (w * 691) / 360360))))) / z;
  return (z - 0.5) * Math.log(z) - z + 0.5 * Math.log(2 * Math.PI) + series - shift;
}
