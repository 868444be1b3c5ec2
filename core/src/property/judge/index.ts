export { argumentsAt, checkTable, judgeTable, type TableDoubt } from './judgeTable';
export { leaveOneOut, type LeaveOneOut } from './leaveOneOut';
export { canShowOddKnot } from './oddKnot';
