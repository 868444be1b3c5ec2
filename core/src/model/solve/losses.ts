/** How far points pull: ρ of z = (residual/scale)², with its first and second derivative. */
export interface Loss {
  title: string;
  explanation: string;
  /** In robust standard deviations: 95 % as sharp as least squares where the errors are normal. */
  scale: number;
  rho(z: number): readonly [value: number, slope: number, curvature: number];
}

/**
 * Losses that bound the pull of points far off.
 * Source: P. J. Huber, Robust Statistics (1981), chapter 7; A. E. Beaton and J. W. Tukey, Technometrics 16 (1974)
 * 147-185; the scales of soft L1 and arctangent from the efficiency (E ψ′)²/E ψ² = 0.95, integrated numerically.
 */
export const losses = {
  huber: {
    title: 'Huber',
    explanation: 'beyond 1.3 standard deviations a point pulls no harder',
    scale: 1.345,
    rho: (z) => (z <= 1 ? [z, 1, 0] : [2 * Math.sqrt(z) - 1, 1 / Math.sqrt(z), -0.5 * z ** -1.5]),
  },
  softL1: {
    title: 'soft L1',
    explanation: 'as Huber, without a kink',
    scale: 1.2871,
    rho: (z) => {
      const t = 1 + z;
      return [2 * (Math.sqrt(t) - 1), 1 / Math.sqrt(t), -0.5 * t ** -1.5];
    },
  },
  cauchy: {
    title: 'Cauchy',
    explanation: 'the farther a point, the weaker it pulls',
    scale: 2.385,
    rho: (z) => [Math.log1p(z), 1 / (1 + z), -1 / (1 + z) ** 2],
  },
  arctan: {
    title: 'arctangent',
    explanation: 'a far point hardly pulls at all',
    scale: 2.5714,
    rho: (z) => {
      const t = 1 + z * z;
      return [Math.atan(z), 1 / t, (-2 * z) / t ** 2];
    },
  },
  biweight: {
    title: "Tukey's biweight",
    explanation: 'beyond 4.7 standard deviations a point does not count',
    scale: 4.685,
    rho: (z) => (z <= 1 ? [(1 - (1 - z) ** 3) / 3, (1 - z) ** 2, -2 * (1 - z)] : [1 / 3, 0, 0]),
  },
} satisfies Record<string, Loss>;

export type LossName = keyof typeof losses;
export const lossNames = Object.keys(losses) as LossName[];
