export { missesOfThinPlate, surfaceOf, type Surface } from './surfaceOf';
