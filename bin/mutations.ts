/** Small changes to a source file, each of which some test should notice. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

export interface Mutant {
  file: string;
  line: number;
  /** What is there and what it becomes. */
  change: string;
  /** The whole file with the change. */
  text: string;
}

export const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });

const OPERATORS: Readonly<Record<string, string>> = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
};

const CALLS: Readonly<Record<string, string>> = { some: 'every', every: 'some', min: 'max', max: 'min' };

/** What a node may become instead; the types still hold. */
function otherwise(node: ts.Node, source: ts.SourceFile): string | null {
  const text = (part: ts.Node) => part.getText(source);
  if (ts.isBinaryExpression(node)) {
    const operator = OPERATORS[text(node.operatorToken)];
    // Sums may be of words.
    if (operator === undefined || (operator === '-' && /['"`]/.test(text(node)))) return null;
    return `${text(node.left)} ${operator} ${text(node.right)}`;
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) return text(node.operand);
  if (node.kind === ts.SyntaxKind.TrueKeyword && !ts.isLiteralTypeNode(node.parent)) return 'false';
  if (node.kind === ts.SyntaxKind.FalseKeyword && !ts.isLiteralTypeNode(node.parent)) return 'true';
  if (ts.isNumericLiteral(node) && !ts.isLiteralTypeNode(node.parent) && !ts.isPropertyAssignment(node.parent))
    return `(${text(node)} + 1)`;
  if (ts.isConditionalExpression(node))
    return `!(${text(node.condition)}) ? ${text(node.whenTrue)} : ${text(node.whenFalse)}`;
  if (ts.isIfStatement(node)) return `if (!(${text(node.expression)})) ${text(node.thenStatement)}`;
  if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
    const { name, expression } = node.expression;
    const args = node.arguments.map(text).join(', ');
    const call = CALLS[text(name)];
    if (call !== undefined) return `${text(expression)}.${call}(${args})`;
    if (text(name) === 'filter') return text(expression);
  }
  return null;
}

export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const visit = (node: ts.Node): void => {
    const other = ts.isTypeNode(node) ? null : otherwise(node, source);
    if (other !== null) {
      const [from, to] = [node.getStart(source), node.getEnd()];
      const short = (words: string) => words.replace(/\s+/g, ' ').slice(0, 90);
      found.push({
        file,
        line: source.getLineAndCharacterOfPosition(from).line + 1,
        change: `${short(text.slice(from, to))}  ->  ${short(other)}`,
        text: text.slice(0, from) + other + text.slice(to),
      });
    }
    if (!ts.isTypeNode(node)) ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}
