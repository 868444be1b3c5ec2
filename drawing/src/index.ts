/** A kept figure as an option of the chart library: what it shows and how it is dressed in, what is drawn out. */
export { figureOption, type DrawnFigure, type DrawnPart, type FigureDrawing } from './figureOption';
export { dressingOf, houseStyles, type HouseStyle } from './houseStyles';
export { lookOfSeries, type SeriesLook } from './seriesLook';
export type { Measure, TypeFace } from './layLine';
export { pixelsPerMm, sizeOfSheet } from './sheet';
