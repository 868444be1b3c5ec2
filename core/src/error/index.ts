export { AppError, fromReport, type ErrorReport } from './AppError';
export { settingsProblem } from './settingsProblem';
export { catalogue, type ErrorCode } from './catalogue';
export type { ErrorKind } from './entry';
