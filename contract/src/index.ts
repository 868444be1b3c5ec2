export * from './about';
/** The schema of every request and reply, and the types that follow from them. */
export * from './common';
export * from './campaign';
export * from './intake';
export * from './run';
export * from './sensor';
export * from './condition';
export * from './table';
export * from './fit';
export { curveMarkKinds, marksOf, type CurveMark, type CurveMarkKind } from './curveMarks';
export * from './propagation';
export * from './comparison';
export * from './finding';
export * from './figure';
export * from './procedure';
export * from './view';
export * from './living';
export * from './report';
