/** So many places are reached by adding and taking away before the sums are made anew: rounding stays below 1e-13. */
const ANEW = 256;

/**
 * Weights that are a polynomial of low degree, slid over all places where they fit, at a cost
 * that does not grow with the window: the moments Σ u^p·y of the window are carried from place to
 * place, with u = j / half.
 * @param weights  length 2·half + 1, values of a polynomial of degree <= degree at j = −half … half
 * @param out      gets the results at half … n − half − 1
 * Common practice (recursive least-squares smoothing); no source needed.
 */
export function slidePolynomial(weights: Float64Array, degree: number, y: Float64Array, out: Float64Array): void {
  const half = (weights.length - 1) / 2;
  const c = coefficientsOf(weights, degree, half);
  const end = y.length - half;
  for (let from = half; from < end; from += Math.max(ANEW, half))
    slideBlock(y, out, from, Math.min(end, from + Math.max(ANEW, half)), half, c);
}

/** The polynomial through the weights at some of their places, by the powers of u. */
function coefficientsOf(weights: Float64Array, degree: number, half: number): Float64Array {
  const at = Array.from({ length: degree + 1 }, (_, k) => Math.round(-half + (2 * half * k) / Math.max(1, degree)));
  const u = at.map((j) => j / half);
  const divided = at.map((j) => weights[j + half]!);
  for (let level = 1; level <= degree; level++)
    for (let k = degree; k >= level; k--) divided[k] = (divided[k]! - divided[k - 1]!) / (u[k]! - u[k - level]!);
  // Newton's form multiplied out.
  const c = new Float64Array(4);
  for (let k = degree; k >= 0; k--) {
    for (let p = degree; p > 0; p--) c[p] = c[p - 1]! - u[k]! * c[p]!;
    c[0] = divided[k]! - u[k]! * c[0]!;
  }
  return c;
}

/** Places from … to: moments of degree 0 to 3, made at the first place and then carried on. */
function slideBlock(y: Float64Array, out: Float64Array, from: number, to: number, half: number, c: Float64Array): void {
  const [c0, c1, c2, c3] = [c[0]!, c[1]!, c[2]!, c[3]!];
  // An offset that all samples share would cost digits; the weights are told apart from their sum below.
  const ground = y[from]!;
  let [m0, m1, m2, m3] = [0, 0, 0, 0];
  let whole = 0;
  for (let j = -half; j <= half; j++) {
    const u = j / half;
    const v = y[from + j]! - ground;
    m0 += v;
    m1 += u * v;
    m2 += u * u * v;
    m3 += u * u * u * v;
    whole += c0 + u * (c1 + u * (c2 + u * c3));
  }
  const s = 1 / half;
  const next = 1 + s;
  const [s2, s3, next2, next3] = [s * s, s * s * s, next * next, next * next * next];
  for (let i = from; ;) {
    out[i] = whole * ground + c0 * m0 + c1 * m1 + c2 * m2 + c3 * m3;
    if (++i >= to) return;
    const gone = y[i - 1 - half]! - ground;
    const come = y[i + half]! - ground;
    // The sample at −1 leaves, one comes at 1 + s, then all places move by −s.
    const n0 = m0 - gone + come;
    const n1 = m1 + gone + next * come;
    const n2 = m2 - gone + next2 * come;
    const n3 = m3 + gone + next3 * come;
    m0 = n0;
    m1 = n1 - s * n0;
    m2 = n2 - 2 * s * n1 + s2 * n0;
    m3 = n3 - 3 * s * n2 + 3 * s2 * n1 - s3 * n0;
  }
}
