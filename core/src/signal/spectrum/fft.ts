/**
 * Discrete Fourier transform in place, any length.
 * @param re, im  parts of the samples, length n; hold the spectrum afterwards
 * @param sign    -1 forward, +1 back (not divided by the length)
 * Sources: J. W. Cooley and J. W. Tukey, Math. Comp. 19 (1965) 297-301, in the self-sorting
 * form of T. G. Stockham, AFIPS 28 (1966) with four branches; other lengths than powers of
 * two by L. I. Bluestein, IEEE Trans. Audio Electroacoust. 18 (1970) 451-455.
 */
export function fft(re: Float64Array, im: Float64Array, sign: -1 | 1): void {
  if (re.length < 2) return;
  // The transform back is the one forward with the parts exchanged.
  if (sign === 1) forward(im, re);
  else forward(re, im);
}

const isPowerOfTwo = (n: number): boolean => (n & (n - 1)) === 0;

function forward(re: Float64Array, im: Float64Array): void {
  if (isPowerOfTwo(re.length)) stockham(re, im);
  else bluestein(re, im);
}

interface Circle {
  cos: Float64Array;
  sin: Float64Array;
}

let known: Circle | undefined;

/** cos and sin of -2πk/n, k = 0 … n-1. The last table is kept: a log is transformed at one length over and over. */
function circle(n: number): Circle {
  if (known?.cos.length === n) return known;
  const cos = new Float64Array(n);
  const sin = new Float64Array(n);
  // An eighth of the circle is computed, the rest mirrored: exact at the axes, and fewer sines.
  const eighth = n >> 3;
  for (let k = 0; k < n; k++) {
    if (n < 8 || k <= eighth) {
      cos[k] = Math.cos((2 * Math.PI * k) / n);
      sin[k] = -Math.sin((2 * Math.PI * k) / n);
    } else if (k <= 2 * eighth) {
      cos[k] = -sin[2 * eighth - k]!;
      sin[k] = -cos[2 * eighth - k]!;
    } else if (k <= 4 * eighth) {
      cos[k] = -cos[4 * eighth - k]!;
      sin[k] = sin[4 * eighth - k]!;
    } else {
      cos[k] = cos[n - k]!;
      sin[k] = -sin[n - k]!;
    }
  }
  known = { cos, sin };
  return known;
}

/** Passes of four branches from one pair of arrays to the other and back, and one of two where needed. */
function stockham(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  const table = circle(n);
  let from: [Float64Array, Float64Array] = [re, im];
  let to: [Float64Array, Float64Array] = [new Float64Array(n), new Float64Array(n)];
  let length = n;
  let stride = 1;
  for (; length >= 4; length >>= 2, stride <<= 2) {
    if (stride === 1) firstPassOfFour(from, to, table);
    else passOfFour(from, to, table, length, stride);
    [from, to] = [to, from];
  }
  if (length === 2) {
    passOfTwo(from, to, stride);
    from = to;
  }
  if (from[0] !== re) {
    re.set(from[0]);
    im.set(from[1]);
  }
}

type Parts = readonly [Float64Array, Float64Array];

function firstPassOfFour([xr, xi]: Parts, [yr, yi]: Parts, { cos, sin }: Circle): void {
  const m = xr.length >> 2;
  for (let p = 0; p < m; p++) {
    const ar = xr[p]! + xr[p + 2 * m]!;
    const ai = xi[p]! + xi[p + 2 * m]!;
    const br = xr[p]! - xr[p + 2 * m]!;
    const bi = xi[p]! - xi[p + 2 * m]!;
    const cr = xr[p + m]! + xr[p + 3 * m]!;
    const ci = xi[p + m]! + xi[p + 3 * m]!;
    const dr = xr[p + m]! - xr[p + 3 * m]!;
    const di = xi[p + m]! - xi[p + 3 * m]!;
    const k = 4 * p;
    yr[k] = ar + cr;
    yi[k] = ai + ci;
    const c1 = cos[p]!;
    const s1 = sin[p]!;
    const er = br + di;
    const ei = bi - dr;
    yr[k + 1] = er * c1 - ei * s1;
    yi[k + 1] = er * s1 + ei * c1;
    const c2 = cos[2 * p]!;
    const s2 = sin[2 * p]!;
    const fr = ar - cr;
    const fi = ai - ci;
    yr[k + 2] = fr * c2 - fi * s2;
    yi[k + 2] = fr * s2 + fi * c2;
    const c3 = cos[3 * p]!;
    const s3 = sin[3 * p]!;
    const gr = br - di;
    const gi = bi + dr;
    yr[k + 3] = gr * c3 - gi * s3;
    yi[k + 3] = gr * s3 + gi * c3;
  }
}

function passOfFour([xr, xi]: Parts, [yr, yi]: Parts, { cos, sin }: Circle, length: number, stride: number): void {
  const m = length >> 2;
  for (let p = 0; p < m; p++) {
    const turn = p * stride;
    const c1 = cos[turn]!;
    const s1 = sin[turn]!;
    const c2 = cos[2 * turn]!;
    const s2 = sin[2 * turn]!;
    const c3 = cos[3 * turn]!;
    const s3 = sin[3 * turn]!;
    let a = stride * p;
    let k = stride * 4 * p;
    const quarter = stride * m;
    for (let q = 0; q < stride; q++, a++, k++) {
      const b = a + quarter;
      const c = b + quarter;
      const d = c + quarter;
      const ar = xr[a]! + xr[c]!;
      const ai = xi[a]! + xi[c]!;
      const br = xr[a]! - xr[c]!;
      const bi = xi[a]! - xi[c]!;
      const cr = xr[b]! + xr[d]!;
      const ci = xi[b]! + xi[d]!;
      const dr = xr[b]! - xr[d]!;
      const di = xi[b]! - xi[d]!;
      yr[k] = ar + cr;
      yi[k] = ai + ci;
      const er = br + di;
      const ei = bi - dr;
      yr[k + stride] = er * c1 - ei * s1;
      yi[k + stride] = er * s1 + ei * c1;
      const fr = ar - cr;
      const fi = ai - ci;
      yr[k + 2 * stride] = fr * c2 - fi * s2;
      yi[k + 2 * stride] = fr * s2 + fi * c2;
      const gr = br - di;
      const gi = bi + dr;
      yr[k + 3 * stride] = gr * c3 - gi * s3;
      yi[k + 3 * stride] = gr * s3 + gi * c3;
    }
  }
}

function passOfTwo([xr, xi]: Parts, [yr, yi]: Parts, stride: number): void {
  for (let q = 0; q < stride; q++) {
    yr[q] = xr[q]! + xr[q + stride]!;
    yi[q] = xi[q]! + xi[q + stride]!;
    yr[q + stride] = xr[q]! - xr[q + stride]!;
    yi[q + stride] = xi[q]! - xi[q + stride]!;
  }
}

/** Any length as a convolution with a chirp, whose length may be chosen: a power of two. */
function bluestein(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  const size = 2 ** Math.ceil(Math.log2(2 * n - 1));
  const { cos, sin } = chirp(n);
  const [ar, ai] = [new Float64Array(size), new Float64Array(size)];
  const [br, bi] = [new Float64Array(size), new Float64Array(size)];
  for (let k = 0; k < n; k++) {
    ar[k] = re[k]! * cos[k]! - im[k]! * sin[k]!;
    ai[k] = re[k]! * sin[k]! + im[k]! * cos[k]!;
    br[k] = cos[k]!;
    bi[k] = -sin[k]!;
    if (k > 0) {
      br[size - k] = cos[k]!;
      bi[size - k] = -sin[k]!;
    }
  }
  stockham(ar, ai);
  stockham(br, bi);
  for (let k = 0; k < size; k++) {
    const product = ar[k]! * br[k]! - ai[k]! * bi[k]!;
    ai[k] = ar[k]! * bi[k]! + ai[k]! * br[k]!;
    ar[k] = product;
  }
  stockham(ai, ar);
  for (let k = 0; k < n; k++) {
    re[k] = (ar[k]! * cos[k]! - ai[k]! * sin[k]!) / size;
    im[k] = (ar[k]! * sin[k]! + ai[k]! * cos[k]!) / size;
  }
}

/** cos and sin of -πk²/n. */
function chirp(n: number): Circle {
  const cos = new Float64Array(n);
  const sin = new Float64Array(n);
  // k² modulo a whole turn, step by step, so that the angle stays small and exact.
  let square = 0;
  for (let k = 0; k < n; k++) {
    cos[k] = Math.cos((Math.PI * square) / n);
    sin[k] = -Math.sin((Math.PI * square) / n);
    square = (square + 2 * k + 1) % (2 * n);
  }
  return { cos, sin };
}
