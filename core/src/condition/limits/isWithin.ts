/**
 * Whether a point lies within a closed line, by the parity of crossings of a ray; a missing point lies in none.
 * Source: M. Shimrat, "Algorithm 112: Position of point relative to polygon", Comm. ACM 5 (1962) 434.
 */
export function isWithin(px: number, py: number, corners: readonly (readonly [number, number])[]): boolean {
  let within = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const [ax, ay] = corners[i]!;
    const [bx, by] = corners[j]!;
    if (ay > py !== by > py && px < ((bx - ax) * (py - ay)) / (by - ay) + ax) within = !within;
  }
  return within;
}
