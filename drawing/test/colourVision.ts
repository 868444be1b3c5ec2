/**
 * How far colours lie apart for eyes that lack one sort of cones.
 * Matrices of full severity: G. M. Machado, M. M. Oliveira and L. A. F. Fernandes, IEEE Trans. Vis. Comput. Graph. 15 (2009)
 * 1291-1298 (from memory). Difference: CIE 1976 L*a*b*, ISO/CIE 11664-4, for the white point D65.
 */
type Three = readonly [number, number, number];
export type Sight = 'usual' | 'protanopia' | 'deuteranopia' | 'tritanopia';

const seen: Record<Sight, readonly [Three, Three, Three]> = {
  usual: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protanopia: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deuteranopia: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritanopia: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

const times = (m: readonly [Three, Three, Three], v: Three): Three =>
  m.map((row) => row.reduce((sum, a, k) => sum + a * v[k]!, 0)) as unknown as Three;

/** sRGB (IEC 61966-2-1) to linear light. */
const linear = (hex: string): Three =>
  [1, 3, 5].map((at) => {
    const c = parseInt(hex.slice(at, at + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as unknown as Three;

function lab(light: Three): Three {
  const [x, y, z] = times(
    [
      [0.4124, 0.3576, 0.1805],
      [0.2126, 0.7152, 0.0722],
      [0.0193, 0.1192, 0.9505],
    ],
    light.map((c) => Math.min(1, Math.max(0, c))) as unknown as Three,
  );
  const f = (t: number): number => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29);
  const [fx, fy, fz] = [f(x / 0.95047), f(y), f(z / 1.08883)];
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

/** The difference of the two colours that lie nearest to each other. */
export function leastDifference(colours: readonly string[], sight: Sight): number {
  const all = colours.map((c) => lab(times(seen[sight], linear(c))));
  const pairs = all.flatMap((a, i) => all.slice(i + 1).map((b) => Math.hypot(...a.map((v, k) => v - b[k]!))));
  return Math.min(...pairs);
}
