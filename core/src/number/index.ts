export { formatCount, formatGrouped, formatValue, formatWithUncertainty } from './formatNumber';
export { Random } from './Random';
export { roundedTo } from './roundedTo';
