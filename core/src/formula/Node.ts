/** The tree of a formula. `at` is the character where the part begins, for messages. */
export type Node =
  | { type: 'number'; value: number; unit: string; at: number }
  | { type: 'symbol'; name: string; at: number }
  | { type: 'negate'; operand: Node; at: number }
  | { type: 'binary'; operator: BinaryOperator; left: Node; right: Node; at: number }
  | { type: 'call'; name: string; arguments: Node[]; at: number };

export type BinaryOperator = '+' | '-' | '*' | '/' | '^';
