import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';

export const root = fileURLToPath(new URL('../../', import.meta.url));

/** Two words with small letters and a space between: codes of countries are none. */
const isSentence = (text: string): boolean => /[A-Za-z]*[a-z]{2}\S* (?:\S+ )*[A-Za-z]*[a-z]{2}/.test(text);

/** Sentences in some files, and in one more that is only thought of: the file, the line, and the text. */
export function sentencesIn(
  files: readonly string[],
  extra: { readonly name: string; readonly text: string },
): string[] {
  const read = ts.readConfigFile(join(root, 'tsconfig.json'), ts.sys.readFile);
  const { options } = ts.parseJsonConfigFileContent(read.config, ts.sys, root);
  const host = ts.createCompilerHost(options);
  const [exists, source] = [host.fileExists, host.getSourceFile];
  host.fileExists = (name) => name === extra.name || exists(name);
  host.getSourceFile = (name, target, ...more) =>
    name === extra.name ? ts.createSourceFile(name, extra.text, target) : source(name, target, ...more);
  const program = ts.createProgram([...files, extra.name], { ...options, types: [] }, host);
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
    if (files.includes(source.fileName) || source.fileName === extra.name) visit(source);
  return found;
}
