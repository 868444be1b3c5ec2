export { AppError, fromReport, type ErrorReport } from './AppError';
export { settingsProblem } from './settingsProblem';
export { catalogue, type ErrorCode, type ErrorKind } from './catalogue';
