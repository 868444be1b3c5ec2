export {
  calibratePicture,
  type KnownPoint,
  type Misfit,
  type PictureAxes,
  type PictureCalibration,
  type PlaceUncertainty,
  type Pixel,
} from './calibrate';
export type { PictureShape } from './pixelMap';
export type { PictureScale } from './scales';
export { colourMeant, coverOf, inkOf, likelyGround, type Cover, type Ink, type Picture, type Rgb } from './ink';
export { traceLine, type Traced } from './traceLine';
export { findMarks, type FoundMark } from './findMarks';
export { markAt } from './markAt';
export { errorBarsAt, type ErrorBar } from './errorBars';
export { placesAtX, placesByCurvature } from './thin';
export { countedOn, momentWords, secondIn, typedMoment, type Counted } from './dates';
