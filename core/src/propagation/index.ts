export { drawnPoints, drawnScatter, scattered, type PointScatter } from './drawnPoints';
export { drawnRun } from './drawnRun';
export { propagate, type DrawnSeries, type Quantity, type Way } from './propagate';
export {
  backQuantity,
  meetingQuantity,
  nearestRoot,
  optimumQuantity,
  parameterQuantity,
  valueQuantity,
} from './quantities';
export { agreementInWords, agreementOf, tallyOf, type Agreement, type FirstOrder, type Tally } from './tally';
export { stepsBehind, tablesOfSteps, throughSteps, type DrawnTable } from './throughSteps';
