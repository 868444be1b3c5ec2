export {
  candidateThrough,
  difference,
  sortedCurve,
  type Candidate as CurveCandidate,
  type Curve,
  type Difference,
  type Reference,
  type SharedError,
} from './difference';
export { branchesOf, type Branches } from './branches';
export { errorsOfCurve } from './candidateOfFit';
export { verdictOf, type Verdict } from './verdict';
export type { Member as GroupMember } from './pool';
export { verdictOfGroup, type GroupVerdict, type OddPoint } from './verdictOfGroup';
