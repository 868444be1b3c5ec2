export { chiSquareQuantile } from './chiSquareQuantile';
export { formatCount, formatGrouped, formatValue, formatWithUncertainty } from './formatNumber';
export { chiSquareTail } from './gammaTail';
export { Random } from './Random';
export { roundedTo } from './roundedTo';
