export type { RunState, Step, StepReport } from './RunState';
export type { StartState, StepKind } from './StepKind';
export { stepKindOf, stepKinds } from './steps';
export { checkSettings, runProcedure, symbolsRead, type ProcedureResult, type StepMemory } from './runProcedure';
export { channelOf, numberChannelOf } from './stepTools';
