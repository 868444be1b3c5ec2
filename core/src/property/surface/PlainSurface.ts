/** A value over a plane, on axes as they are. */
export interface PlainSurface {
  /** True where knots lie around a place. */
  isInside(x: number, w: number): boolean;
  /** The value there; beyond the knots that of the outermost piece; NaN beside a hole. */
  valueAt(x: number, w: number): number;
  /** The nearest place within the knots. */
  nearestInside(x: number, w: number): readonly [number, number];
}
