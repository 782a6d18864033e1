import ts from 'typescript';

/** One change of a program's text that its tests should notice. */
export interface Mutant {
  readonly path: string;
  /** What is replaced: from and to, in characters. */
  readonly start: number;
  readonly end: number;
  readonly replacement: string;
}

const SWAPPED: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
};

/** All mutants of a file: swapped operators, numbers one larger, turned truths, branches exchanged, calls left out. */
export function mutantsOf(path: string, text: string): Mutant[] {
  const kind = path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.ES2022, true, kind);
  const found: Mutant[] = [];
  const visit = (node: ts.Node): void => {
    // What is said only of types changes nothing, and what is written out for people changes words.
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return;
    const replacement = replacementOf(node, source);
    if (replacement !== null) {
      found.push({ path, start: node.getStart(source), end: node.getEnd(), replacement });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

function replacementOf(node: ts.Node, source: ts.SourceFile): string | null {
  const text = (part: ts.Node): string => part.getText(source);
  if (ts.isBinaryExpression(node)) {
    const operator = SWAPPED[node.operatorToken.kind];
    return operator === undefined ? null : `${text(node.left)} ${operator} ${text(node.right)}`;
  }
  if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) {
    return text(node.operand);
  }
  if (ts.isConditionalExpression(node)) {
    return `${text(node.condition)} ? ${text(node.whenFalse)} : ${text(node.whenTrue)}`;
  }
  if (ts.isNumericLiteral(node) && !isName(node)) return `${text(node)} + 1`;
  if (node.kind === ts.SyntaxKind.TrueKeyword) return 'false';
  if (node.kind === ts.SyntaxKind.FalseKeyword) return 'true';
  if (!ts.isCallExpression(node) || !ts.isExpressionStatement(node.parent)) return null;
  return node.expression.kind === ts.SyntaxKind.SuperKeyword ? null : 'undefined';
}

const isName = (node: ts.Node): boolean =>
  (ts.isPropertyAssignment(node.parent) || ts.isPropertyDeclaration(node.parent)) &&
  node.parent.name === node;

/**
 * A file with mutants in it, each asleep: it asks a function of the realm, if there is one, whether it is to wake.
 * @param numbered mutants of this file, none inside of another, with their numbers.
 */
export function withMutants(text: string, numbered: ReadonlyMap<number, Mutant>): string {
  let out = text;
  const last = [...numbered].sort(([, a], [, b]) => b.start - a.start);
  for (const [id, { start, end, replacement }] of last) {
    const whole = out.slice(start, end);
    const either = `(globalThis.lamellaMutant?.(${id}) ? (${replacement}) : (${whole}))`;
    out = out.slice(0, start) + either + out.slice(end);
  }
  return out;
}
