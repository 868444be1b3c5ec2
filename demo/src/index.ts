export { demoCampaign, demoCoasting, demoConditions, demoRuns, demoSensors, type DemoRun } from './campaign';
export { headAt, rig } from './rig';
export { demoTables } from './demoTables';
