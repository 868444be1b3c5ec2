export { candidateThrough, difference, sortedCurve, type Candidate as CurveCandidate, type Curve, type Difference, type Reference } from './difference'; // prettier-ignore
export { verdictOf, type Verdict } from './verdict';
