export { boundsIn, pickSamples, type Condition, type Limit } from './pickSamples';
