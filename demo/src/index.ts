export { demoCampaign, demoCoasting, demoConditions, demoRuns, demoSensors, type DemoRun } from './campaign';
export { efficiencyAt, flowAt, headAt, rig, waterDensity } from './rig';
export { demoInstruments, type InstrumentPorts } from './instruments';
export { demoTables } from './demoTables';
export {
  pressureCoefficient,
  vane,
  vaneCampaign,
  vaneConditions,
  vaneCutSteps,
  vaneField,
  vaneSteps,
  vaneTaps,
} from './guideVane';
