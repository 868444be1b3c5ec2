export { demoCampaign, demoCoasting, demoConditions, demoRuns, type DemoRun } from './campaign';
export { headAt, rig } from './rig';
export { demoTables } from './demoTables';
