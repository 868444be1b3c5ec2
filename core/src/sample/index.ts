export { isSymbol, type Channel } from './Channel';
export { countByStep, countKept, KEPT, type Mask } from './Mask';
export { describe, type Description } from './describe';
export { GAP_FACTOR, gather, median, segments } from './segments';
export { buildLevels, LEVEL_SIZES, type Level } from './levels';
export { keptBlocks, reduceTrace, type Trace } from './reduceTrace';
export { setAsidePoints, type SetAsidePoints } from './setAsidePoints';
export { firstAtLeast } from './searchSorted';
export { distinctNames } from './distinctNames';
