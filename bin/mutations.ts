/** Small changes to a source file, each of which some test should notice. */
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

export interface Mutant {
  file: string;
  line: number;
  /** What is there and what it becomes. */
  change: string;
  /** Where the expression stands in the file, and what stands there instead. */
  from: number;
  to: number;
  other: string;
  isOfNumber: boolean;
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
  if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
    const { name, expression } = node.expression;
    const args = node.arguments.map(text).join(', ');
    const call = Object.hasOwn(CALLS, text(name)) ? CALLS[text(name)] : undefined;
    if (call !== undefined) return `${text(expression)}.${call}(${args})`;
    if (text(name) === 'filter') return text(expression);
  }
  return null;
}

/** A call in the middle of an optional chain can only be replaced with the whole chain: in brackets it would end there. */
function wholeChain(node: ts.Node, other: string, source: ts.SourceFile): { node: ts.Node; other: string } {
  let [whole, text] = [node, other];
  while (ts.isOptionalChain(whole.parent) || (ts.isNonNullExpression(whole.parent) && ts.isOptionalChain(whole))) {
    const { parent } = whole;
    if ((parent as ts.CallExpression).expression !== whole) break;
    text += source.text.slice(whole.getEnd(), parent.getEnd());
    whole = parent;
  }
  return { node: whole, other: text };
}

export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const note = (node: ts.Node, other: string): void => {
    const [from, to] = [node.getStart(source), node.getEnd()];
    const short = (words: string) => words.replace(/\s+/g, ' ').slice(0, 90);
    const line = source.getLineAndCharacterOfPosition(from).line + 1;
    const change = `${short(text.slice(from, to))}  ->  ${short(other)}`;
    found.push({ file, line, change, from, to, other, isOfNumber: ts.isNumericLiteral(node) });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node)) return;
    if (ts.isIfStatement(node)) note(node.expression, `!(${node.expression.getText(source)})`);
    const other = otherwise(node, source);
    if (other !== null) {
      const whole = wholeChain(node, other, source);
      note(whole.node, whole.other);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/**
 * The file with all of its mutants in it, each behind the question whether it is its turn: so a file is compiled once for all.
 * @param numbered the mutants of this file, with the numbers by which they are asked for.
 */
export function instrumented(text: string, numbered: readonly (readonly [number, Mutant])[]): string {
  // An outer one is written before what lies inside it.
  const inOrder = [...numbered].sort(([, a], [, b]) => a.from - b.from || b.to - a.to);
  let next = 0;
  const render = (from: number, to: number): string => {
    let [out, at] = ['', from];
    while (next < inOrder.length && inOrder[next]![1].from < to) {
      const [number, mutant] = inOrder[next++]!;
      out += text.slice(at, mutant.from);
      out += `(isTheTurnOf(${number}) ? (${mutant.other}) : (${render(mutant.from, mutant.to)}))`;
      at = mutant.to;
    }
    return out + text.slice(at, to);
  };
  return `const isTheTurnOf = globalThis.isTheTurnOf; ${render(0, text.length)}`;
}
