export { cellsOf, checkMesh, shapeCode, shapeOfCell, type Mesh, type ShapeName } from './Mesh';
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
export { atPlaces, nearestPlaces, type NearestPlace } from './nearest';
export { joinNodes, joinPlanes, widestPlane, type JoinPlane } from './joinNodes';
export { coordinateColumns } from './coordinateColumns';
