export { matchChannels, mismatchesOf, type Match, type Mismatch } from './matchChannels';
export { appendRun, shiftToFollow, type JoinColumn } from './appendRun';
export { bringIn, joinMethods, type JoinMethod } from './bringIn';
export { findOffset, type Offset } from './findOffset';
export { findClock, type Clock, type ClockMatch } from './findClock';
