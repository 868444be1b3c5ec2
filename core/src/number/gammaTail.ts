/** ln Γ(z) for z > 0. Source: C. Lanczos, J. SIAM Numer. Anal. B 1 (1964) 86-96, with the coefficients for g = 7 and n = 9 (checked against Γ of whole and half numbers). */
function logGamma(z: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  let sum = c[0]!;
  for (let k = 1; k < c.length; k++) sum += c[k]! / (z - 1 + k);
  const t = z + 6.5;
  return 0.5 * Math.log(2 * Math.PI) + (z - 0.5) * Math.log(t) - t + Math.log(sum);
}

/**
 * Probability that a sum of squares of so many independent standard normal numbers exceeds a value.
 * @param chiSquare         >= 0
 * @param degreesOfFreedom  > 0
 * Source: the incomplete gamma function, Abramowitz and Stegun 26.4.1, 6.5.29 (series) and 6.5.31 (continued fraction).
 */
export function chiSquareTail(chiSquare: number, degreesOfFreedom: number): number {
  const [a, x] = [degreesOfFreedom / 2, chiSquare / 2];
  if (!(x > 0)) return 1;
  const front = Math.exp(a * Math.log(x) - x - logGamma(a));
  if (x < a + 1) {
    let [term, sum] = [1 / a, 1 / a];
    for (let n = 1; n < 10_000 && term > 1e-17 * sum; n++) {
      term *= x / (a + n);
      sum += term;
    }
    return Math.max(0, 1 - front * sum);
  }
  // Lentz's way through the continued fraction.
  let b = x + 1 - a;
  let c = 1e300;
  let d = 1 / b;
  let h = d;
  for (let n = 1; n < 10_000; n++) {
    const an = -n * (n - a);
    b += 2;
    d = 1 / (an * d + b);
    c = b + an / c;
    h *= d * c;
    if (Math.abs(d * c - 1) < 1e-16) break;
  }
  return front * h;
}
