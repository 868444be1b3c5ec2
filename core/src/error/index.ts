export { AppError, fromReport, type ErrorReport } from './AppError';
export { catalogue, type ErrorCode, type ErrorKind } from './catalogue';
