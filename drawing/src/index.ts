/** A kept figure as an option of the chart library: what it shows and how it is dressed in, what is drawn out. */
export { figureOption, type DrawnFigure, type DrawnPart, type FigureDrawing } from './figureOption';
export { arrangementOf, axesShown, letterOf, placesInColours, usualArrangement } from './charts';
export { dressingOf, houseStyles, type HouseStyle } from './houseStyles';
export { lookOfSeries, type SeriesLook } from './seriesLook';
export type { Measure, TypeFace } from './layLine';
export { conditionsOf, partOfComparison } from './partOfComparison';
export { pixelsPerMm, sizeOfSheet } from './sheet';
export {
  chartsOf,
  idIn,
  panelsTogether,
  withChartBefore,
  withCharts,
  withMarks,
  withoutChart,
  type Composed,
} from './together';
