import { statedAs, type PictureScale } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, orNull, symbol, unit } from './common';

/** No chart is larger; what is comes in smaller. */
export const MOST_PICTURE_BYTES = 40 * 2 ** 20;
export const MOST_PICTURE_POINTS = 20_000;

const place = closed({
  x: described('Pixels from the left; the middle of the first one is 0.5.', Type.Number()),
  y: described('Pixels from the top.', Type.Number()),
});
const at = described('Where it is on the picture.', place);
const length = Type.Number({ minimum: 0, maximum: 100_000 });
const pointOfSeries = closed({
  ...place.properties,
  bar: described(
    'How far its error bar reaches up and down, in pixels; left out: none was read.',
    Type.Optional(closed({ up: described('Pixels up.', length), down: described('Pixels down.', length) })),
  ),
});

const knownPlace = Type.Union([
  closed({
    axis: described('The axis whose value is known there.', Type.Unsafe<'x' | 'y'>(Type.Enum(['x', 'y']))),
    at,
    value: Type.Number(),
  }),
  closed({
    axis: Type.Literal('both'),
    at,
    x: described('In the unit of x.', Type.Number()),
    y: described('In the unit of y.', Type.Number()),
  }),
]);

const pictureAxis = closed({
  name: Type.String({ minLength: 1, maxLength: 120 }),
  symbol,
  unit,
  scale: described(
    'How its values lie along it; dates are seconds since 1970.',
    Type.Unsafe<PictureScale>(Type.Enum(['linear', 'logarithmic', 'reciprocal', 'dates'])),
  ),
});

const pictureSeries = closed({
  name: Type.String({ minLength: 1, maxLength: 100, pattern: '\\S' }),
  colour: described('Of its marks over the picture, as #rrggbb.', Type.String({ pattern: '^#[0-9a-fA-F]{6}$' })),
  points: described('Its places on the picture.', Type.Array(pointOfSeries, { maxItems: MOST_PICTURE_POINTS })),
  runId: described('The run that was made of it; null: none yet.', orNull(id)),
});
export type PictureSeries = Static<typeof pictureSeries>;

const sheet = {
  name: Type.String({ minLength: 1, maxLength: 100, pattern: '\\S' }),
  x: pictureAxis,
  y: pictureAxis,
  shape: described(
    'Turned and sheared, or also seen at an angle.',
    Type.Unsafe<'affine' | 'projective'>(Type.Enum(['affine', 'projective'])),
  ),
  known: described('Places whose values are known.', Type.Array(knownPlace, { maxItems: 100 })),
  clickPixels: described(
    'Standard uncertainty of a place that was clicked, in pixels.',
    Type.Number({ minimum: 0, maximum: 50 }),
  ),
  barsMean: described('What half of an error bar is.', statedAs),
  page: described('Of a PDF; 1 of anything else.', Type.Integer({ minimum: 1, maximum: 100_000 })),
  asOne: described('One run of all series, which a column names; else one of each.', Type.Boolean()),
  series: Type.Array(pictureSeries, { maxItems: 40 }),
};

export const pictureBody = closed({
  ...sheet,
  version: described('Of the state that it was made from.', Type.Integer()),
});
export type PictureBody = Static<typeof pictureBody>;
export const pictureRow = closed({
  id,
  campaignId: id,
  mediaType: described('Of the picture, by its first bytes.', Type.String()),
  bytes: Type.Integer(),
  ...sheet,
  version: Type.Integer(),
});
export type PictureRow = Static<typeof pictureRow>;
