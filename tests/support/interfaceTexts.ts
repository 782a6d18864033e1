import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** A text that a person may come to read. */
export interface InterfaceText {
  readonly file: string;
  readonly line: number;
  readonly text: string;
  /** Whether it is what a button says. */
  readonly isButton: boolean;
}

/** Everything in the program that reads like words: strings, templates and text between tags. */
export function interfaceTexts(): InterfaceText[] {
  return sources().flatMap(textsOf);
}

function sources(): string[] {
  return ['src', 'cli']
    .flatMap((folder) => {
      const names = readdirSync(folder, { recursive: true, encoding: 'utf8' });
      return names.map((name) => join(folder, name));
    })
    .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
    .sort();
}

/** A line of prose and where it stands. */
interface ProseLine {
  readonly at: string;
  readonly text: string;
}

/** Every line of the documents, without what stands in them as code. */
export function documentLines(): ProseLine[] {
  const docs = readdirSync('docs').filter((name) => name.endsWith('.md'));
  return ['README.md', 'CONTRIBUTING.md', ...docs.map((name) => join('docs', name))].flatMap(
    (file) => {
      const prose = readFileSync(file, 'utf8').replace(/```[\s\S]*?```|`[^`]*`/g, (code) =>
        code.replace(/[^\n]/g, ' '),
      );
      return linesOf(file, prose);
    },
  );
}

/** Every line of a comment in the program. */
export function commentLines(): ProseLine[] {
  return sources().flatMap((file) =>
    linesOf(file, readFileSync(file, 'utf8')).filter(({ text }) =>
      /^\s*(\/\*\*|\*|\/\/|\{\/\*)/.test(text),
    ),
  );
}

function linesOf(file: string, text: string): ProseLine[] {
  return text.split('\n').map((line, i) => ({ at: `${file}:${i + 1}`, text: line }));
}

function textsOf(file: string): InterfaceText[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const texts: InterfaceText[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || isLook(node)) return;
    const text = wordsIn(node)?.replace(/\s+/g, ' ').trim();
    if (text && / /.test(text) && /[a-z]{2}/i.test(text) && !/\bvec[234]\b/.test(text)) {
      const { line } = source.getLineAndCharacterOfPosition(node.getStart());
      texts.push({ file, line: line + 1, text, isButton: isInButton(node) });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts;
}

function wordsIn(node: ts.Node): string | undefined {
  if (ts.isStringLiteralLike(node) || ts.isJsxText(node)) return node.text;
  return ts.isTemplateExpression(node) ? node.getText() : undefined;
}

/** Names of classes are no words. */
function isLook(node: ts.Node): boolean {
  return ts.isJsxAttribute(node) && /class/i.test(node.name.getText());
}

function isInButton(node: ts.Node): boolean {
  const { parent } = node;
  return (
    ts.isJsxText(node) &&
    ts.isJsxElement(parent) &&
    parent.openingElement.tagName.getText() === 'Button'
  );
}
