export type { RunState, Step, StepReport } from './RunState';
export type { StartState, StepKind } from './StepKind';
export { stepKindOf, stepKinds } from './steps';
export type { Change } from './content';
export { madeBySteps, readsOf, symbolsRead } from './reads';
export { applyStep, checkSettings, runProcedure, type ProcedureResult, type StepMemory } from './runProcedure';
export { proposedAnew, waitsForInput } from './proposedAnew';
export { needEven } from './overSegments';
export { channelOf, numberChannelOf } from './stepTools';
