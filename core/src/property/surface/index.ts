export { surfaceOf, type Surface } from './surfaceOf';
