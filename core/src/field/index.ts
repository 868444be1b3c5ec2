export {
  cellsOf,
  hasSolids,
  checkMesh,
  shapeCode,
  shapeOfCell,
  type Coordinates,
  type Mesh,
  type ShapeName,
  type Three,
} from './Mesh';
export { facesOf, trianglesOf, type Faces } from './faces';
export {
  abovePlane,
  alongCut,
  cutSurface,
  lengthsAlong,
  rangesOfFaces,
  type Cut,
  type CutChoice,
  type CutPart,
  type FaceRanges,
  type Plane,
} from './cut';
export { outlineOf } from './outline';
export { sidesOf, type SideCoordinates } from './sides';
export { integrateSurface, type SurfaceIntegrals } from './integrals';
export { integrateLines, type LineIntegrals } from './lineIntegrals';
export type { SurfacePiece } from './outward';
export type { Sum } from './Sums';
export { atCrossings, type EdgePoints } from './Crossings';
export { sectionOf, type SolidSection } from './section';
export { atPlaces, nearestPlaces, type FieldPlaces } from './nearest';
export { placesInField, type PlacesChoice } from './placesInField';
export { joinNodes, joinPlanes, widestPlane, type JoinPlane } from './joinNodes';
export { coordinateColumns } from './coordinateColumns';
