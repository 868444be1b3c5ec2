import { AppError } from '../error/AppError';
import { evenOf, scales, type PictureScale } from './scales';
import { mapOf, type Pair, type PixelMap, type PictureShape } from './pixelMap';

/** A place on a picture, in pixels from its upper left corner; the middle of the first pixel is (0.5, 0.5). */
export interface Pixel {
  x: number;
  y: number;
}

/** A place whose value is known: on one axis, or with both coordinates. */
export type KnownPoint =
  { axis: 'x' | 'y'; at: Pixel; value: number } | { axis: 'both'; at: Pixel; x: number; y: number };

export interface PictureAxes {
  x: PictureScale;
  y: PictureScale;
  known: readonly KnownPoint[];
  /**
   * What the picture may be: turned and sheared, or also photographed at an angle; that takes four points with both
   * coordinates.
   */
  shape: PictureShape;
}

export interface Misfit {
  /** Root mean square of how far the known points lie from where the axes put them, pixels. */
  pixels: number;
  /** The one that lies off most, by its place among the known ones. */
  worst: { index: number; pixels: number };
}

export interface PictureCalibration {
  valuesAt(at: Pixel): { x: number; y: number };
  pixelAt(x: number, y: number): Pixel;
  /** Undefined: just as many points as are needed, so that nothing was tested. */
  misfit: Misfit | undefined;
  /** Axes of which nothing was tested: they have just as many known values as they need. */
  untested: readonly ('x' | 'y')[];
  /**
   * Standard uncertainty of the values at a place, by what it comes from.
   * @param pixels  of each place that was clicked, in each direction, pixels
   */
  uncertaintyAt(at: Pixel, pixels: number): PlaceUncertainty;
}

/** Standard uncertainties of the values at a place, units of the axes. */
export interface PlaceUncertainty {
  /** Of the place itself: another one for each. */
  place: { x: number; y: number };
  /** Of the known points: the same for all places, or nearly so. */
  axes: { x: number; y: number };
  /** Of both. */
  all: { x: number; y: number };
}

/** A known point that lies off by more than this share of their extent, and by more pixels than that, was misread. */
const POOR = { share: 0.01, pixels: 3 } as const;

/**
 * From pixels to the values of a chart's axes. With values on single axes: the places of each axis lie on a straight
 * line along it, and along that line its values rise evenly (a picture that is turned or sheared). With both
 * coordinates: the same from three points, a view at an angle from four.
 * @throws {AppError} PICTURE_TOO_FEW_POINTS, PICTURE_SAME_PLACE, PICTURE_POINTS_IN_LINE, PICTURE_VALUE_NOT_ON_AXIS,
 *   PICTURE_POOR_FIT
 * Source of the view at an angle: R. Hartley and A. Zisserman, Multiple View Geometry (2004), 4.1 and 4.4 (the linear
 * solution on normalised points, then rows weighted by their denominators, which makes it the error in the picture).
 */
export function calibratePicture(axes: PictureAxes): PictureCalibration {
  const map = mapFrom(axes);
  const misfit = misfitOf(map);
  refusePoor(axes, misfit);
  const valuesAt = valuesBy(axes, map);
  return {
    valuesAt,
    pixelAt: (x, y) => map.pixelAt(evenOf(axes.x, x, 'x'), evenOf(axes.y, y, 'y')),
    misfit,
    untested: map.untested,
    uncertaintyAt: uncertaintyBy(axes, valuesAt),
  };
}

const valuesBy =
  ({ x, y }: PictureAxes, map: PixelMap) =>
  (at: Pixel): { x: number; y: number } => {
    const even = map.evenAt(at);
    return { x: scales[x].back(even.u), y: scales[y].back(even.v) };
  };

function mapFrom({ x, y, known, shape }: PictureAxes): PixelMap {
  known.forEach((a, i) =>
    known.slice(0, i).forEach((b, j) => {
      // One place may be known on both axes, where they cross.
      const isSame = a.at.x === b.at.x && a.at.y === b.at.y && (a.axis === b.axis || a.axis === 'both');
      if (isSame) throw new AppError('PICTURE_SAME_PLACE', { first: j + 1, second: i + 1 });
    }),
  );
  const both = known.flatMap((k): Pair[] =>
    k.axis === 'both' ? [{ at: k.at, u: evenOf(x, k.x, 'x'), v: evenOf(y, k.y, 'y') }] : [],
  );
  if (known.length > 0 && both.length === known.length) return mapOf.both(both, shape);
  return mapOf.axes(along(known, 'x', x), along(known, 'y', y));
}

/** The places that are known along an axis, with what rises evenly along it. */
const along = (known: readonly KnownPoint[], axis: 'x' | 'y', scale: PictureScale) =>
  known.flatMap((k, index) => {
    if (k.axis === 'both') return [{ index, at: k.at, even: evenOf(scale, k[axis], axis) }];
    return k.axis === axis ? [{ index, at: k.at, even: evenOf(scale, k.value, axis) }] : [];
  });

/** How far each known point lies from where the axes put it; undefined where there is no point too many. */
function misfitOf(map: PixelMap): Misfit | undefined {
  if (map.freedom <= 0) return undefined;
  const { offsets: off } = map;
  const worst = off.reduce((most, v, i) => (v > off[most]! ? i : most), 0);
  const squares = off.reduce((sum, v) => sum + v * v, 0);
  return { pixels: Math.sqrt(squares / off.length), worst: { index: worst, pixels: off[worst]! } };
}

function refusePoor({ known }: PictureAxes, misfit: Misfit | undefined): void {
  if (!misfit) return;
  const [xs, ys] = [known.map((k) => k.at.x), known.map((k) => k.at.y)];
  const extent = Math.hypot(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const limit = Math.max(POOR.pixels, POOR.share * extent);
  const { index, pixels } = misfit.worst;
  if (pixels > limit) throw new AppError('PICTURE_POOR_FIT', { point: index + 1, pixels, limit });
}

/** So far the known points and the place are moved to see what becomes of the values, pixels. */
const STEP = 0.25;
const DIRECTIONS = ['x', 'y'] as const;
const moved = (p: Pixel, d: 'x' | 'y', by: number): Pixel => ({ ...p, [d]: p[d] + by });

/**
 * First order, by moving each known point and the place itself by a little. The moved maps are made once for all
 * places.
 */
function uncertaintyBy(
  axes: PictureAxes,
  valuesAt: PictureCalibration['valuesAt'],
): PictureCalibration['uncertaintyAt'] {
  let pairs: [PictureCalibration['valuesAt'], PictureCalibration['valuesAt']][] | undefined;
  const movedPairs = () =>
    axes.known.flatMap((_, k) =>
      DIRECTIONS.map((d): [PictureCalibration['valuesAt'], PictureCalibration['valuesAt']] => {
        const by = (step: number) => {
          const points = axes.known.map((p, i) => (i === k ? { ...p, at: moved(p.at, d, step) } : p));
          return valuesBy(axes, mapFrom({ ...axes, known: points }));
        };
        return [by(-STEP), by(STEP)];
      }),
    );
  return (at, pixels) => {
    pairs ??= movedPairs();
    const own = DIRECTIONS.map((d) => slopeOf(valuesAt(moved(at, d, -STEP)), valuesAt(moved(at, d, STEP))));
    const place = rootSum(own, pixels);
    const known = rootSum(
      pairs.map(([low, high]) => slopeOf(low(at), high(at))),
      pixels,
    );
    return { place, axes: known, all: { x: Math.hypot(place.x, known.x), y: Math.hypot(place.y, known.y) } };
  };
}

type Values = { x: number; y: number };
const slopeOf = (from: Values, to: Values): Values => ({
  x: (to.x - from.x) / (2 * STEP),
  y: (to.y - from.y) / (2 * STEP),
});
const rootSum = (slopes: readonly Values[], size: number): Values => ({
  x: size * Math.hypot(...slopes.map((s) => s.x)),
  y: size * Math.hypot(...slopes.map((s) => s.y)),
});
