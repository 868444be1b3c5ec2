export { qualityInWords, type QualityNote } from './qualityInWords';
export { samplingOf, type Sampling } from './samplingOf';
export { soundnessOf, type Soundness } from './soundnessOf';
