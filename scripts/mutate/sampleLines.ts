import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import ts from 'typescript';

/** A line of a file, counted from 1. */
export interface Line {
  file: string;
  line: number;
}

/**
 * Lines drawn from those that compute: the same ones for the same seed, and those of a file stay what they
 * are when another file is added.
 */
export function sampleLines(files: string[], count: number, seed: string): Line[] {
  const rank = ({ file, line }: Line): string => createHash('sha256').update(`${seed}:${file}:${line}`).digest('hex');
  return files
    .flatMap((file) => computingLines(readFileSync(file, 'utf8')).map((line) => ({ file, line })))
    .map((line) => ({ line, rank: rank(line) }))
    .sort((a, b) => (a.rank < b.rank ? -1 : 1))
    .slice(0, count)
    .map(({ line }) => line);
}

/** The lines on which something within a function begins and ends: not imports, types, comments or declarations. */
export function computingLines(text: string): number[] {
  const source = ts.createSourceFile('any.ts', text, ts.ScriptTarget.Latest, true);
  const lineOf = (position: number): number => source.getLineAndCharacterOfPosition(position).line + 1;
  const lines = new Set<number>();
  const visit = (node: ts.Node, inside: boolean): void => {
    if (ts.isTypeNode(node)) return;
    const from = lineOf(node.getStart(source));
    if (inside && ts.isExpression(node) && !ts.isLiteralExpression(node) && from === lineOf(node.end)) lines.add(from);
    ts.forEachChild(node, (child) => visit(child, inside || isBody(node, child)));
  };
  visit(source, false);
  return [...lines].sort((a, b) => a - b);
}

const isBody = (node: ts.Node, child: ts.Node): boolean =>
  ts.isFunctionLike(node) && 'body' in node && node.body === child;
