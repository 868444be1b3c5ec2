export { formatCount, formatValue, formatWithUncertainty } from './formatNumber';
