/** The tree of a formula. `at` is the character where the part begins, for messages. */
export type Node =
  | { type: 'number'; value: number; unit: string; at: number }
  | { type: 'symbol'; name: string; at: number }
  /** Whether a channel of words has one of them; `isNot`: another one. */
  | { type: 'wordIs'; name: string; word: string; isNot: boolean; at: number }
  | { type: 'negate'; operand: Node; at: number }
  | { type: 'not'; operand: Node; at: number }
  | { type: 'binary'; operator: BinaryOperator; left: Node; right: Node; at: number }
  | { type: 'whole'; value: WholeValue; operand: Node; at: number }
  | { type: 'call'; name: string; arguments: Node[]; at: number };

export const comparisons = ['<', '<=', '>', '>=', '=', '<>'] as const;
export type Comparison = (typeof comparisons)[number];
export type BinaryOperator = '+' | '-' | '*' | '/' | '^' | 'and' | 'or' | Comparison;

/** One value of a whole channel, over what is kept: `mean of p_d`. */
export const wholeValues = ['first', 'last', 'lowest', 'highest', 'mean'] as const;
export type WholeValue = (typeof wholeValues)[number];

/** The parts directly below one. */
export function partsOf(node: Node): readonly Node[] {
  switch (node.type) {
    case 'number':
    case 'symbol':
    case 'wordIs':
      return [];
    case 'binary':
      return [node.left, node.right];
    case 'call':
      return node.arguments;
    default:
      return [node.operand];
  }
}
