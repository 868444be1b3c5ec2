/**
 * Weights w so that Σ w[i]·y[i] is the d-th derivative, at a place, of the
 * least-squares polynomial through (nodes[i], y[i]).
 * @param nodes       positions, length m > order, distinct
 * @param order       of the polynomial
 * @param derivative  0 for the value itself
 * @param at          where, in the unit of the nodes
 * Built from polynomials that are orthogonal over the nodes, which stays well
 * conditioned. Source: G. E. Forsythe, "Generation and use of orthogonal polynomials
 * for data-fitting", J. SIAM 5 (1957).
 */
export function localPolynomialWeights(
  nodes: Float64Array,
  order: number,
  derivative: number,
  at: number,
): Float64Array {
  const m = nodes.length;
  let previous = new Float64Array(m);
  let current = new Float64Array(m).fill(1);
  let previousSquare = 1;
  // Values of the current polynomial and of its derivatives at the place.
  let previousAt = new Float64Array(derivative + 1);
  let currentAt = new Float64Array(derivative + 1);
  currentAt[0] = 1;
  const weights = new Float64Array(m);
  for (let j = 0; j <= order; j++) {
    let square = 0;
    let moment = 0;
    for (let i = 0; i < m; i++) {
      const c2 = current[i]! * current[i]!;
      square += c2;
      moment += nodes[i]! * c2;
    }
    const share = currentAt[derivative]! / square;
    for (let i = 0; i < m; i++) weights[i] = weights[i]! + share * current[i]!;
    const alpha = moment / square;
    const beta = j === 0 ? 0 : square / previousSquare;
    // The next polynomial takes the place of the one before the last.
    for (let i = 0; i < m; i++) previous[i] = (nodes[i]! - alpha) * current[i]! - beta * previous[i]!;
    for (let d = 0; d <= derivative; d++)
      previousAt[d] = (at - alpha) * currentAt[d]! - beta * previousAt[d]! + (d > 0 ? d * currentAt[d - 1]! : 0);
    [previous, current] = [current, previous];
    [previousAt, currentAt] = [currentAt, previousAt];
    previousSquare = square;
  }
  return weights;
}
