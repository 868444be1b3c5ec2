const PATH = /<path d="([^"]*)"((?: [\w-]+="[^"]*")*)\s*(?:\/>|><\/path>)/g;
/** Straight pieces only: those can be shifted by shifting their numbers. */
const STRAIGHT = /^(?:[ML]-?[\d.]+ -?[\d.]+)+$/;
const LINE = /^M[^ML]+L[^ML]+$/;
const MATRIX = / transform="matrix\((-?[\d.]+),0,0,(-?[\d.]+),(-?[\d.]+),(-?[\d.]+)\)"/;
/** So many pieces a path: readers and programs that open it again stay quick. */
const MOST_PIECES = 400;

interface Stroke {
  d: string;
  /** All attributes but the place that it is moved to. */
  look: string;
  scale: readonly [number, number];
  place: readonly [number, number];
}

/** A path that only strokes: nothing of it covers what was drawn before, so that it can be one with its neighbour. */
function strokeOf(d: string, attributes: string): Stroke | undefined {
  if (!STRAIGHT.test(d) || !(attributes.includes(' fill="none"') || LINE.test(d))) return undefined;
  const matrix = MATRIX.exec(attributes);
  if (!matrix)
    return attributes.includes(' transform=') ? undefined : { d, look: attributes, scale: [1, 1], place: [0, 0] };
  const [a, b, x, y] = matrix.slice(1).map(Number) as [number, number, number, number];
  const look = attributes.replace(MATRIX, ` transform="matrix(${a},0,0,${b},`);
  return a === 0 || b === 0 ? undefined : { d, look, scale: [a, b], place: [x, y] };
}

const shifted = (d: string, [x, y]: readonly [number, number]): string =>
  x === 0 && y === 0
    ? d
    : d.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, px: string, py: string) => `${rounded(+px + x)} ${rounded(+py + y)}`);
const rounded = (v: number): number => Math.round(v * 1e4) / 1e4;

/**
 * A drawing in which neighbours that only stroke, in one look, are one path: hundreds of error bars and crosses make a
 * file of a fraction of the size, that is written and opened as much faster. What is not quite opaque covers what lies
 * below it once, not once for each of them.
 */
export function joinedStrokes(svg: string): string {
  const out: string[] = [];
  let run: Stroke[] = [];
  let end = 0;
  const close = (): void => {
    if (run.length > 0) out.push(asOne(run));
    run = [];
  };
  for (const match of svg.matchAll(PATH)) {
    const [whole, d, attributes] = match as unknown as [string, string, string];
    const between = svg.slice(end, match.index);
    const stroke = strokeOf(d, attributes);
    const goesOn = between.trim() === '' && stroke !== undefined && run[0]?.look === stroke.look;
    if (!goesOn || run.length >= MOST_PIECES) {
      close();
      out.push(between);
    }
    if (stroke) run.push(stroke);
    else out.push(whole);
    end = match.index + whole.length;
  }
  close();
  return out.join('') + svg.slice(end);
}

function asOne(strokes: readonly Stroke[]): string {
  const [first] = strokes as [Stroke];
  const [x0, y0] = first.place;
  const [a, b] = first.scale;
  const d = strokes.map(({ d, place: [x, y] }) => shifted(d, [(x - x0) / a, (y - y0) / b])).join('');
  // The place comes back into the transform, where there was one.
  const look = first.look.replace(/( transform="matrix\([^"]*,)(?= |$)/, `$1${x0},${y0})"`);
  return `<path d="${d}"${look}></path>`;
}
