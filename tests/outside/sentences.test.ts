import { readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { expect, test } from 'vitest';

/**
 * Core gives data, the words say it: no sentence stands in `src/core`. Read by TypeScript's own checker: a text of
 * several words is a sentence unless its type is one of a closed list (a member of a union, such as `'not for sale'`),
 * it is thrown (a fault of the program, told to nobody), or it belongs to a format that core writes.
 */

const root = fileURLToPath(new URL('../../', import.meta.url));

/** What may stand in core all the same, and why. */
const allowed: Readonly<Record<string, string>> = {
  'src/core/channels/shopper-texts.ts': 'what shoppers of a channel read, in its files',
  'src/core/book/migrate/from-2.ts': 'names given once to groups of a book that is brought along',
  'src/core/goods/fields/dated.ts': 'the cell of a goods file',
  'src/core/plan/promise.ts': 'how sellers word what they promise: read, not said',
};

/** Two words with small letters and a space between: codes of countries are none. */
const isSentence = (text: string): boolean => /[A-Za-z]*[a-z]{2}\S* (?:\S+ )*[A-Za-z]*[a-z]{2}/.test(text);

function sourcesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts'))
    .map((entry) => join(entry.parentPath, entry.name));
}

/** Sentences in some files: the file, the line, and the text. */
export function sentencesIn(
  files: readonly string[],
  extra?: { readonly name: string; readonly text: string },
): string[] {
  const read = ts.readConfigFile(join(root, 'tsconfig.json'), ts.sys.readFile);
  const { options } = ts.parseJsonConfigFileContent(read.config, ts.sys, root);
  const host = ts.createCompilerHost(options);
  if (extra) {
    const [exists, source] = [host.fileExists, host.getSourceFile];
    host.fileExists = (name) => name === extra.name || exists(name);
    host.getSourceFile = (name, target, ...more) =>
      name === extra.name ? ts.createSourceFile(name, extra.text, target) : source(name, target, ...more);
  }
  const program = ts.createProgram([...files, ...(extra ? [extra.name] : [])], options, host);
  const checker = program.getTypeChecker();
  const found: string[] = [];

  /** Whether what is expected in its place is a closed list of texts. */
  const isClosed = (node: ts.Expression): boolean => {
    const asked = checker.getContextualType(node);
    if (asked) {
      const parts = asked.isUnion() ? asked.types : [asked];
      if (parts.some((one) => one.isStringLiteral())) return true;
    }
    return false;
  };
  const isCompared = (node: ts.Node): boolean =>
    (ts.isBinaryExpression(node.parent) && /^[!=]==$/.test(node.parent.operatorToken.getText())) ||
    ts.isCaseClause(node.parent);
  /** A list of texts made a type by `as const`, or by a parameter of its kind. */
  const isListed = (node: ts.Node): boolean =>
    ts.findAncestor(
      node,
      (one) => ts.isAsExpression(one) && one.type.getText() === 'const' && !ts.isTemplateExpression(node),
    ) !== undefined;
  const isThrown = (node: ts.Node): boolean => ts.findAncestor(node, (one) => ts.isThrowStatement(one)) !== undefined;
  /** A column's head is a word of the goods file. */
  const isOfFormat = (node: ts.Node): boolean =>
    ts.isPropertyAssignment(node.parent) && node.parent.name.getText() === 'head';
  const isName = (node: ts.Node): boolean =>
    ts.isLiteralTypeNode(node.parent) ||
    ts.isImportDeclaration(node.parent) ||
    ts.isExportDeclaration(node.parent) ||
    (ts.isPropertyAssignment(node.parent) && node.parent.name === node) ||
    ts.isElementAccessExpression(node.parent);

  const visit = (node: ts.Node): void => {
    const text = ts.isTemplateExpression(node)
      ? [node.head.text, ...node.templateSpans.map((one) => one.literal.text)].join('1')
      : ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
        ? node.text
        : null;
    if (text !== null && isSentence(text) && !isName(node) && !isThrown(node) && !isOfFormat(node)) {
      const closed =
        !ts.isTemplateExpression(node) && (isClosed(node as ts.Expression) || isCompared(node) || isListed(node));
      if (!closed) {
        const source = node.getSourceFile();
        const { line } = source.getLineAndCharacterOfPosition(node.getStart());
        found.push(`${relative(root, source.fileName)}:${line + 1} ${node.getText()}`);
      }
    }
    ts.forEachChild(node, visit);
  };
  for (const source of program.getSourceFiles())
    if (files.includes(source.fileName) || source.fileName === extra?.name) visit(source);
  return found;
}

test('no sentence stands in core', () => {
  const core = sourcesIn(join(root, 'src/core'));
  expect(core.length).toBeGreaterThan(100);
  const found = sentencesIn(core);
  expect(found.filter((one) => !Object.keys(allowed).some((file) => one.startsWith(`${file}:`)))).toEqual([]);
  // What may stand still stands: a file that has none left is to be taken off the list.
  for (const file of Object.keys(allowed))
    expect(
      found.some((one) => one.startsWith(`${file}:`)),
      file,
    ).toBe(true);
}, 120_000);

test('a sentence that were there would be found: in a note, in a template, in a schema', () => {
  const name = join(root, 'src/core/planted.ts');
  const text = [
    "import { z } from 'zod';",
    "type Why = 'not for sale' | 'too large';",
    "export const why: Why = 'not for sale';",
    "export const note = { why: 'This cannot be said there.' };",
    'export const told = (days: number) => `it takes ${days} days`;',
    "export const amount = z.string().regex(/x/, 'an amount such as 4.90');",
    "export const is = (one: Why) => one === 'too large';",
    "export const fault = () => { throw new Error('nobody reads this'); };",
  ].join('\n');
  expect(sentencesIn([], { name, text }).map((one) => one.replace(/^\S+ /, ''))).toEqual([
    "'This cannot be said there.'",
    '`it takes ${days} days`',
    "'an amount such as 4.90'",
  ]);
}, 120_000);
