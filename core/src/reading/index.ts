export { meanOfReading, type MeanReading } from './meanOfReading';
export { steadiness, type Steadiness, type RestLimit } from './steadiness';
