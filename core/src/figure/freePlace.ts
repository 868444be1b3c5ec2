/** A box on a figure, in any one unit of length, y downwards. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Places that are tried along each side. */
const STEPS = 9;

/**
 * A place inside a frame where a box of a size covers nothing: corners first, then along the edges, then inside.
 * @param frame     where it has to lie
 * @param size      of the box
 * @param points    what must not be covered, as x and y in turn; a curve is given by points nearer than the box is wide
 * @param taken     boxes that lie there already
 * @returns         its upper left corner; undefined where no place is free
 */
export function freePlace(
  frame: Box,
  { width, height }: { width: number; height: number },
  points: Float64Array,
  taken: readonly Box[] = [],
): { x: number; y: number } | undefined {
  const [roomX, roomY] = [frame.width - width, frame.height - height];
  if (roomX < 0 || roomY < 0) return undefined;
  return shares
    .map(([across, down]) => ({ x: frame.x + across * roomX, y: frame.y + down * roomY }))
    .find((at) => isFree({ ...at, width, height }, points, taken));
}

/** Shares of the room to the right and downwards, in the order in which they are tried. */
const shares: readonly (readonly [number, number])[] = (() => {
  const even = Array.from({ length: STEPS }, (_, k) => k / (STEPS - 1));
  const all = even.flatMap((down) => even.map((across) => [across, down] as const));
  const outer = (share: number): number => Math.abs(share - 0.5);
  // How far out it lies: a corner in both directions, an edge in one. Of equal ones the upper right comes first.
  const rank = ([across, down]: readonly [number, number]): number =>
    -(outer(across) + outer(down)) - 0.01 * across + 0.001 * down;
  return all.sort((a, b) => rank(a) - rank(b));
})();

function isFree(box: Box, points: Float64Array, taken: readonly Box[]): boolean {
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [x, y] = [points[i]!, points[i + 1]!];
    if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) return false;
  }
  return taken.every(
    (other) =>
      other.x >= box.x + box.width ||
      other.x + other.width <= box.x ||
      other.y >= box.y + box.height ||
      other.y + other.height <= box.y,
  );
}
