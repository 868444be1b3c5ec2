import { formatValue } from '../number/formatNumber';
import { entry } from './entry';

/** What goes wrong with points that are read off a picture of a chart. */
export const pictureErrors = {
  PICTURE_TOO_FEW_POINTS: entry<{ of: string; have: number; need: number }>(
    'input',
    (f) => `There are ${f.have} ${f.of}, and at least ${f.need} are needed. Click further ones and type their values.`,
  ),
  PICTURE_SAME_PLACE: entry<{ first: number; second: number }>(
    'input',
    (f) => `The known points ${f.first} and ${f.second} are at the same place. Move one of them to another value.`,
  ),
  PICTURE_SAME_VALUE: entry<{ axis: string }>(
    'input',
    (f) => `All known values of the ${f.axis} axis are the same. Type the value that stands at each place.`,
  ),
  PICTURE_POINTS_IN_LINE: entry<Record<never, never>>(
    'input',
    () =>
      'The known points lie on one line, or nearly so, and do not tell how the picture lies. Click one away from it.',
  ),
  PICTURE_VALUE_NOT_ON_AXIS: entry<{ axis: string; value: number; scale: string }>(
    'input',
    (f) =>
      `${formatValue(f.value, 6)} cannot stand on a ${f.scale} ${f.axis} axis. Mend the value, or choose another kind of axis.`,
  ),
  PICTURE_UNKNOWN: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" is no picture that is known here. PNG, JPEG, WebP, SVG and PDF are; save it as one of these.`,
  ),
  PICTURE_CUT_OFF: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" ends in the middle: a part of the picture is missing. Copy or download the file once more.`,
  ),
  PICTURE_AXIS_NO_TIME: entry<{ axis: string; unit: string }>(
    'input',
    (f) =>
      `The ${f.axis} axis has dates, and "${f.unit}" is no unit of time in which they could be counted. Choose s, min, h or d.`,
  ),
  PICTURE_NO_POINTS: entry<{ name: string }>(
    'input',
    (f) => `No point was read off "${f.name}" yet. Click some, or let a line be traced.`,
  ),
  PICTURE_SERIES_TWICE: entry<{ name: string }>(
    'input',
    (f) => `Two series are called "${f.name}". Give one another name: by it its run is called, or its rows are told.`,
  ),
  PICTURE_POOR_FIT: entry<{ point: number; pixels: number; limit: number }>(
    'input',
    (f) =>
      `The known points contradict each other: point ${f.point} lies ${formatValue(f.pixels, 3)} pixels from where the others put it, and ${formatValue(f.limit, 2)} are allowed. Look at its place and its value.`,
  ),
};
