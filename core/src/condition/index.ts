export {
  boundsIn,
  isWordLimit,
  pickSamples,
  type Condition,
  type Limit,
  type NumberLimit,
  type WordLimit,
} from './pickSamples';
